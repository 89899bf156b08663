#include "core/work/bare_ground.h"

#include <fmt/format.h>
#include <tbb/parallel_invoke.h>

#include <algorithm>

#include "core/base/parallel.h"
#include "core/colour/colour_difference.h"
#include "core/painted/underpaint.h"
#include "core/value/settle.h"
#include "core/work/metal_steps.h"

namespace glaukophos {
namespace {

constexpr double kNearEnough = 5.0;      // CIEDE2000
constexpr double kLeastPatch_mm2 = 1.2;  // a brush mark
constexpr double kSmallDeep = 0.05;      // a darkest band this small is laid over the next

struct Painted {
    const Appearance& appearance;
    const PartMixes& mixes;
    const Ladder& ladder;
};

Painted paintedAs(const WorkBasis& basis, PartIndex part) {
    const bool after = isPaintedAfterGlow(basis.plan, part);
    const Appearance& appearance = after ? basis.appearance : basis.before;
    return {appearance, after ? basis.mixes.parts[part] : basis.parts[part],
            appearance.ladders[part]};
}

// What is wanted in each band of a part, and how far the ground may be off there. Bands that share
// a mix are one; nothing is known of a part without any.
struct Wanted {
    std::vector<Lab> colours;
    std::vector<double> tolerances;
    std::size_t first = 0;  // that the part begins with

