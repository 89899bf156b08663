// Welding by sorting, and connected pieces by union-find.
#include "core/geometry/clean.h"

#include <tbb/parallel_sort.h>

#include <algorithm>
#include <bit>
#include <numeric>
#include <utility>

namespace glaukophos {
namespace {

constexpr std::uint32_t kEmpty = std::numeric_limits<std::uint32_t>::max();

// A position by the bits of its coordinates, which have an order even where they are no numbers,
// and where it stands: two numbers, which are far quicker to compare than four.
struct Placed {
    std::uint64_t xy;
    std::uint64_t z_and_index;
    auto operator<=>(const Placed&) const = default;

    [[nodiscard]] auto index() const { return static_cast<std::uint32_t>(z_and_index); }
    [[nodiscard]] bool isAt(const Placed& other) const {
        return xy == other.xy && z_and_index >> 32 == other.z_and_index >> 32;
    }
};

// For each position the index of the first equal one, renumbered without gaps in that order.
std::vector<std::uint32_t> firstOfEach(std::vector<Vec3>& positions) {
    std::vector<Placed> sorted(positions.size());
    for (std::uint32_t i = 0; i < sorted.size(); ++i) {
        // Adding zero turns -0 into +0, so that both are alike.
        const auto bits = [&](int axis) -> std::uint64_t {
            return std::bit_cast<std::uint32_t>(positions[i][axis] + 0.0F);
        };
        sorted[i] = {bits(0) << 32 | bits(1), bits(2) << 32 | i};
    }
    tbb::parallel_sort(sorted.begin(), sorted.end());
    std::vector<std::uint32_t> first(positions.size());
    for (std::size_t i = 0; i < sorted.size(); ++i) {
        const bool again = i > 0 && sorted[i].isAt(sorted[i - 1]);
        first[sorted[i].index()] = again ? first[sorted[i - 1].index()] : sorted[i].index();
    }
    std::vector<std::uint32_t> renumbered(positions.size());
    std::uint32_t kept = 0;
    for (std::uint32_t i = 0; i < positions.size(); ++i) {
        if (first[i] == i) {
            positions[kept] = positions[i];
            renumbered[i] = kept++;
        } else {
            renumbered[i] = renumbered[first[i]];
        }
    }
    positions.resize(kept);
    return renumbered;
}

void dropUnused(std::vector<Vec3>& positions, std::vector<Triangle>& triangles) {
    std::vector<std::uint32_t> renumbered(positions.size(), kEmpty);
    std::vector<Vec3> kept;
    kept.reserve(positions.size());
    for (Triangle& t : triangles) {
        for (std::uint32_t& corner : t) {
            if (renumbered[corner] == kEmpty) {
                renumbered[corner] = static_cast<std::uint32_t>(kept.size());
                kept.push_back(positions[corner]);
            }
            corner = renumbered[corner];
        }
    }
    positions = std::move(kept);
}

bool hasArea(const std::vector<Vec3>& positions, const Triangle& t) {
    if (t[0] == t[1] || t[1] == t[2] || t[2] == t[0]) return false;
    const Vec3d a = positions[t[0]].cast<double>();
    const Vec3d edge1 = positions[t[1]].cast<double>() - a;
    const Vec3d edge2 = positions[t[2]].cast<double>() - a;
    return edge1.cross(edge2).squaredNorm() > 0.0;
}

}  // namespace

CleanReport weld(std::vector<Vec3>& positions_mm, std::vector<Triangle>& triangles,
                 PartLabels& labels) {
    CleanReport report;
    const std::size_t before = positions_mm.size();
    const std::vector<std::uint32_t> renumbered = firstOfEach(positions_mm);
    report.corners_welded = before - positions_mm.size();
    for (Triangle& t : triangles) {
        for (std::uint32_t& corner : t) corner = renumbered[corner];
    }
    report.triangles_without_area = dropTriangles(
        triangles, labels, [&](std::size_t i) { return !hasArea(positions_mm, triangles[i]); });
    dropUnused(positions_mm, triangles);
    return report;
}

void forSameCorners(std::span<const Triangle> triangles,
                    const std::function<void(std::size_t earlier, std::size_t later)>& use) {
    // The corners from low to high, and the triangle: two numbers, which are quick to compare.
    using Corners = std::pair<std::uint64_t, std::uint64_t>;
    std::vector<Corners> sorted(triangles.size());
    for (std::uint32_t i = 0; i < sorted.size(); ++i) {
        Triangle t = triangles[i];
        std::ranges::sort(t);
        sorted[i] = {std::uint64_t{t[0]} << 32 | t[1], std::uint64_t{t[2]} << 32 | i};
    }
    tbb::parallel_sort(sorted.begin(), sorted.end());
    for (std::size_t i = 1; i < sorted.size(); ++i) {
        const auto& [ab, c] = sorted[i];
        const auto& [before_ab, before_c] = sorted[i - 1];
        if (ab != before_ab || c >> 32 != before_c >> 32) continue;
        use(static_cast<std::uint32_t>(before_c), static_cast<std::uint32_t>(c));
    }
}

std::vector<std::uint32_t> connectedPieces(std::size_t vertex_count,
                                           std::span<const Triangle> triangles) {
    std::vector<std::uint32_t> parent(vertex_count);
    std::iota(parent.begin(), parent.end(), 0U);
    const auto root = [&](std::uint32_t v) {
        while (parent[v] != v) v = parent[v] = parent[parent[v]];
        return v;
    };
    for (const Triangle& t : triangles) {
        parent[root(t[1])] = root(t[0]);
        parent[root(t[2])] = root(t[0]);
    }
    std::vector<std::uint32_t> sizes(vertex_count, 0);
    for (const Triangle& t : triangles) ++sizes[root(t[0])];
    std::vector<std::uint32_t> roots;
    for (std::uint32_t v = 0; v < vertex_count; ++v) {
        if (sizes[v] > 0) roots.push_back(v);
    }
    std::ranges::stable_sort(roots, std::greater<>(), [&](std::uint32_t r) { return sizes[r]; });
    for (std::uint32_t i = 0; i < roots.size(); ++i) sizes[roots[i]] = i;  // now: piece number
    std::vector<std::uint32_t> pieces;
    pieces.reserve(triangles.size());
    for (const Triangle& t : triangles) pieces.push_back(sizes[root(t[0])]);
    return pieces;
}

}  // namespace glaukophos
