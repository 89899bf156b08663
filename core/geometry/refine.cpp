// Subdivision by edge midpoints; simplification and sorting by meshoptimizer.
#include "core/geometry/refine.h"

#include <meshoptimizer.h>
#include <tbb/parallel_for.h>

#include <algorithm>
#include <array>
#include <unordered_map>

#include "core/geometry/clean.h"

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

constexpr std::size_t kSlices = 8;

// The slice of each triangle; all have about as many.
PartLabels slicesOf(const Mesh& mesh) {
    Eigen::Index axis = 0;
    boundsOf(mesh.positions_mm).size().maxCoeff(&axis);
    std::vector<float> along_mm;
    along_mm.reserve(mesh.triangles.size());
    for (const Triangle& t : mesh.triangles) along_mm.push_back(centroidOf(mesh, t)[axis]);
    std::vector<float> sample;
    for (std::size_t i = 0; i < along_mm.size(); i += 64) sample.push_back(along_mm[i]);
    std::ranges::sort(sample);
    std::array<float, kSlices - 1> cuts_mm{};
    for (std::size_t i = 0; i < cuts_mm.size(); ++i) {
        cuts_mm.at(i) = sample[(i + 1) * sample.size() / kSlices];
    }
    PartLabels slices;
    slices.reserve(along_mm.size());
    for (const float at : along_mm) {
        slices.push_back(
            static_cast<PartIndex>(std::ranges::upper_bound(cuts_mm, at) - cuts_mm.begin()));
    }
    return slices;
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

float simplifyInSlices(Mesh& mesh, std::size_t target_triangles, float max_deviation_mm,
                       const Progress& progress) {
    const double keep =
        static_cast<double>(target_triangles) / static_cast<double>(mesh.triangles.size());
    const PartLabels slice_of = slicesOf(mesh);
    std::array<Mesh, kSlices> slices;
    std::array<float, kSlices> deviations_mm{};
    tbb::parallel_for(std::size_t{0}, slices.size(), [&](std::size_t i) {
        if (progress.stopped()) return;
        Mesh& slice = slices.at(i);
        slice = partOf(mesh, slice_of, static_cast<PartIndex>(i));
        if (slice.triangles.empty()) return;
        const auto target =
            static_cast<std::size_t>(keep * static_cast<double>(slice.triangles.size()));
        deviations_mm.at(i) =
            simplify(slice.positions_mm, slice.triangles, target, max_deviation_mm);
    });
    if (progress.stopped()) return 0.0F;
    mesh = {};
    for (const Mesh& slice : slices) append(mesh, slice.positions_mm, slice.triangles);
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
