// Lines across a mesh, chained from pieces in single triangles.
#pragma once

#include <span>

#include "core/geometry/mesh.h"

namespace glaukophos {

// Names an edge by its two vertices, in either order.
constexpr std::uint64_t edgeName(std::uint32_t a, std::uint32_t b) {
    return a < b ? (std::uint64_t{a} << 32U) | b : (std::uint64_t{b} << 32U) | a;
}

// A piece from one edge of a triangle to another.
struct LinePiece {
    std::uint32_t triangle = 0;
    std::array<std::uint64_t, 2> edges{};
    std::array<Vec3, 2> at_mm{};
};

// One unbroken line. A closed one ends where it begins.
struct Polyline {
    std::vector<Vec3> points_mm;
    std::vector<std::uint32_t> triangles;  // that each stretch crosses: one fewer than points
};

// Joins pieces that meet at an edge; each triangle holds at most one piece.
std::vector<Polyline> chained(std::span<const LinePiece> pieces);

// Moves inner points to the mean of themselves and their neighbours, `passes` times; a closed line
// is smoothed all round.
void smooth(std::vector<Vec3>& line_mm, int passes);

double lengthOf(std::span<const Vec3> line_mm);

}  // namespace glaukophos
