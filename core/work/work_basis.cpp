// What every kind of step is completed with.
#include "core/work/work_basis.h"

#include <algorithm>
#include <cctype>
#include <cmath>

#include "core/colour/coats.h"
#include "core/work/work_times.h"

namespace glaukophos {

bool comesLate(const Part& part) {
    std::string name = part.name;
    std::ranges::transform(name, name.begin(),
                           [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return part.material == Material::MetalInPaint || part.material == Material::MetallicPaint ||
           name == "eye" || name == "eyes";
}

namespace {

// "apron, bucket and belt: base, Deep".
std::string titleOf(const Plan& plan, const Step& step) {
    std::string names;
    for (std::size_t i = 0; i < step.parts.size(); ++i) {
        const char* comma = i == 0 ? "" : i + 1 == step.parts.size() ? " and " : ", ";
        names += comma + plan.parts[step.parts[i]].name;
    }
    return names + ": " + step.layer;
}

}  // namespace

void complete(const WorkBasis& basis, Step& step) {
    if (!step.layer.empty()) step.title = titleOf(basis.plan, step);
    if (step.mask.where == Where::Lines) {
        step.area_mm2 = step.lines_mm * basis.plan.values.edge_lines.width_mm;
    } else {
        step.area_mm2 = areaOf(basis.maps(), step.mask, step.parts);
    }
    if (!step.recipe.drops.empty()) {
        const double drops = dropsFor(step.area_mm2, step.coats, filmThickness(step.thinner)) *
                             basis.plan.steps.figures;
        step.amounts = amountsOf(step.recipe, drops);
        step.batches = std::max(1, static_cast<int>(std::ceil(drops / dropsIn(step.amounts))));
    }
    step.tool_words = toolWords(step);
    step.caution = cautionFor(step);
    step.work_min = workMinutes(step, basis.plan.steps.pace);
    step.dry_min = dryMinutes(step, basis.plan.steps.hairdryer);
}

}  // namespace glaukophos
