// Values of vertices at what a ray met.
#pragma once

#include <vector>

#include "core/geometry/ray_scene.h"

namespace glaukophos {

// `values` has one entry a vertex; `corners` is the triangle that was hit. Linear between them.
template <class T>
T atHit(const std::vector<T>& values, const Triangle& corners, const RayHit& hit) {
    return T((1.0F - hit.u - hit.v) * values[corners[0]] + hit.u * values[corners[1]] +
             hit.v * values[corners[2]]);
}

}  // namespace glaukophos
