// Which triangles lie side by side.
#pragma once

#include "core/geometry/mesh.h"

namespace glaukophos {

inline constexpr std::uint32_t kNoTriangle = std::numeric_limits<std::uint32_t>::max();

// across[t][k] is the triangle on the other side of the edge from corner k to corner k + 1 of
// triangle t, kNoTriangle at an open border. Where more than two triangles share an edge they
// follow each other in a ring, and crowded[t] has bit k set.
struct Neighbours {
    std::vector<Triangle> across;
    std::vector<std::uint8_t> crowded;
    std::size_t open_edges = 0;
    std::size_t crowded_edges = 0;  // shared by more than two triangles
};

Neighbours neighboursOf(std::size_t vertex_count, std::span<const Triangle> triangles);

}  // namespace glaukophos
