// The figure of a plan as the simulated camera finds it on the table.
#pragma once

#include <optional>

#include "core/base/result.h"
#include "core/plan/plan.h"
#include "devices/camera/shot.h"

namespace glaukophos::camera {

// Primed in one grey, from the file's own triangles.
Subject bareSubject(const Plan& plan, float reflectance);

// After so many steps of the plan (none: all of them). Works the plan out: seconds.
Result<Subject> paintedSubject(const Plan& plan, std::optional<std::size_t> steps);

}  // namespace glaukophos::camera
