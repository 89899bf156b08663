// Where a stroke of a brush went.
#pragma once

#include <functional>
#include <span>

#include "core/geometry/surface.h"
#include "core/plan/painted_volume.h"
#include "core/plan/value_choices.h"

namespace glaukophos {

// Calls `change` with each vertex under the brush and how much of the stroke it has: 1 in its
// middle, falling to 0 past the rim. Vertices are taken from several threads at once.
void whereBrushed(const Surface& surface, const Correction& stroke,
                  const std::function<void(std::size_t vertex, float amount)>& change);

// The same of a soft brush, which falls from 1 in the middle to 0 at its radius r as
// (1 - (d / r)^2)^2: both it and its slope end at nothing. Spans have one entry a place.
void whereBrushed(std::span<const Vec3> points_mm, std::span<const Vec3> normals,
                  const PaintedVolume& stroke,
                  const std::function<void(std::size_t place, float amount)>& change);

}  // namespace glaukophos
