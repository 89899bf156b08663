// A veil lies on the part that its middle is on.
#include "core/work/hue_steps.h"

#include <algorithm>
#include <cmath>

#include "core/work/step_key.h"

namespace glaukophos {

std::vector<Step> hueSteps(const WorkBasis& basis, PartIndex part) {
    std::vector<Step> steps;
    const std::vector<HueVeil>& veils = basis.plan.colours.veils;
    for (std::size_t i = 0; i < veils.size(); ++i) {
        if (basis.veil_parts[i] != part) continue;
        Step veil;
        veil.kind = StepKind::Hue;
        veil.parts = {part};
        veil.key = keyOf(basis.plan.parts[part], "hue", i);
        veil.layer = veils[i].name.empty() ? "another hue" : veils[i].name;
        veil.mask = {Where::Hue, 0.01, 1e9, 0, i};
        veil.recipe = recipeOf(basis.plan, basis.mixes.rack,
                               labFrom(xyzFrom(linearFrom(veils[i].colour))), basis.mixes.allowed);
        veil.thinner = 6.0;
        veil.coats = std::clamp(static_cast<int>(std::lround(8.0 * veils[i].strength)), 1, 8);
        veil.why = "Large areas need variety of hue as well as of value.";
        veil.how = "Very thin, strongest in the middle, nothing at the rim.";
        steps.push_back(std::move(veil));
    }
    return steps;
}

}  // namespace glaukophos
