// Pieces of a figure that hang together, and which of them are alike: rays of a fin, plates,
// straps.
#pragma once

#include "core/geometry/surface.h"

namespace glaukophos {

// What hangs together and belongs to one part.
struct Piece {
    std::vector<std::uint32_t> vertices;
    double area_mm2 = 0.0;
    Vec3 middle_mm = Vec3::Zero();
    // Unit, the longest way first, right-handed; which way each of them points is arbitrary.
    std::array<Vec3, 3> axes{Vec3::UnitX(), Vec3::UnitY(), Vec3::UnitZ()};
    Vec3 spread_mm = Vec3::Zero();  // standard deviation along each axis
};

std::vector<Piece> piecesOf(const Surface& surface);

// The piece a vertex belongs to: an index into `pieces`.
std::size_t pieceOf(const std::vector<Piece>& pieces, std::uint32_t vertex);

// All pieces of the size and proportions of pieces[like], itself first. (Within an eighth: our
// choice.)
std::vector<std::size_t> alikePieces(const std::vector<Piece>& pieces, std::size_t like);

// The vertices of a piece where those of another, alike one lie, in the pose in which the two ends
// are as near to the rest of the figure as there; pieces that touch nothing are turned as little as
// can be. `ends` are two vertices of `from`.
std::array<std::uint32_t, 2> sameEnds(const Surface& surface, const Piece& from,
                                      const std::array<std::uint32_t, 2>& ends, const Piece& to);

}  // namespace glaukophos
