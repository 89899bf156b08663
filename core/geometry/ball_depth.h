// How deep places lie below a surface that a ball, rolled over it from outside, closes: what a
// painter calls a crack, a vent, a panel line.
#pragma once

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/geometry/ray_scene.h"

namespace glaukophos {

inline constexpr float kLeastBall_mm = 0.1F;
inline constexpr float kLargestBall_mm = 10.0F;

// For each of `points_mm`, in mm: the distance to the nearest ball of `radius_mm` that the outside
// has room for, 0 where it touches. It is the depth below the morphological closing of the solid
// (Serra, Image Analysis and Mathematical Morphology, 1982): R / sin(a) - R in the bottom of a V of
// half angle a, t + sqrt(R^2 - w^2 / 4) - R in the middle of a slot t deep and w < 2 R wide.
// `scene` is of `mesh`. The radius lies between the limits above. Fails when stopped.
Result<std::vector<float>> depthsBelowBall(const Mesh& mesh, const RayScene& scene,
                                           std::span<const Vec3> points_mm, float radius_mm,
                                           const Progress& progress);

}  // namespace glaukophos
