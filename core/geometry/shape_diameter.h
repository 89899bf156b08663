// How thick the body is under each triangle.
#pragma once

#include "core/base/progress.h"
#include "core/geometry/ray_scene.h"

namespace glaukophos {

// Shapira, Shamir & Cohen-Or, "Consistent mesh partitioning and skeletonisation using the shape
// diameter function", The Visual Computer 24, 2008: the median way to the other side along rays in
// a cone of 60 degrees half angle into the body; here 16 rays. One entry a triangle, mm. `scene` is
// made of `mesh`.
std::vector<float> shapeDiameters(const Mesh& mesh, const RayScene& scene,
                                  const Progress& progress);

}  // namespace glaukophos
