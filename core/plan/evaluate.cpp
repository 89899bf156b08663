// Plan -> Reach -> Values -> Bands -> Ladders.
#include "core/plan/evaluate.h"

#include <algorithm>
#include <utility>

#include "core/plan/licences.h"
#include "core/value/settle.h"

namespace glaukophos {
namespace {

BandBorders bordersOf(const Plan& plan, const Values& values, std::span<const float> areas) {
    const BandChoices& bands = plan.values.bands;
    if (bands.by == BandsBy::Shares) return bordersFor(bands.shares, values.lightness, areas);
    if (!bands.borders.empty()) return bands.borders;
    return equalSteps(static_cast<std::size_t>(bands.count), plan.values.paint);
}

// Glowing sources have bands of their own, which do not count for the whole figure.
LeftOut leftOut(const Plan& plan, const Reach& reach) {
    LeftOut left_out{sourceParts(plan), reach.hidden, turnedOverParts(plan)};
    for (std::size_t p = 0; p < left_out.source_parts.size(); ++p) {
        if (left_out.apart[p]) left_out.source_parts[p] = false;
    }
    return left_out;
}

// What ladders are made from: the painted surface, whose `areas` are given, and that of glowing
// sources.
std::vector<float> ladderAreas(const Plan& plan, const Reach& reach, const LeftOut& left_out,
                               std::vector<float> areas) {
    const Surface& surface = plan.figure->surface;
    for (std::size_t v = 0; v < areas.size(); ++v) {
        const bool hidden = !reach.hidden.empty() && reach.hidden[v];
        if (left_out.apart[surface.parts[v]] && !hidden) areas[v] = surface.areas_mm2[v];
    }
    return areas;
}

Results resultsOf(const Plan& plan, Reach reach, Finish finish, const Results* exposed_as) {
    const Surface& surface = plan.figure->surface;
    Results results;
    results.reach = std::move(reach);
    results.values =
        valuesOf(plan, results.reach, exposed_as != nullptr ? &exposed_as->values : nullptr);
    Values& values = results.values;
    std::vector<float> areas = paintedAreas(plan, results.reach);
    const BandBorders borders =
        exposed_as != nullptr ? exposed_as->bands.borders : bordersOf(plan, values, areas);
    if (finish == Finish::Settled) {
        settle(surface, plan.values.bands, borders, surface.areas_mm2, values.lightness);
    }
    correct(plan, borders, values);
    const LeftOut left_out = leftOut(plan, results.reach);
    results.bands = sortIntoBands(surface, values.lightness, borders, left_out);
    const std::vector<float> ladder_areas =
        ladderAreas(plan, results.reach, left_out, std::move(areas));
    results.ladders = partLadders({surface, results.bands, values.lightness, values.painted,
                                   plan.values.paint, nearLights(plan), ladder_areas, values.kept,
                                   results.reach.irradiance, values.gloss, lightWeights(plan),
                                   values.colours, values.light_colours, values.development});
    results.whole = wholeLadder(results.bands, results.ladders, left_out);
    return results;
}

}  // namespace

Results resultsOf(const Plan& plan, Reach reach, Finish finish) {
    return resultsOf(plan, std::move(reach), finish, nullptr);
}

Results beforeGlows(const Plan& plan, const Results& results) {
    Reach reach = results.reach;
    const std::vector<bool> near = nearLights(plan);
    for (std::size_t l = 0; l < near.size(); ++l) {
        if (near[l]) std::ranges::fill(reach.irradiance[l], 0.0F);
    }
    return resultsOf(plan, std::move(reach), Finish::Settled, &results);
}

Result<Results> evaluate(const Plan& plan, const Progress& progress) {
    SkyTable table;
    auto reach = fullReach(plan, table, progress);
    if (!reach) return tl::unexpected(reach.error());
    return resultsOf(plan, std::move(*reach));
}

ColourBasis::ColourBasis(const Plan& of_plan, const Results& of_results)
    : plan(of_plan),
      results(of_results),
      weights(lightWeights(of_plan)),
      near(nearLights(of_plan)) {}

Returned returnedAt(const ColourBasis& source, std::size_t vertex) {
    const Values& values = source.results.values;
    const std::vector<Xyz>& part = values.colours[source.plan.figure->surface.parts[vertex]];
    Vec3d sum = Vec3d::Zero();
    double from_near = 0.0;
    for (std::size_t l = 0; l < source.weights.size(); ++l) {
        Vec3d xyz = source.weights[l] * source.results.reach.irradiance[l][vertex] *
                    values.kept[vertex] * part[l].xyz;
        if (l < values.gloss.size() && !values.gloss[l].empty()) {
            xyz += values.gloss[l][vertex] * values.light_colours[l].xyz;
        }
        sum += xyz;
        if (source.near[l]) from_near += xyz.y();
    }
    return {{sum}, sum.y() > 0.0 ? from_near / sum.y() : 0.0};
}

Xyz paintedColour(const ColourBasis& source, std::size_t vertex) {
    const Values& values = source.results.values;
    const Returned returned = returnedAt(source, vertex);
    const Place place{values.painted[vertex],
                      source.plan.values.paint.position(values.lightness[vertex]),
                      returned.glow_share};
    const PartIndex part = source.plan.figure->surface.parts[vertex];
    const Xyz colour = values.development.coloured(part, returned.light, place);
    return values.veils.empty() ? colour : veiled(colour, values.veils[vertex]);
}

Lab plannedColour(const Plan& plan, const Results& results, std::size_t vertex) {
    return labFrom(paintedColour(ColourBasis(plan, results), vertex));
}

}  // namespace glaukophos
