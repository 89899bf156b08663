#include "core/figure/pieces.h"

#include <Eigen/Eigenvalues>
#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

constexpr double kAlike = 0.125;
constexpr std::uint32_t kUnseen = 0xFFFFFFFFU;

// Middle, axes and spread by area.
void measure(const Surface& surface, Piece& piece) {
    Vec3d middle = Vec3d::Zero();
    piece.area_mm2 = 0.0;
    for (const std::uint32_t v : piece.vertices) {
        const double area = surface.areas_mm2[v];
        piece.area_mm2 += area;
        middle += area * surface.mesh.positions_mm[v].cast<double>();
    }
    const double area = std::max(1e-12, piece.area_mm2);
    middle /= area;
    Eigen::Matrix3d spread = Eigen::Matrix3d::Zero();
    for (const std::uint32_t v : piece.vertices) {
        const Vec3d away = surface.mesh.positions_mm[v].cast<double>() - middle;
        spread += surface.areas_mm2[v] / area * away * away.transpose();
    }
    const Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d> solver(spread);
    piece.middle_mm = middle.cast<float>();
    for (int i = 0; i < 3; ++i) {
        piece.axes.at(static_cast<std::size_t>(i)) = solver.eigenvectors().col(2 - i).cast<float>();
        piece.spread_mm[i] =
            static_cast<float>(std::sqrt(std::max(0.0, solver.eigenvalues()[2 - i])));
    }
    piece.axes[2] = piece.axes[0].cross(piece.axes[1]);
}

bool isAlike(double a, double b, double least) {
    return std::abs(a - b) <= kAlike * std::max(a, b) + least;
}

// mm to the nearest vertex that is none of the piece's own.
float toTheRest(const Surface& surface, const std::vector<bool>& own, const Vec3& place) {
    float nearest2 = std::numeric_limits<float>::max();
    for (std::size_t v = 0; v < own.size(); ++v) {
        if (own[v]) continue;
        nearest2 = std::min(nearest2, (surface.mesh.positions_mm[v] - place).squaredNorm());
    }
    return std::sqrt(nearest2);
}

std::vector<bool> membersOf(const Surface& surface, const Piece& piece) {
    std::vector<bool> own(surface.parts.size(), false);
    for (const std::uint32_t v : piece.vertices) own[v] = true;
    return own;
}

std::uint32_t nearestOf(const Surface& surface, const Piece& piece, const Vec3& place) {
    return *std::ranges::min_element(piece.vertices, {}, [&](std::uint32_t v) {
        return (surface.mesh.positions_mm[v] - place).squaredNorm();
    });
}

// A place of `from` where it comes to lie when the piece is laid onto `to`, two of its axes
// reversed where `signs` say so.
Vec3 carried(const Piece& from, const Vec3& place, const Piece& to, const Vec3& signs) {
    const Vec3 away = place - from.middle_mm;
    Vec3 result = to.middle_mm;
    for (std::size_t i = 0; i < 3; ++i) {
        const auto k = static_cast<Eigen::Index>(i);
        const float scale = from.spread_mm[k] > 1e-6F ? to.spread_mm[k] / from.spread_mm[k] : 1.0F;
        result += signs[k] * scale * away.dot(from.axes.at(i)) * to.axes.at(i);
    }
    return result;
}

}  // namespace

std::vector<Piece> piecesOf(const Surface& surface) {
    std::vector<Piece> pieces;
    std::vector<bool> seen(surface.parts.size(), false);
    for (std::uint32_t start = 0; start < seen.size(); ++start) {
        if (seen[start]) continue;
        Piece& piece = pieces.emplace_back();
        piece.vertices = {start};
        seen[start] = true;
        for (std::size_t i = 0; i < piece.vertices.size(); ++i) {
            for (const std::uint32_t other : surface.links.of(piece.vertices[i])) {
                if (seen[other]) continue;
                seen[other] = true;
                piece.vertices.push_back(other);
            }
        }
        measure(surface, piece);
    }
    return pieces;
}

std::size_t pieceOf(const std::vector<Piece>& pieces, std::uint32_t vertex) {
    const auto found = std::ranges::find_if(pieces, [vertex](const Piece& piece) {
        return std::ranges::find(piece.vertices, vertex) != piece.vertices.end();
    });
    return static_cast<std::size_t>(found - pieces.begin());
}

std::vector<std::size_t> alikePieces(const std::vector<Piece>& pieces, std::size_t like) {
    const Piece& model = pieces[like];
    std::vector<std::size_t> alike = {like};
    const double least_mm = 0.02 * model.spread_mm.x();
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        const Piece& piece = pieces[i];
        const bool fits = i != like && isAlike(piece.area_mm2, model.area_mm2, 0.0) &&
                          isAlike(piece.spread_mm.x(), model.spread_mm.x(), least_mm) &&
                          isAlike(piece.spread_mm.y(), model.spread_mm.y(), least_mm) &&
                          isAlike(piece.spread_mm.z(), model.spread_mm.z(), least_mm);
        if (fits) alike.push_back(i);
    }
    return alike;
}

std::array<std::uint32_t, 2> sameEnds(const Surface& surface, const Piece& from,
                                      const std::array<std::uint32_t, 2>& ends, const Piece& to) {
    const std::vector<bool> own_from = membersOf(surface, from);
    const std::vector<bool> own_to = membersOf(surface, to);
    const std::array<Vec3, 2> places = {surface.mesh.positions_mm[ends[0]],
                                        surface.mesh.positions_mm[ends[1]]};
    const Vec3 way = (places[1] - places[0]).normalized();
    const std::array<float, 2> rest = {toTheRest(surface, own_from, places[0]),
                                       toTheRest(surface, own_from, places[1])};
    // What touches nothing stands equally far from all: the way then decides.
    const float far = 3.0F * from.spread_mm.x();
    std::array<std::uint32_t, 2> best = ends;
    float least = std::numeric_limits<float>::max();
    for (const Vec3& signs : {Vec3(1, 1, 1), Vec3(-1, -1, 1), Vec3(-1, 1, -1), Vec3(1, -1, -1)}) {
        std::array<std::uint32_t, 2> here{kUnseen, kUnseen};
        float off = 0.0F;
        for (std::size_t e = 0; e < 2; ++e) {
            here.at(e) = nearestOf(surface, to, carried(from, places.at(e), to, signs));
            const Vec3& place = surface.mesh.positions_mm[here.at(e)];
            off += std::abs(std::min(far, toTheRest(surface, own_to, place)) -
                            std::min(far, rest.at(e)));
        }
        const Vec3 its_way =
            surface.mesh.positions_mm[here[1]] - surface.mesh.positions_mm[here[0]];
        off -= 0.1F * from.spread_mm.x() * its_way.stableNormalized().dot(way);
        if (off >= least) continue;
        least = off;
        best = here;
    }
    return best;
}

}  // namespace glaukophos
