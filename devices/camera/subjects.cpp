#include "devices/camera/subjects.h"

#include <algorithm>

#include "core/work/laid_paint.h"

namespace glaukophos::camera {

Subject bareSubject(const Plan& plan, float reflectance) {
    Subject subject;
    subject.mesh = plan.figure->form->imported.mesh;
    subject.planned_mm = subject.mesh.positions_mm;
    subject.colours.assign(subject.planned_mm.size(), Vec3::Constant(reflectance));
    return subject;
}

Subject paintedSubject(const Evaluated& e, std::optional<std::size_t> steps) {
    const Plan& plan = e.plan;
    const Work& work = e.desk->work;
    LaidPaint paint(plan, *e.appearance, work);
    paint.layUpTo(std::min(steps.value_or(work.steps.size()), work.steps.size()));
    Subject subject;
    subject.mesh = plan.figure->surface.mesh;
    subject.planned_mm = subject.mesh.positions_mm;
    subject.colours = paint.colours();
    return subject;
}

void layCardDown(Shot& shot, const Bounds& figure, bool on_its_right) {
    const float gap = 0.06F * figure.size().x();
    shot.card.patch_mm = std::max(4.0F, 0.11F * figure.size().maxCoeff());
    const float x =
        on_its_right ? figure.low.x() - gap - 3.0F * shot.card.patch_mm : figure.high.x() + gap;
    const float middle = 0.7F * figure.low.y() + 0.3F * figure.high.y();
    shot.card.corner_mm = {x, middle - 0.5F * shot.card.patch_mm, figure.low.z()};
}

}  // namespace glaukophos::camera
