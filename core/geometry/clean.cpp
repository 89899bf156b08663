// Welding by an open-addressed hash table, and connected pieces by union-find.
#include "core/geometry/clean.h"

#include <algorithm>
#include <bit>
#include <numeric>

namespace glaukophos {
namespace {

constexpr std::uint32_t kEmpty = std::numeric_limits<std::uint32_t>::max();

std::uint64_t hashOf(const Vec3& p) {
    // Adding zero turns -0 into +0, so that both hash alike.
    const std::uint64_t x = std::bit_cast<std::uint32_t>(p.x() + 0.0F);
    const std::uint64_t y = std::bit_cast<std::uint32_t>(p.y() + 0.0F);
    const std::uint64_t z = std::bit_cast<std::uint32_t>(p.z() + 0.0F);
    std::uint64_t h = x * 0x9E3779B97F4A7C15ULL;
    h = (h ^ (h >> 29) ^ y) * 0xBF58476D1CE4E5B9ULL;
    h = (h ^ (h >> 32) ^ z) * 0x94D049BB133111EBULL;
    return h ^ (h >> 31);
}

// For each position the index of the first equal one, renumbered without gaps.
std::vector<std::uint32_t> firstOfEach(std::vector<Vec3>& positions) {
    const std::size_t slots = std::bit_ceil(positions.size() * 2 + 2);
    std::vector<std::uint32_t> table(slots, kEmpty);
    std::vector<std::uint32_t> renumbered(positions.size());
    std::vector<Vec3> kept;
    kept.reserve(positions.size() / 4);
    for (std::size_t i = 0; i < positions.size(); ++i) {
        std::size_t slot = hashOf(positions[i]) & (slots - 1);
        while (table[slot] != kEmpty && kept[table[slot]] != positions[i]) {
            slot = (slot + 1) & (slots - 1);
        }
        if (table[slot] == kEmpty) {
            table[slot] = static_cast<std::uint32_t>(kept.size());
            kept.push_back(positions[i]);
        }
        renumbered[i] = table[slot];
    }
    positions = std::move(kept);
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
