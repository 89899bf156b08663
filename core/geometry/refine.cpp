// Subdivision by edge midpoints; simplification and sorting by meshoptimizer.
#include "core/geometry/refine.h"

#include <meshoptimizer.h>
#include <tbb/parallel_for.h>

#include <algorithm>
#include <array>
#include <bit>
#include <unordered_map>

#include "core/geometry/clean.h"
#include "core/geometry/mesh_parts.h"

namespace glaukophos {
namespace {

std::uint64_t edgeKey(std::uint32_t a, std::uint32_t b) {
    return (static_cast<std::uint64_t>(std::min(a, b)) << 32) | std::max(a, b);
}

// The midpoint vertices of all edges that are too long, made once for each edge.
class Midpoints {
  public:
    Midpoints(std::vector<Vec3>& positions, float max_edge_mm)
        : m_positions(positions), m_max_squared(max_edge_mm * max_edge_mm) {}

    std::uint32_t of(std::uint32_t a, std::uint32_t b) {
        if ((m_positions[a] - m_positions[b]).squaredNorm() <= m_max_squared) return kNoVertex;
        const auto [entry, is_new] =
            m_made.try_emplace(edgeKey(a, b), static_cast<std::uint32_t>(m_positions.size()));
        if (is_new) m_positions.push_back(0.5F * (m_positions[a] + m_positions[b]));
        return entry->second;
    }

