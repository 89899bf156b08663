// Laid before any part is painted on its own.
#include "core/work/ground_steps.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/work/spray_steps.h"
#include "core/work/step_key.h"

namespace glaukophos {
namespace {

constexpr double kLeastGrey_mm2 = 1.5;  // less is not worth a mix of its own

Step primeStep(const WorkBasis& basis) {
    Step prime;
    prime.kind = StepKind::Prime;
    prime.key = "primer";
    prime.title = "Primer";
    prime.paint = fmt::format("primer {}", hexFrom(basis.plan.mixing.primer));
    prime.tool = Tool::Can;
    prime.thinner = 0.0;
    prime.why = "Paint holds on it; its colour means \"no light yet\".";
    prime.how = "Resin washed and cured, plastic washed; then short passes from all sides.";
    complete(basis, prime);
    return prime;
}

}  // namespace

std::vector<Step> primerSteps(const WorkBasis& basis) {
    std::vector<Step> steps{primeStep(basis)};
    for (Step& spray : underSprays(basis, steps.front())) steps.push_back(std::move(spray));
    return steps;
}

std::vector<Step> greySteps(const WorkBasis& basis) {
    std::vector<PartIndex> parts;
    for (std::size_t p = 0; p < basis.plan.parts.size(); ++p) {
        const bool painted = basis.before.bands.parts[p].area_mm2() > 0.0;
        if (painted && buildUpOf(basis.plan, p) == BuildUp::GreysFirst) {
            parts.push_back(static_cast<PartIndex>(p));
        }
    }
    std::vector<Step> steps;
    if (parts.empty()) return steps;
    const BandBorders& borders = basis.before.bands.borders;
    for (std::size_t b = 0; b <= borders.size(); ++b) {
        Step step;
        step.kind = b == 0 ? StepKind::Base : StepKind::Layer;
        step.parts = parts;
        step.band = b;
        step.key = keyOf("greys", b);
        step.title = fmt::format("Greys: {}", bandName(b, borders.size() + 1));
        step.mask = {Where::Values, b == 0 ? -1e9 : borders[b - 1], 1e9, 0, 0};
        step.recipe =
            recipeOf(basis.plan, basis.mixes.rack, {middleOf(b, borders, basis.paint()), 0.0, 0.0},
                     basis.mixes.allowed);
        step.thinner = basis.plan.mixing.thinner;
        step.coats = b == 0 ? 2 : 1;
        step.why = "All values in greys first; transparent colour goes over them.";
        step.how = "Draw from dark to light; these borders show through the colour.";
        step.phase = Phase::Ground;
        if (!steps.empty()) follows(step, steps.back(), "each grey lies on the darker one");
        complete(basis, step);
        if (step.area_mm2 >= kLeastGrey_mm2) steps.push_back(std::move(step));
    }
    return steps;
}

}  // namespace glaukophos