    [[nodiscard]] bool isMet(std::size_t band, const Lab& here) const {
        // Lightness alone is off by more: it is weighted by at most 1.75 (CIE 142, S_L at 0 and
        // 100).
        if (std::abs(here.L - colours[band].L) > 1.75 * tolerances[band]) return false;
        return ciede2000(here, colours[band]) <= tolerances[band];
    }
};

Wanted wantedOf(const WorkBasis& basis, PartIndex part, const Painted& painted) {
    const LayerBands layers = layerBandsOf(basis, part);
    Wanted wanted;
    if (layers.bands.empty() || buildUpOf(basis.plan, part) == BuildUp::GreysFirst) return wanted;
    if (isByMetallics(basis, part)) return wanted;  // no ground shines as flakes do
    const auto mixAt = [&](std::size_t layer) {
        return painted.mixes.bands[layers.bands[layer]].recipe.colour;
    };
    wanted.first = layers.first;
    std::size_t layer = 0;
    for (std::size_t b = 0; b < painted.ladder.size(); ++b) {
        if (layer + 1 < layers.bands.size() && layers.bands[layer + 1] <= b) ++layer;
        double tolerance = kNearEnough;
        if (layer > 0) {
            tolerance = std::min(tolerance, 0.5 * ciede2000(mixAt(layer - 1), mixAt(layer)));
        }
        if (layer + 1 < layers.bands.size()) {
            tolerance = std::min(tolerance, 0.5 * ciede2000(mixAt(layer), mixAt(layer + 1)));
        }
        wanted.colours.push_back(mixAt(layer));
        wanted.tolerances.push_back(tolerance);
    }
    return wanted;
}

// 100 where it will do, else 0; specks go to what is round them.
std::shared_ptr<const std::vector<bool>> merged(const Surface& surface, std::vector<float> marks) {
    if (std::ranges::none_of(marks, [](float mark) { return mark > 0.0F; })) return nullptr;
    mergeSpecks(surface, kLeastPatch_mm2, marks);
    auto result = std::make_shared<std::vector<bool>>(marks.size());
    for (std::size_t v = 0; v < marks.size(); ++v) (*result)[v] = marks[v] > 50.0F;
    return result;
}

// What the bases are laid on, where they are: one entry a part.
std::vector<Reflectance> meansUnder(const Plan& plan, std::span<const Xyz> ground,
                                    const std::vector<float>& done) {
    const Surface& surface = plan.figure->surface;
    std::vector<Vec3d> sums(plan.parts.size(), Vec3d::Zero());
    std::vector<double> areas(plan.parts.size(), 0.0);
    for (std::size_t v = 0; v < ground.size(); ++v) {
        if (done[v] > 0.0F) continue;
        sums[surface.parts[v]] += surface.areas_mm2[v] * ground[v].xyz;
        areas[surface.parts[v]] += surface.areas_mm2[v];
    }
    std::vector<Reflectance> means;
    for (std::size_t p = 0; p < sums.size(); ++p) {
        means.push_back(areas[p] > 0.0
                            ? reflectanceOf(displayable(labFrom(Xyz{sums[p] / areas[p]})))
                            : reflectanceOf(plan.mixing.primer));
    }
    return means;
}

}  // namespace

bool isPaintedAfterGlow(const Plan& plan, PartIndex part) {
    return comesLate(plan, part) || turnedOverParts(plan)[part];
}

LayerBands layerBandsOf(const WorkBasis& basis, PartIndex part) {
    const Painted painted = paintedAs(basis, part);
    const Ladder& ladder = painted.ladder;
    double area = 0.0;
    for (const Rung& rung : ladder) area += rung.area_mm2;
    LayerBands result;
    for (std::size_t b = 0; b < ladder.size(); ++b) {
        const BandMix& mix = painted.mixes.bands[b];
        if (!ladder[b].present || !mix.present || mix.recipe.drops.empty()) continue;
        const bool same_as_below =
            mix.joined && !result.bands.empty() &&
            painted.mixes.bands[result.bands.back()].recipe.drops == mix.recipe.drops;
        const double least = std::max(kLeastBand_mm2, kLeastBandShare * area);
        if (!same_as_below && ladder[b].area_mm2 >= std::min(least, 0.5 * area)) {
            result.bands.push_back(b);
        }
    }
    if (result.bands.empty()) return result;
    switch (buildUpOf(basis.plan, part)) {
        case BuildUp::MiddleFirst:
            result.first = result.bands[result.bands.size() / 2];
            break;
        case BuildUp::LightToDark:
            result.first = result.bands.back();
            break;
        default:
            result.first = result.bands.size() > 1 && ladder[result.bands[0]].share < kSmallDeep
                               ? result.bands[1]
                               : result.bands[0];
    }
    return result;
}

BareGround bareGroundOf(const WorkBasis& basis) {
    const Plan& plan = basis.plan;
    const Surface& surface = plan.figure->surface;
    const std::size_t count = surface.parts.size();
    std::vector<Xyz> ground = underpaintedOf(plan, basis.appearance.irradiance);
    const bool is_primer = ground.empty();
    if (is_primer) {
        ground.assign(count, reflected(daylight(), reflectanceOf(plan.mixing.primer)));
    }
    std::vector<float> right(count, 0.0F);
    std::vector<float> based(count, 0.0F);
    std::vector<Painted> painted;
    std::vector<Wanted> wanted;
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        const auto part = static_cast<PartIndex>(p);
        painted.push_back(paintedAs(basis, part));
        wanted.push_back(wantedOf(basis, part, painted.back()));
    }
    const Lab primer = labFrom(ground.front());
    forChunks(count, {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            const PartIndex part = surface.parts[v];
            const Wanted& here = wanted[part];
            if (here.colours.empty()) continue;
            const Appearance& appearance = painted[part].appearance;
            const std::size_t band =
                bandOf(appearance.values.lightness[v], appearance.bands.borders);
            const Lab colour = is_primer ? primer : labFrom(ground[v]);
            if (here.isMet(band, colour)) right[v] = 100.0F;
            if (right[v] > 0.0F || here.isMet(here.first, colour)) based[v] = 100.0F;
        }
    });
    BareGround bare;
    bare.under = meansUnder(plan, ground, based);
    tbb::parallel_invoke([&] { bare.right = merged(surface, std::move(right)); },
                         [&] { bare.based = merged(surface, std::move(based)); });
    return bare;
}

bool leaveBareGround(const WorkBasis& basis, Step& step) {
    constexpr double kTouchUp = 0.8;  // of the layer: less is a touching up
    const bool base = step.kind == StepKind::Base;
    const bool covers = base || step.kind == StepKind::Layer || step.kind == StepKind::Between;
    const auto& but_not = base ? basis.bare.based : basis.bare.right;
    if (!covers || but_not == nullptr || step.mask.but_not != nullptr) return true;
    Mask rest = step.mask;
    rest.but_not = but_not;
    const double whole_mm2 = areaOf(basis.maps(), step.mask, step.parts);
    const double rest_mm2 = areaOf(basis.maps(), rest, step.parts);
    if (rest_mm2 > 0.995 * whole_mm2) return true;
    step.mask = rest;
    if (rest_mm2 < kTouchUp * whole_mm2) {
        if (!base) step.layer = "touch up " + step.layer;
        step.why += fmt::format(" The ground is right already on {} of it.",
                                areaWords(whole_mm2 - rest_mm2));
    }
    return rest_mm2 >= kLeastBand_mm2;
}

}  // namespace glaukophos
