// Brings raw triangles into order: one vertex a place, no slivers without area.
#pragma once

#include <functional>
#include <span>

#include "core/geometry/mesh.h"

namespace glaukophos {

struct CleanReport {
    std::size_t corners_welded = 0;
    std::size_t triangles_without_area = 0;
};

// Vertices at exactly the same place become one; triangles without area are dropped with their
// entry of `labels`, and so are vertices that no triangle uses.
CleanReport weld(std::vector<Vec3>& positions_mm, std::vector<Triangle>& triangles,
                 PartLabels& labels);

// Drops triangles, and their entries of `labels`, by `drop(index of the triangle)`.
template <class Drop>
std::size_t dropTriangles(std::vector<Triangle>& triangles, PartLabels& labels, const Drop& drop) {
    std::size_t kept = 0;
    for (std::size_t i = 0; i < triangles.size(); ++i) {
        if (drop(i)) continue;
        triangles[kept] = triangles[i];
        labels[kept++] = labels[i];
    }
    const std::size_t dropped = triangles.size() - kept;
    triangles.resize(kept);
    labels.resize(kept);
    return dropped;
}

// Makes of each corner the one that `becomes` names, then drops triangles without area and unused
// vertices, whose numbers change. Returns how many triangles were dropped.
std::size_t joinCorners(std::vector<Vec3>& positions_mm, std::vector<Triangle>& triangles,
                        PartLabels& labels, std::span<const std::uint32_t> becomes);

// Calls use(earlier, later) with the indices of each two triangles that have the same three
// corners, in whatever order; of several, with the first and each other.
void forSameCorners(std::span<const Triangle> triangles,
                    const std::function<void(std::size_t earlier, std::size_t later)>& use);

// Number of the connected piece (sharing vertices) each triangle belongs to; pieces are numbered
// from the largest number of triangles to the smallest.
std::vector<std::uint32_t> connectedPieces(std::size_t vertex_count,
                                           std::span<const Triangle> triangles);

}  // namespace glaukophos
