#include "core/figure/grain.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>

#include "core/figure/pieces.h"
#include "core/geometry/slope.h"
#include "core/geometry/surface_distance.h"

namespace glaukophos {
namespace {

// Of the square of its length: a strap has at most so much surface, both sides counted.
constexpr double kNarrow = 0.6;
constexpr float kRound = 0.25F;  // of the greater curvature, that both differ by at least

// The vertex of each piece that is farthest from the sources.
std::vector<std::uint32_t> farthest(const std::vector<Piece>& pieces,
                                    std::span<const float> distances) {
    std::vector<std::uint32_t> ends;
    ends.reserve(pieces.size());
    for (const Piece& piece : pieces) {
        ends.push_back(*std::ranges::max_element(piece.vertices, {}, [&](std::uint32_t v) {
            return std::isfinite(distances[v]) ? distances[v] : -1.0F;
        }));
    }
    return ends;
}

// Distance from the first ends of all narrow pieces, then that from their other ends; -1 on all
// pieces that are not narrow.
std::vector<float> waysAlong(const Surface& surface) {
    const std::vector<Piece> pieces = piecesOf(surface);
    std::vector<std::uint32_t> sources;
    sources.reserve(pieces.size());
    for (const Piece& piece : pieces) sources.push_back(piece.vertices.front());
    // To and fro: from anywhere to one end, from there to the other.
    sources = farthest(pieces, surfaceDistances(surface.mesh, sources));
    const std::vector<float> there = surfaceDistances(surface.mesh, sources);
    const std::vector<std::uint32_t> ends = farthest(pieces, there);
    const std::vector<float> back = surfaceDistances(surface.mesh, ends);
    std::vector<float> ways(2 * there.size(), -1.0F);
    for (std::size_t p = 0; p < pieces.size(); ++p) {
        const double length = there[ends[p]];
        if (pieces[p].area_mm2 >= kNarrow * length * length) continue;
        for (const std::uint32_t v : pieces[p].vertices) {
            if (std::isfinite(there[v])) ways[v] = there[v];
            if (std::isfinite(back[v])) ways[there.size() + v] = back[v];
        }
    }
    return ways;
}

// All vertices within two links.
std::vector<std::uint32_t> around(const Surface& surface, std::uint32_t vertex) {
    std::vector<std::uint32_t> near;
    for (const std::uint32_t first : surface.links.of(vertex)) {
        near.push_back(first);
        for (const std::uint32_t second : surface.links.of(first)) near.push_back(second);
    }
    return near;
}

Vec3 leastCurved(const Surface& surface, std::uint32_t vertex) {
    const Vec3& normal = surface.normals[vertex];
    const Vec3 tangent = normal.unitOrthogonal();
    const Vec3 bitangent = normal.cross(tangent);
    // II = (a b; b c) with II * dx = dn in the tangent plane.
    Eigen::Matrix3f left = Eigen::Matrix3f::Identity() * 1e-9F;
    Vec3 right = Vec3::Zero();
    for (const std::uint32_t other : around(surface, vertex)) {
        const Vec3 away = surface.mesh.positions_mm[other] - surface.mesh.positions_mm[vertex];
        const Vec3 turn = surface.normals[other] - normal;
        const float u = away.dot(tangent);
        const float v = away.dot(bitangent);
        const Vec3 first(u, v, 0);
        const Vec3 second(0, u, v);
        left += first * first.transpose() + second * second.transpose();
        right += turn.dot(tangent) * first + turn.dot(bitangent) * second;
    }
    const Vec3 fit = left.ldlt().solve(right);
    Eigen::Matrix2f tensor;
    tensor << fit[0], fit[1], fit[1], fit[2];
    const Eigen::SelfAdjointEigenSolver<Eigen::Matrix2f> solver(tensor);
    const Eigen::Vector2f bends = solver.eigenvalues().cwiseAbs();
    const int least = bends[0] <= bends[1] ? 0 : 1;
    if (bends[1 - least] - bends[least] < kRound * bends[1 - least] || bends.maxCoeff() < 1e-3F) {
        return Vec3::Zero();
    }
    const Eigen::Vector2f way = solver.eigenvectors().col(least);
    return way[0] * tangent + way[1] * bitangent;
}

}  // namespace

Vec3 grainOf(const Figure& figure, std::uint32_t vertex) {
    const Surface& surface = figure.surface;
    const auto ways =
        figure.kept->of("ways along narrow pieces", [&] { return waysAlong(surface); });
    const std::span<const float> there(ways->data(), figure.vertexCount());
    const std::span<const float> back(ways->data() + figure.vertexCount(), figure.vertexCount());
    if (there[vertex] < 0.0F) return leastCurved(surface, vertex);
    // Seen from the farther end the front has become straight.
    return slopeOf(surface, there[vertex] > back[vertex] ? there : back, vertex).stableNormalized();
}

}  // namespace glaukophos
