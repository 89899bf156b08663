// Which vertices share an edge.
#pragma once

#include "core/geometry/mesh.h"

namespace glaukophos {

struct VertexLinks {
    std::vector<std::uint32_t>
        starts;                       // one entry a vertex: where its neighbours begin in `others`
    std::vector<std::uint32_t> ends;  // ... and end
    std::vector<std::uint32_t> others;
    std::vector<bool> on_border;  // where the surface ends

    // The neighbours of a vertex in ascending order, each once.
    [[nodiscard]] std::span<const std::uint32_t> of(std::size_t vertex) const {
        return {others.data() + starts[vertex], others.data() + ends[vertex]};
    }
};

VertexLinks linksOf(std::size_t vertex_count, std::span<const Triangle> triangles);

}  // namespace glaukophos
