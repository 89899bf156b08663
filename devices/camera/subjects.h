// The figure of a plan as the simulated camera finds it on the table.
#pragma once

#include <optional>

#include "core/pipeline/evaluated.h"
#include "devices/camera/shot.h"

namespace glaukophos::camera {

// Primed in one grey, from the file's own triangles.
Subject bareSubject(const Plan& plan, float reflectance);

// After so many steps of the plan (none: all of them); its desk is worked out.
Subject paintedSubject(const Evaluated& e, std::optional<std::size_t> steps);

// A card beside a figure: on its left, or on its right.
void layCardDown(Shot& shot, const Bounds& figure, bool on_its_right = false);

}  // namespace glaukophos::camera
