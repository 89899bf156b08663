// The points whose light is asked for: surface vertices, the floor, or points given by the user.
#pragma once

#include <span>

#include "core/geometry/ray_scene.h"

namespace glaukophos {

// Both spans have the same length; normals have length 1.
struct Receivers {
    std::span<const Vec3> points_mm;
    std::span<const Vec3> normals;
    float offset_mm = 0.01F;  // rays start this far above the surface, against self-shadowing

    [[nodiscard]] std::size_t count() const { return points_mm.size(); }
    [[nodiscard]] Vec3 origin(std::size_t i) const { return points_mm[i] + offset_mm * normals[i]; }
};

// An offset that suits a figure of this size: a hundredth of a millimetre for 50 mm.
inline float offsetFor(const Bounds& bounds) { return std::max(0.002F, 2e-4F * bounds.diagonal()); }

}  // namespace glaukophos
