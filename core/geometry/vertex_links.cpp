// Neighbours in buckets: linear time, no hashing.
#include "core/geometry/vertex_links.h"

#include <algorithm>

#include "core/base/parallel.h"

namespace glaukophos {

VertexLinks linksOf(std::size_t vertex_count, std::span<const Triangle> triangles) {
    VertexLinks links;
    links.starts.assign(vertex_count + 1, 0);
    for (const Triangle& t : triangles) {
        for (const std::uint32_t v : t) links.starts[v + 1] += 2;
    }
    for (std::size_t v = 0; v < vertex_count; ++v) links.starts[v + 1] += links.starts[v];
    links.others.resize(links.starts.back());
    links.ends.assign(links.starts.begin(), links.starts.end() - 1);
    for (const Triangle& t : triangles) {
        for (std::size_t k = 0; k < 3; ++k) {
            links.others[links.ends[t[k]]++] = t[(k + 1) % 3];
            links.others[links.ends[t[k]]++] = t[(k + 2) % 3];
        }
    }
    links.starts.pop_back();
    links.on_border.assign(vertex_count, false);
    // The two triangles at an edge both named it.
    forChunks(vertex_count, {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            const auto first = links.others.begin() + links.starts[v];
            const auto last = links.others.begin() + links.ends[v];
            std::sort(first, last);
            links.ends[v] =
                static_cast<std::uint32_t>(std::unique(first, last) - links.others.begin());
        }
    });
    for (std::size_t v = 0; v < vertex_count; ++v) {
        const std::uint32_t end = v + 1 < vertex_count
                                      ? links.starts[v + 1]
                                      : static_cast<std::uint32_t>(links.others.size());
        // Inside, there are as many neighbours as triangles; each triangle named two.
        links.on_border[v] = 2 * (links.ends[v] - links.starts[v]) != end - links.starts[v];
    }
    return links;
}

}  // namespace glaukophos
