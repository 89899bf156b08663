// Brings a part to brush resolution: not finer than a budget, not coarser than an edge length.
#pragma once

#include "core/base/progress.h"
#include "core/geometry/mesh.h"

namespace glaukophos {

// Splits every edge longer than `max_edge_mm` until none is left. Flat areas stay flat, shared
// edges stay shared. Stops early at `max_triangles`.
void subdivide(std::vector<Vec3>& positions_mm, std::vector<Triangle>& triangles, float max_edge_mm,
               std::size_t max_triangles);

// Quadric simplification (Garland & Heckbert 1997, by meshoptimizer) to about `target` triangles.
// Open borders are kept. Returns the deviation from the original in mm.
float simplify(std::vector<Vec3>& positions_mm, std::vector<Triangle>& triangles,
               std::size_t target_triangles, float max_deviation_mm);

// The same for a large mesh, in blocks that are worked on beside each other and keep their cuts: a
// first round, which leaves fine triangles along the cuts to another. A block is small enough for
// the caches, which halves the work. Returns early when stopped, with the mesh as it was.
inline constexpr std::size_t kBlockTriangles = 100'000;
float simplifyInBlocks(Mesh& mesh, std::size_t target_triangles, float max_deviation_mm,
                       const Progress& progress, std::size_t block_triangles = kBlockTriangles);

// Reorders vertices and triangles along a space-filling curve, so that neighbours in space are
// neighbours in memory (rays through them are then 2 to 4 times faster).
void sortInSpace(std::vector<Vec3>& positions_mm, std::vector<Triangle>& triangles);

}  // namespace glaukophos
