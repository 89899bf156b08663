#include "devices/camera/subjects.h"

#include "core/pipeline/advance.h"
#include "core/work/laid_paint.h"

namespace glaukophos::camera {

Subject bareSubject(const Plan& plan, float reflectance) {
    Subject subject;
    subject.mesh = plan.figure->form->imported.mesh;
    subject.planned_mm = subject.mesh.positions_mm;
    subject.colours.assign(subject.planned_mm.size(), Vec3::Constant(reflectance));
    return subject;
}

Result<Subject> paintedSubject(const Plan& plan, std::optional<std::size_t> steps) {
    auto all = evaluated(plan, Goal::Desk, {});
    if (!all) return tl::unexpected(all.error());
    const Work& work = (*all)->desk->work;
    LaidPaint paint(plan, *(*all)->appearance, work);
    paint.layUpTo(std::min(steps.value_or(work.steps.size()), work.steps.size()));
    Subject subject;
    subject.mesh = plan.figure->surface.mesh;
    subject.planned_mm = subject.mesh.positions_mm;
    subject.colours = paint.colours();
    return subject;
}

}  // namespace glaukophos::camera
