// What every kind of step is completed with.
#include "core/work/work_basis.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/base/words.h"
#include "core/colour/coats.h"
#include "core/work/work_times.h"

namespace glaukophos {

namespace {

// "apron, bucket and belt: base, Deep".
std::string titleOf(const Plan& plan, const Step& step) {
    return capitalised(namesOf(plan, step.parts)) + ": " + step.layer;
}

}  // namespace

std::string namesOf(const Plan& plan, const std::vector<PartIndex>& parts) {
    std::string names;
    for (std::size_t i = 0; i < parts.size(); ++i) {
        const char* comma = i == 0 ? "" : i + 1 == parts.size() ? " and " : ", ";
        names += comma + plan.parts[parts[i]].name;
    }
    return names;
}

std::string areaWords(double area_mm2) {
    return area_mm2 >= 100.0 ? fmt::format("{:.1f} cm²", area_mm2 / 100.0)
                             : fmt::format("{:.0f} mm²", area_mm2);
}

void complete(const WorkBasis& basis, Step& step) {
    if (!step.layer.empty()) step.title = titleOf(basis.plan, step);
    if (step.mask.where == Where::GlowLines) {
        step.area_mm2 = step.lines_mm * basis.plan.values.edge_lines.width_mm;
    } else if (step.mask.where == Where::Lines || step.mask.where == Where::Drawn) {
        step.area_mm2 = step.lines_mm * step.mask.from;
    } else if (step.kind != StepKind::TouchUp) {
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
    step.work_min = workMinutes(step, basis.plan.steps);
    step.dry_min = dryMinutes(step, basis.plan.steps.hairdryer);
}

}  // namespace glaukophos
