// What strokes of any brush have to keep to.
#pragma once

#include <algorithm>
#include <vector>

#include "core/base/vec.h"

namespace glaukophos {

// Of one stroke: each is looked at from every vertex.
inline constexpr std::size_t kMostStrokePoints = 5000;

// Whether each point has its normal, and all are numbers.
inline bool fitTogether(const std::vector<Vec3>& points_mm, const std::vector<Vec3>& normals) {
    const auto finite = [](const Vec3& v) { return v.allFinite(); };
    return points_mm.size() == normals.size() && std::ranges::all_of(points_mm, finite) &&
           std::ranges::all_of(normals, finite);
}

}  // namespace glaukophos
