// Common practice, no source.
#include "core/work/rim_steps.h"

#include <fmt/format.h>

#include "core/base/words.h"
#include "core/work/step_key.h"

namespace glaukophos {
namespace {

constexpr double kRim_mm = 0.6;
constexpr double kLeastRim_mm2 = 4.0;

// What has relief enough for a dry brush.
bool isRough(Material material) {
    return material == Material::Stone || material == Material::Wood ||
           material == Material::Bone || material == Material::WornLeather;
}

Mask rimOf(PartIndex recessed) { return {Where::Rim, kRim_mm, 1e9, 0, recessed}; }

const BandMix* mixOf(const PartMixes& mixes, bool darkest) {
    const BandMix* found = nullptr;
    for (const BandMix& band : mixes.bands) {
        if (!band.present || band.recipe.drops.empty()) continue;
        found = &band;
        if (darkest) break;
    }
    return found;
}

Step rimStep(const WorkBasis& basis, PartIndex part, PartIndex recessed, const char* what) {
    Step step;
    step.kind = StepKind::Reshade;
    step.parts = {part};
    step.key = keyOf(basis.plan.parts[part], what, recessed);
    step.mask = rimOf(recessed);
    step.phase = Phase::AfterGlow;
    step.coats = 1;
    return step;
}

}  // namespace

bool isRecessedGlow(const Plan& plan, std::size_t part) {
    return turnedOverParts(plan)[part] && plan.parts[part].ramp.brightest_at == BrightestAt::Depth;
}

std::vector<PartIndex> partsOver(const WorkBasis& basis, PartIndex recessed) {
    const std::vector<double> areas = areasOf(basis.maps(), rimOf(recessed));
    const std::vector<bool> sources = sourceParts(basis.plan);
    std::vector<PartIndex> parts;
    for (std::size_t p = 0; p < areas.size(); ++p) {
        if (p == recessed || sources[p] || areas[p] < kLeastRim_mm2) continue;
        parts.push_back(static_cast<PartIndex>(p));
    }
    return parts;
}

std::vector<Step> rimSteps(const WorkBasis& basis) {
    std::vector<Step> steps;
    for (std::size_t g = 0; g < basis.plan.parts.size(); ++g) {
        if (!isRecessedGlow(basis.plan, g)) continue;
        const auto recessed = static_cast<PartIndex>(g);
        const std::string& name = basis.plan.parts[g].name;
        for (const PartIndex part : partsOver(basis, recessed)) {
            const BandMix* dark = mixOf(basis.parts[part], true);
            const BandMix* light = mixOf(basis.parts[part], false);
            if (dark == nullptr || light == dark) continue;
            Step black = rimStep(basis, part, recessed, "rims");
            black.layer = fmt::format("rims beside {} dark again", name);
            black.recipe = dark->recipe;
            black.thinner = 1.0;
            black.tool = Tool::FineBrush;
            black.why = fmt::format(
                "What was meant for {} has run onto the rims: dark beside it, "
                "it glows.",
                name);
            black.how = "The side of the brush along the edge, away from the glow.";
            complete(basis, black);
            steps.push_back(black);
            if (!isRough(basis.plan.parts[part].material)) continue;
            Step up = rimStep(basis, part, recessed, "rims-up");
            up.layer = fmt::format("rims beside {} drybrushed up", name);
            up.recipe = light->recipe;
            up.thinner = 0.0;
            up.tool = Tool::DryBrush;
            up.why = "The edges stand out again from what was set dark.";
            up.how = "Nearly dry, across the edges and never into the glow.";
            follows(up, black, "what is drybrushed has to be dark first");
            complete(basis, up);
            steps.push_back(std::move(up));
        }
    }
    return steps;
}

}  // namespace glaukophos
