// How far each place stands out from the surface round it, or lies below it.
#pragma once

#include <span>
#include <vector>

#include "core/geometry/mesh.h"

namespace glaukophos {

// What counts as a recess that paint runs into: so deep below the surface within that radius.
// Common practice, no source.
inline constexpr double kRecessDepth_mm = 0.06;
inline constexpr double kRecessScale_mm = 0.6;
// What stands out for a dry brush, of the surface round it.
inline constexpr double kCaughtRelief_mm = 0.03;
inline constexpr double kCaughtScale_mm = 0.8;

// mm along the normal from the mean of the surface within `radius_mm` (by area, on the same side)
// to the place itself: above 0 on ridges and beads, below in grooves. On a ball of radius R it is
// r^2 / 4R, on a cylinder half of that. `normals` and the result have one entry a vertex.
std::vector<float> reliefOf(const Mesh& mesh, std::span<const Vec3> normals, float radius_mm);

}  // namespace glaukophos
