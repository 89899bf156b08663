// The vertex of a surface that a place belongs to.
#pragma once

#include "core/geometry/surface.h"

namespace glaukophos {

// `surface` must have a vertex.
inline std::size_t nearestVertex(const Surface& surface, const Vec3& point_mm) {
    std::size_t nearest = 0;
    float least = 1e30F;
    for (std::size_t v = 0; v < surface.mesh.positions_mm.size(); ++v) {
        const float away = (surface.mesh.positions_mm[v] - point_mm).squaredNorm();
        if (away >= least) continue;
        least = away;
        nearest = v;
    }
    return nearest;
}

}  // namespace glaukophos
