// Labels are carried over by place, lights move with the figure.
#include "core/plan/new_figure.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/figure/label_transfer.h"
#include "core/figure/study_sheet.h"
#include "core/plan/drawn_things.h"

namespace glaukophos {
namespace {

// What stands near the figure goes with it.
void moveLight(LightKind& kind, const Stance& stance, const Vec3& shift) {
    const auto go = [&](Vec3& place) { place = moved(place, stance, shift); };
    std::visit(Overloaded{[&](Lamp& lamp) {
                              go(lamp.centre_mm);
                              lamp.radius_mm *= stance.scale;
                          },
                          [&](Rod& rod) {
                              go(rod.from_mm);
                              go(rod.to_mm);
                              rod.radius_mm *= stance.scale;
                          },
                          [&](Panel& panel) {
                              go(panel.centre_mm);
                              panel.width_mm *= stance.scale;
                              panel.height_mm *= stance.scale;
                              panel.faces = clockFrom(stance.turn * towards(panel.faces));
                          },
                          [](auto&) {}},
               kind);
}

// A figure that grew or shrank this much is to be planned with other brushes.
bool needsNewSurface(const Form& form, float scale) {
    return !isStudySheet(form) && (scale > 1.3F || scale < 0.77F);
}

}  // namespace

Result<Plan> restood(const Plan& plan, const Stance& stance, const Progress& progress) {
    const Form& before = *plan.figure->form;
    ImportedFigure imported = before.imported;
    const Vec3 shift = shiftFor(imported.mesh, stance);
    move(imported.mesh, stance, shift);
    imported.unit_mm *= stance.scale;
    WorkingSurface whole = before.whole;
    move(whole.mesh, stance, shift);
    whole.longest_edge_mm *= stance.scale;
    whole.deviation_mm *= stance.scale;
    for (Vec3& n : whole.normals) n = stance.turn * n;
    whole.labels = *plan.figure->labels;

    auto form = makeForm(imported, std::move(whole),
                         {progress.stop, [&](double f) {
                              progress.at(needsNewSurface(before, stance.scale) ? 0.4 * f : f);
                          }});
    if (!form) return tl::unexpected(form.error());
    PartLabels labels = *plan.figure->labels;
    if (needsNewSurface(before, stance.scale)) {
        auto finer = makeForm(std::move(imported),
                              {progress.stop, [&](double f) { progress.at(0.4 + 0.6 * f); }});
        if (!finer) return tl::unexpected(finer.error());
        const float near_mm = 0.02F * (*finer)->bounds.diagonal();
        labels = transferLabels(**form, labels, **finer, near_mm).labels;
        form = std::move(finer);
    }
    Plan after = plan;
    after.figure = dividedFigure(
        std::move(*form), std::make_shared<const PartLabels>(std::move(labels)), plan.parts.size());
    forAllLights(after, [&](Light& light) { moveLight(light.kind, stance, shift); });
    carryDrawn(after, stance, shift, [](const Vec3&) { return true; });
    carryPhotographs(after.photographs, stance, shift);
    after.view.focus_mm = stance.scale * (stance.turn * after.view.focus_mm);
    return after;
}

Result<Plan> withNewFigure(const Plan& plan, ImportedFigure imported, const Progress& progress) {
    auto form = makeForm(std::move(imported), progress);
    if (!form) return tl::unexpected(form.error());
    const float near_mm = std::max(0.1F, 0.004F * (*form)->bounds.diagonal());
    Transferred moved_over =
        transferLabels(*plan.figure->form, *plan.figure->labels, **form, near_mm);
    if (moved_over.matched < 0.5) {
        return fail(
            ErrorCode::BadInput,
            fmt::format("Only {:.0f} % of this file lies where the figure of the plan does. "
                        "Open it as a new plan, or choose the file that was cut anew from "
                        "the same figure.",
                        100.0 * moved_over.matched));
    }
    Plan after = plan;
    after.figure = dividedFigure(std::move(*form),
                                 std::make_shared<const PartLabels>(std::move(moved_over.labels)),
                                 plan.parts.size());
    return after;
}

}  // namespace glaukophos
