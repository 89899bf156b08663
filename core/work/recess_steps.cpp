#include "core/work/recess_steps.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/geometry/relief.h"
#include "core/work/bare_ground.h"
#include "core/work/work_times.h"

namespace glaukophos {
namespace {

constexpr double kLeast_mm2 = 3.0;
constexpr double kLine_mm = 0.25;
constexpr double kDarkest_L = 9.0;

std::vector<PartIndex> partsWithRecesses(const WorkBasis& basis) {
    std::vector<PartIndex> parts;
    for (std::size_t p = 0; p < basis.plan.parts.size(); ++p) {
        const auto part = static_cast<PartIndex>(p);
        const Material material = basis.plan.parts[p].material;
        const bool stays_clean = material == Material::Glowing || material == Material::Water ||
                                 material == Material::Glass || isMetal(material);
        if (stays_clean || isPaintedAfterGlow(basis.plan, part)) continue;
        if (basis.before.bands.parts[p].area_mm2() > 0.0) parts.push_back(part);
    }
    return parts;
}

// Darker than all, in the mean hue of what lies deepest on the parts.
Lab darkOf(const WorkBasis& basis, const std::vector<PartIndex>& parts) {
    Lab sum{0, 0, 0};
    double area = 0.0;
    for (const PartIndex part : parts) {
        for (const Rung& rung : basis.before.ladders[part]) {
            if (!rung.present) continue;
            sum.a += rung.area_mm2 * rung.target.a;
            sum.b += rung.area_mm2 * rung.target.b;
            area += rung.area_mm2;
            break;
        }
    }
    area = std::max(1e-6, area);
    return {kDarkest_L, 0.6 * sum.a / area, 0.6 * sum.b / area};
}

}  // namespace

std::vector<Step> recessSteps(const WorkBasis& basis) {
    const Recesses way = basis.plan.steps.recesses;
    Step step;
    step.parts = partsWithRecesses(basis);
    if (way == Recesses::AsLit || step.parts.empty()) return {};
    const bool washed = way == Recesses::Washed;
    step.kind = washed ? StepKind::Wash : StepKind::Lining;
    step.key = washed ? "recesses/wash" : "recesses/lining";
    step.title = washed ? "A dark wash into the recesses" : "Dark lines where parts meet";
    step.mask = washed ? Mask{Where::Recess, kRecessDepth_mm, kRecessScale_mm, 0, 0}
                       : Mask{Where::Seam, kLine_mm, 0, 0, 0};
    step.recipe =
        recipeOf(basis.plan, basis.mixes.rack, darkOf(basis, step.parts), basis.mixes.allowed);
    step.thinner = washed ? 6.0 : 2.0;
    step.tool = washed ? Tool::Brush : Tool::FineBrush;
    step.phase = Phase::Edges;
    complete(basis, step);
    if (step.area_mm2 < kLeast_mm2) return {};
    if (washed) {
        step.why = fmt::format("{:.0f} mm2 lie deeper than {:.2f} mm: dark there parts the forms.",
                               step.area_mm2, kRecessDepth_mm);
        step.how =
            "Into the recesses only: over finished lights it stains. Take off what runs out with a "
            "damp brush before it dries.";
    } else {
        step.lines_mm = step.area_mm2 / (2.0 * kLine_mm);  // a line has two sides
        step.work_min = workMinutes(step, basis.plan.steps);
        step.why = fmt::format(
            "{:.0f} mm of seams lie on the dark side: a line there parts one thing from the next.",
            step.lines_mm);
        step.how = "Thin as ink, with the tip; where the light falls there is no line.";
    }
    return {step};
}

}  // namespace glaukophos
