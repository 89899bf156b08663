// Brings raw triangles into order: one vertex a place, no slivers without area.
#pragma once

#include <span>

#include "core/geometry/mesh.h"

namespace glaukophos {

struct CleanReport {
    std::size_t corners_welded = 0;
    std::size_t triangles_without_area = 0;
};

// Vertices at exactly the same place become one; triangles with two equal corners are dropped,
// and so are vertices that no triangle uses. Works on one part (`positions`, `triangles`).
CleanReport weld(std::vector<Vec3>& positions_mm, std::vector<Triangle>& triangles);

// Number of the connected piece (sharing vertices) each triangle belongs to; pieces are numbered
// from the largest number of triangles to the smallest.
std::vector<std::uint32_t> connectedPieces(std::size_t vertex_count,
                                           std::span<const Triangle> triangles);

}  // namespace glaukophos
