// The steepest way up of a value along a surface.
#pragma once

#include "core/geometry/surface.h"

namespace glaukophos {

// Per mm, in the plane of the surface at a vertex; least squares over the vertices linked to it.
// `values` has one entry a vertex.
Vec3 slopeOf(const Surface& surface, std::span<const float> values, std::size_t vertex);

}  // namespace glaukophos