  private:
    std::vector<Vec3>& m_positions;
    float m_max_squared;
    std::unordered_map<std::uint64_t, std::uint32_t> m_made;
};

// Replaces one triangle by two, three or four, depending on how many of its edges have midpoints.
void split(const Triangle& t, const std::array<std::uint32_t, 3>& mid, std::vector<Triangle>& out) {
    const auto count = std::ranges::count_if(mid, [](std::uint32_t m) { return m != kNoVertex; });
    if (count == 0) {
        out.push_back(t);
        return;
    }
    if (count == 3) {
        out.insert(out.end(), {{t[0], mid[0], mid[2]},
                               {mid[0], t[1], mid[1]},
                               {mid[2], mid[1], t[2]},
                               {mid[0], mid[1], mid[2]}});
        return;
    }
    // Turn the triangle so that edge 0 is split (and, of two, edges 0 and 1).
    std::size_t k = 0;
    while (mid[k] == kNoVertex || (count == 2 && mid[(k + 1) % 3] == kNoVertex)) ++k;
    const std::uint32_t a = t[k];
    const std::uint32_t b = t[(k + 1) % 3];
    const std::uint32_t c = t[(k + 2) % 3];
    const std::uint32_t ab = mid[k];
    if (count == 1) {
        out.insert(out.end(), {{a, ab, c}, {ab, b, c}});
        return;
    }
    const std::uint32_t bc = mid[(k + 1) % 3];
    out.insert(out.end(), {{ab, b, bc}, {a, ab, bc}, {a, bc, c}});
}

std::vector<std::uint32_t> flatIndices(std::span<const Triangle> triangles) {
    std::vector<std::uint32_t> indices;
    indices.reserve(triangles.size() * 3);
    for (const Triangle& t : triangles) indices.insert(indices.end(), t.begin(), t.end());
    return indices;
}

std::vector<Triangle> asTriangles(std::span<const std::uint32_t> indices) {
    std::vector<Triangle> triangles;
    triangles.reserve(indices.size() / 3);
    for (std::size_t i = 0; i + 2 < indices.size(); i += 3) {
        triangles.push_back({indices[i], indices[i + 1], indices[i + 2]});
    }
    return triangles;
}

// Moves every vertex to its new place and drops those that no triangle uses.
void remapVertices(std::vector<Vec3>& positions, std::vector<Triangle>& triangles,
                   const std::vector<std::uint32_t>& remap, std::size_t new_count) {
    std::vector<Vec3> moved(new_count);
    for (std::size_t i = 0; i < positions.size(); ++i) {
        if (remap[i] != kNoVertex) moved[remap[i]] = positions[i];
    }
    for (Triangle& t : triangles) {
        for (std::uint32_t& corner : t) corner = remap[corner];
    }
    positions = std::move(moved);
}

// Over a cut both sides may have come to the same triangle, the one facing the other: without
// those two, what lies beside them meets.
void dropPockets(Mesh& mesh) {
    std::vector<bool> pocket(mesh.triangles.size(), false);
    forSameCorners(mesh.triangles, [&](std::size_t earlier, std::size_t later) {
        pocket[earlier] = pocket[later] = true;
    });
    PartLabels unused(mesh.triangles.size(), 0);
    dropTriangles(mesh.triangles, unused, [&](std::size_t i) { return pocket[i]; });
}

// Halves of halves of a mesh, across the longest side of each: node 1 is cut into 2 and 3, node n
// into 2n and 2n + 1. `cuts` has one entry a block; the first is unused.
struct Cut {
    Eigen::Index axis = 0;
    float at_mm = 0.0F;
};

void cutInHalves(std::span<Vec3> centroids, std::size_t node, std::vector<Cut>& cuts) {
    if (node >= cuts.size() || centroids.empty()) return;
    Cut& cut = cuts[node];
    boundsOf(centroids).size().maxCoeff(&cut.axis);
    const std::size_t half = centroids.size() / 2;
    std::ranges::nth_element(centroids, centroids.begin() + static_cast<std::ptrdiff_t>(half), {},
                             [&](const Vec3& point) { return point[cut.axis]; });
    cut.at_mm = centroids[half][cut.axis];
    cutInHalves(centroids.first(half), 2 * node, cuts);
    cutInHalves(centroids.subspan(half), 2 * node + 1, cuts);
}

// The block of each triangle, of `count` (a power of two) that have about as many triangles.
PartLabels blocksOf(const Mesh& mesh, std::size_t count) {
    const std::vector<Vec3> centroids = centroidsOf(mesh);
    std::vector<Vec3> sample;
    for (std::size_t i = 0; i < centroids.size(); i += 64) sample.push_back(centroids[i]);
    std::vector<Cut> cuts(count);
    cutInHalves(sample, 1, cuts);
    PartLabels blocks(centroids.size());
    tbb::parallel_for(std::size_t{0}, blocks.size(), [&](std::size_t i) {
        std::size_t node = 1;
        while (node < count) {
            const bool beyond = centroids[i][cuts[node].axis] >= cuts[node].at_mm;
            node = 2 * node + (beyond ? 1 : 0);
        }
        blocks[i] = static_cast<PartIndex>(node - count);
    });
    return blocks;
}

}  // namespace

void subdivide(std::vector<Vec3>& positions_mm, std::vector<Triangle>& triangles, float max_edge_mm,
               std::size_t max_triangles) {
    bool changed = true;
    while (changed && triangles.size() < max_triangles) {
        Midpoints midpoints(positions_mm, max_edge_mm);
        std::vector<Triangle> finer;
        finer.reserve(triangles.size());
        for (const Triangle& t : triangles) {
            split(t, {midpoints.of(t[0], t[1]), midpoints.of(t[1], t[2]), midpoints.of(t[2], t[0])},
                  finer);
        }
        changed = finer.size() > triangles.size();
        triangles = std::move(finer);
    }
}

float simplify(std::vector<Vec3>& positions_mm, std::vector<Triangle>& triangles,
               std::size_t target_triangles, float max_deviation_mm) {
    const std::vector<std::uint32_t> indices = flatIndices(triangles);
    const float* xyz = positions_mm.front().data();
    const float scale = meshopt_simplifyScale(xyz, positions_mm.size(), sizeof(Vec3));
    std::vector<std::uint32_t> kept(indices.size());
    float relative_error = 0.0F;
    kept.resize(meshopt_simplify(kept.data(), indices.data(), indices.size(), xyz,
                                 positions_mm.size(), sizeof(Vec3), target_triangles * 3,
                                 max_deviation_mm / scale, meshopt_SimplifyLockBorder,
                                 &relative_error));
    triangles = asTriangles(kept);
    std::vector<std::uint32_t> remap(positions_mm.size());
    const std::size_t used = meshopt_optimizeVertexFetchRemap(remap.data(), kept.data(),
                                                              kept.size(), positions_mm.size());
    remapVertices(positions_mm, triangles, remap, used);
    return relative_error * scale;
}

float simplifyInBlocks(Mesh& mesh, std::size_t target_triangles, float max_deviation_mm,
                       const Progress& progress, std::size_t block_triangles) {
    const double keep =
        static_cast<double>(target_triangles) / static_cast<double>(mesh.triangles.size());
    const std::size_t count = std::bit_ceil(mesh.triangles.size() / block_triangles + 1);
    const MeshParts parts(mesh, blocksOf(mesh, count), count);
    std::vector<Mesh> blocks(count);
    std::vector<float> deviations_mm(count, 0.0F);
    tbb::parallel_for(std::size_t{0}, count, [&](std::size_t i) {
        if (progress.stopped()) return;
        Mesh& block = blocks[i];
        block = parts.part(i);
        if (block.triangles.empty()) return;
        const auto target =
            static_cast<std::size_t>(keep * static_cast<double>(block.triangles.size()));
        deviations_mm[i] = simplify(block.positions_mm, block.triangles, target, max_deviation_mm);
    });
    if (progress.stopped()) return 0.0F;
    mesh = {};
    for (const Mesh& block : blocks) append(mesh, block.positions_mm, block.triangles);
    PartLabels unused(mesh.triangles.size(), 0);
    weld(mesh.positions_mm, mesh.triangles, unused);
    dropPockets(mesh);
    return *std::ranges::max_element(deviations_mm);
}

void sortInSpace(std::vector<Vec3>& positions_mm, std::vector<Triangle>& triangles) {
    if (triangles.empty()) return;
    std::vector<std::uint32_t> remap(positions_mm.size());
    meshopt_spatialSortRemap(remap.data(), positions_mm.front().data(), positions_mm.size(),
                             sizeof(Vec3));
    remapVertices(positions_mm, triangles, remap, positions_mm.size());
    const std::vector<std::uint32_t> indices = flatIndices(triangles);
    std::vector<std::uint32_t> sorted(indices.size());
    meshopt_spatialSortTriangles(sorted.data(), indices.data(), indices.size(),
                                 positions_mm.front().data(), positions_mm.size(), sizeof(Vec3));
    triangles = asTriangles(sorted);
}

}  // namespace glaukophos
