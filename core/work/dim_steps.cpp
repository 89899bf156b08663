// One glaze over all parts; its map leaves out what glows reach.
#include "core/work/dim_steps.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/work/part_steps.h"
#include "core/work/step_key.h"

namespace glaukophos {
namespace {

constexpr double kRestGlaze = 6.0;  // parts of thinner; common practice, no source

}  // namespace

std::vector<Step> dimSteps(const WorkBasis& basis) {
    const auto leading = std::ranges::find_if(
        basis.mixes.glows, [](const auto& glow) { return glow && !glow->rest.drops.empty(); });
    if (leading == basis.mixes.glows.end()) return {};
    Step dim;
    dim.kind = StepKind::Dim;
    dim.key = keyOf("dim", 0);
    dim.phase = Phase::Glow;
    dim.title = "A thin dark glaze over all the rest";
    const std::vector<bool> sources = sourceParts(basis.plan);
    for (std::size_t p = 0; p < basis.plan.parts.size(); ++p) {
        if (sources[p] || comesLate(basis.plan, p)) continue;
        dim.parts.push_back(static_cast<PartIndex>(p));
    }
    dim.mask = {Where::Rest, -1e9, 1e9, 0, 0};
    dim.recipe = (*leading)->rest;
    dim.thinner = kRestGlaze;
    dim.coats = 1;
    dim.why = fmt::format(
        "Darkness sells light: what no glow reaches goes down by about {:.0f} "
        "L*, and duller.",
        basis.plan.colours.glow.darken);
    dim.how =
        "Thin and even, up to where the glow will begin; lift what pools in recesses with a clean "
        "brush. Leave it out where the rest is dark enough.";
    complete(basis, dim);
    std::vector<Step> steps;
    if (dim.area_mm2 >= 1.0) steps.push_back(std::move(dim));
    return steps;
}

}  // namespace glaukophos
