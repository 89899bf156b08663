// Plan -> Irradiance -> Values -> Bands -> Ladders.
#include "core/painted/appearance.h"

#include <algorithm>
#include <utility>

#include "core/painted/glowing_thing.h"
#include "core/painted/licences.h"
#include "core/plan/shared_ladders.h"
#include "core/value/settle.h"

namespace glaukophos {
namespace {

SharedBorders bordersOf(const Plan& plan, const Values& values, std::span<const float> areas) {
    const BandChoices& bands = plan.values.bands;
    const PaintRange& paint = plan.values.paint;
    if (bands.by == BandsBy::Shares) {
        return bordersFor(bands.shares, values.lightness, areas, paint.darkest);
    }
    if (!bands.borders.empty()) return {bands.borders, 0.0};
    return {equalSteps(static_cast<std::size_t>(bands.count), paint), 0.0};
}

// Glowing sources have bands of their own, which do not count for the whole figure.
LeftOut leftOut(const Plan& plan, const Irradiance& irradiance) {
    LeftOut left_out{sourceParts(plan), irradiance.hidden, turnedOverParts(plan)};
    for (std::size_t p = 0; p < left_out.source_parts.size(); ++p) {
        if (left_out.apart[p]) left_out.source_parts[p] = false;
    }
    return left_out;
}

// What ladders are made from: the painted surface, whose `areas` are given, and that of glowing
// sources.
std::vector<float> ladderAreas(const Plan& plan, const Irradiance& irradiance,
                               const LeftOut& left_out, std::vector<float> areas) {
    const Surface& surface = plan.figure->surface;
    for (std::size_t v = 0; v < areas.size(); ++v) {
        const bool hidden = !irradiance.hidden.empty() && irradiance.hidden[v];
        if (left_out.apart[surface.parts[v]] && !hidden) areas[v] = surface.areas_mm2[v];
    }
    return areas;
}

// What is painted in bands, its areas and its ladders.
void addLadders(const Plan& plan, const LeftOut& left_out, std::vector<float> areas,
                Appearance& appearance) {
    const Surface& surface = plan.figure->surface;
    const Values& values = appearance.values;
    const double shadow_share = appearance.bands.shadow_share;
    appearance.bands = sortIntoBands(surface, values.lightness, appearance.bands.borders, left_out);
    appearance.bands.shadow_share = shadow_share;
    const std::vector<float> ladder_areas =
        ladderAreas(plan, appearance.irradiance, left_out, std::move(areas));
    appearance.ladders =
        partLadders({surface, appearance.bands, values.lightness, values.painted, plan.values.paint,
                     plan.values.basis == BandBasis::Painted, sharedLadders(plan), nearLights(plan),
                     ladder_areas, values.kept, appearance.irradiance.of_lights, values.specular,
                     lightWeights(plan), values.colours, values.light_colours, values.development});
    appearance.whole = wholeLadder(appearance.bands, appearance.ladders, left_out);
}

Appearance appearanceOf(const Plan& plan, Irradiance irradiance, Finish finish,
                        const Appearance* exposed_as) {
    const Surface& surface = plan.figure->surface;
    Appearance appearance;
    appearance.irradiance = std::move(irradiance);
    appearance.values = valuesOf(plan, appearance.irradiance,
                                 exposed_as != nullptr ? &exposed_as->values : nullptr);
    Values& values = appearance.values;
    std::vector<float> areas = paintedAreas(plan, appearance.irradiance);
    const LeftOut left_out = leftOut(plan, appearance.irradiance);
    SharedBorders sorted = exposed_as != nullptr ? SharedBorders{exposed_as->bands.borders,
                                                                 exposed_as->bands.shadow_share}
                                                 : bordersOf(plan, values, areas);
    const auto kept_lengths = glowLengths(plan, appearance.irradiance);
    const std::vector<float>& lengths = *kept_lengths;
    paintGlowing(plan, lengths, sorted.borders, values.lightness, values.painted);
    if (finish == Finish::Settled) {
        settle(surface, plan.values.bands, sorted.borders, values.lightness);
        // Shares are had after specks and dips are settled, on areas as they are painted.
        if (plan.values.bands.by == BandsBy::Shares && exposed_as == nullptr) {
            sorted = bordersByArea(surface, plan.values.bands.shares, values.lightness, left_out,
                                   plan.values.paint.darkest);
            paintGlowing(plan, lengths, sorted.borders, values.lightness, values.painted);
        }
    }
    correct(plan, sorted.borders, values.lightness, values.painted);
    appearance.bands.borders = sorted.borders;
    appearance.bands.shadow_share = sorted.shadow_share;
    if (finish != Finish::Colours) addLadders(plan, left_out, std::move(areas), appearance);
    return appearance;
}

}  // namespace

Appearance appearanceOf(const Plan& plan, Irradiance irradiance, Finish finish) {
    return appearanceOf(plan, std::move(irradiance), finish, nullptr);
}

namespace {

bool isCloth(Material material) {
    return material == Material::Cloth || material == Material::Satin ||
           material == Material::Velvet;
}

// What near lights give cloth comes from the strongest other light instead, so that it lies where
// they fall and keeps the colour of before. Nothing without another light.
void placeClothByLamp(const Plan& plan, const std::vector<bool>& near, Irradiance& irradiance) {
    const std::vector<float> weights = lightWeights(plan);
    std::optional<std::size_t> main;
    for (std::size_t l = 0; l < near.size(); ++l) {
        if (near[l] || weights[l] <= 0.0F || throwsBack(plan.lights[l])) continue;
        if (!main || weights[l] > weights[*main]) main = l;
    }
    if (!main) return;
    const std::vector<PartIndex>& parts = plan.figure->surface.parts;
    std::vector<float>& lit = irradiance.of_lights[*main];
    for (std::size_t l = 0; l < near.size(); ++l) {
        if (!near[l] || weights[l] <= 0.0F) continue;
        const float share = weights[l] / weights[*main];
        for (std::size_t v = 0; v < parts.size(); ++v) {  // the floor has no part
            if (isCloth(plan.parts[parts[v]].material)) {
                lit[v] += share * irradiance.of_lights[l][v];
            }
        }
    }
}

}  // namespace

Appearance beforeGlows(const Plan& plan, const Appearance& appearance) {
    Irradiance irradiance = appearance.irradiance;
    const std::vector<bool> near = nearLights(plan);
    if (plan.colours.glow.cloth_by_lamp) placeClothByLamp(plan, near, irradiance);
    for (std::size_t l = 0; l < near.size(); ++l) {
        if (near[l]) std::ranges::fill(irradiance.of_lights[l], 0.0F);
    }
    return appearanceOf(plan, std::move(irradiance), Finish::Settled, &appearance);
}

ColourBasis::ColourBasis(const Plan& of_plan, const Appearance& of_results)
    : plan(of_plan),
      appearance(of_results),
      weights(lightWeights(of_plan)),
      near(nearLights(of_plan)) {}

Returned returnedAt(const ColourBasis& source, std::size_t vertex) {
    const Values& values = source.appearance.values;
    const std::vector<Xyz>& part = values.colours[source.plan.figure->surface.parts[vertex]];
    Vec3d sum = Vec3d::Zero();
    double from_near = 0.0;
    for (std::size_t l = 0; l < source.weights.size(); ++l) {
        Vec3d xyz = source.weights[l] * source.appearance.irradiance.of_lights[l][vertex] *
                    values.kept[vertex] * part[l].xyz;
        if (l < values.specular.size() && !values.specular[l].empty()) {
            xyz += values.specular[l][vertex] * values.light_colours[l].xyz;
        }
        sum += xyz;
        if (source.near[l]) from_near += xyz.y();
    }
    return {{sum}, sum.y() > 0.0 ? from_near / sum.y() : 0.0};
}

Xyz paintedColour(const ColourBasis& source, std::size_t vertex) {
    const Values& values = source.appearance.values;
    const Returned returned = returnedAt(source, vertex);
    const Place place{values.painted[vertex],
                      source.plan.values.paint.position(values.lightness[vertex]),
                      returned.glow_share};
    const PartIndex part = source.plan.figure->surface.parts[vertex];
    const Xyz colour = values.development.coloured(part, returned.light, place);
    return values.veils.empty() ? colour : veiled(colour, values.veils[vertex]);
}

Lab plannedColour(const Plan& plan, const Appearance& appearance, std::size_t vertex) {
    return labFrom(paintedColour(ColourBasis(plan, appearance), vertex));
}

}  // namespace glaukophos
