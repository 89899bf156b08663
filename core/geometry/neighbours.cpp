// Half edges in buckets by their lower vertex: linear time, no hashing.
#include "core/geometry/neighbours.h"

#include <algorithm>
#include <atomic>

#include "core/base/parallel.h"

namespace glaukophos {
namespace {

struct HalfEdge {
    std::uint32_t high = 0;  // the higher vertex; the bucket names the lower one
    std::uint32_t triangle = 0;
    std::uint32_t edge = 0;
};

// Half edges sorted by lower vertex; those of vertex v begin at starts[v].
struct Buckets {
    std::vector<std::uint32_t> starts;
    std::vector<HalfEdge> edges;
};

Buckets bucketsOf(std::size_t vertex_count, std::span<const Triangle> triangles) {
    Buckets buckets;
    buckets.starts.assign(vertex_count + 1, 0);
    for (const Triangle& t : triangles) {
        for (std::size_t k = 0; k < 3; ++k) ++buckets.starts[std::min(t[k], t[(k + 1) % 3]) + 1];
    }
    for (std::size_t v = 0; v < vertex_count; ++v) buckets.starts[v + 1] += buckets.starts[v];
    buckets.edges.resize(triangles.size() * 3);
    std::vector<std::uint32_t> next(buckets.starts.begin(), buckets.starts.end() - 1);
    for (std::uint32_t i = 0; i < triangles.size(); ++i) {
        for (std::uint32_t k = 0; k < 3; ++k) {
            const auto [low, high] = std::minmax(triangles[i][k], triangles[i][(k + 1) % 3]);
            buckets.edges[next[low]++] = {high, i, k};
        }
    }
    return buckets;
}

// Joins the half edges of one edge.
void join(std::span<const HalfEdge> same, Neighbours& neighbours) {
    if (same.size() < 2) return;
    for (std::size_t i = 0; i < same.size(); ++i) {
        neighbours.across[same[i].triangle][same[i].edge] = same[(i + 1) % same.size()].triangle;
        if (same.size() < 3) continue;
        // Its other edges are marked from other buckets.
        std::atomic_ref(neighbours.crowded[same[i].triangle])
            .fetch_or(static_cast<std::uint8_t>(1U << same[i].edge));
    }
}

// Edges met while the half edges of buckets are joined.
struct Met {
    std::size_t open = 0;
    std::size_t crowded = 0;
};

Met joinBucket(std::span<HalfEdge> bucket, Neighbours& neighbours) {
    std::ranges::sort(bucket, {}, &HalfEdge::high);
    Met met;
    for (std::size_t i = 0; i < bucket.size();) {
        std::size_t end = i + 1;
        while (end < bucket.size() && bucket[end].high == bucket[i].high) ++end;
        join(bucket.subspan(i, end - i), neighbours);
        if (end - i == 1) ++met.open;
        if (end - i > 2) ++met.crowded;
        i = end;
    }
    return met;
}

}  // namespace

Neighbours neighboursOf(std::size_t vertex_count, std::span<const Triangle> triangles) {
    Buckets buckets = bucketsOf(vertex_count, triangles);
    Neighbours neighbours;
    neighbours.across.assign(triangles.size(), {kNoTriangle, kNoTriangle, kNoTriangle});
    neighbours.crowded.assign(triangles.size(), 0);
    std::atomic<std::size_t> open{0};
    std::atomic<std::size_t> crowded{0};
    forChunks(vertex_count, {}, [&](std::size_t begin, std::size_t end) {
        Met all;
        for (std::size_t v = begin; v < end; ++v) {
            const std::span<HalfEdge> bucket(buckets.edges.data() + buckets.starts[v],
                                             buckets.starts[v + 1] - buckets.starts[v]);
            const Met met = joinBucket(bucket, neighbours);
            all.open += met.open;
            all.crowded += met.crowded;
        }
        open += all.open;
        crowded += all.crowded;
    });
    neighbours.open_edges = open;
    neighbours.crowded_edges = crowded;
    return neighbours;
}

}  // namespace glaukophos
