// Distance along a surface.
#pragma once

#include "core/geometry/mesh.h"

namespace glaukophos {

// From the nearest of `sources` to every vertex, in mm; infinite where no path leads. Fast marching
// on triangles (Kimmel & Sethian, PNAS 95, 1998); in obtuse triangles distances run along edges.
std::vector<float> surfaceDistances(const Mesh& mesh, std::span<const std::uint32_t> sources);

}  // namespace glaukophos
