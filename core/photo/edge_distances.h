// How near the edges of a photograph are, from every place of it.
#pragma once

#include <array>
#include <vector>

#include "core/photo/photo_edges.h"

namespace glaukophos {

// Edges are told apart by the direction across them, in so many parts of half a turn.
constexpr int kEdgeWays = 6;
std::size_t edgeWayOf(const Eigen::Vector2d& across);

// Distances in pixels of the photograph made smaller by `factor`, row by row, one map for each
// direction; an edge is on the maps of the two directions beside its own too.
struct EdgeDistances {
    int factor = 1;
    int width = 0;
    int height = 0;
    std::array<std::vector<float>, kEdgeWays> ways;

    // At a place in pixels of the photograph; far outside.
    [[nodiscard]] double at(std::size_t way, const Eigen::Vector2d& pixel) const;
};
// The exact-enough distance transform of OpenCV (Borgefors 1986, a mask of five).
EdgeDistances edgeDistances(const PhotoEdges& edges);

}  // namespace glaukophos
