#include "core/figure/grain.h"

#include <Eigen/Dense>
#include <cmath>

#include "core/geometry/slope.h"
#include "core/geometry/surface_distance.h"

namespace glaukophos {
namespace {

// Of the square of its length: a strap has at most so much surface, both sides counted.
constexpr double kNarrow = 0.6;
constexpr float kRound = 0.25F;  // of the greater curvature, that both differ by at least

// The vertices of each piece that hangs together, as numbers of pieces.
std::vector<std::uint32_t> pieceNumbers(const Surface& surface, std::size_t& count) {
    constexpr std::uint32_t kNone = 0xFFFFFFFFU;
    std::vector<std::uint32_t> number(surface.parts.size(), kNone);
    std::vector<std::uint32_t> waiting;
    count = 0;
    for (std::uint32_t start = 0; start < number.size(); ++start) {
        if (number[start] != kNone) continue;
        const auto piece = static_cast<std::uint32_t>(count++);
        waiting = {start};
        number[start] = piece;
        while (!waiting.empty()) {
            const std::uint32_t v = waiting.back();
            waiting.pop_back();
            for (const std::uint32_t other : surface.links.of(v)) {
                if (number[other] != kNone) continue;
                number[other] = piece;
                waiting.push_back(other);
            }
        }
    }
    return number;
}

// The vertex of each piece that is farthest from the sources.
std::vector<std::uint32_t> farthest(std::span<const std::uint32_t> number, std::size_t count,
                                    std::span<const float> distances) {
    std::vector<std::uint32_t> ends(count, 0);
    std::vector<float> most(count, -1.0F);
    for (std::uint32_t v = 0; v < number.size(); ++v) {
        if (!std::isfinite(distances[v]) || distances[v] <= most[number[v]]) continue;
        most[number[v]] = distances[v];
        ends[number[v]] = v;
    }
    return ends;
}

// Distance from the first ends of all narrow pieces, then that from their other ends; -1 on all
// pieces that are not narrow.
std::vector<float> waysAlong(const Surface& surface) {
    std::size_t count = 0;
    const std::vector<std::uint32_t> number = pieceNumbers(surface, count);
    std::vector<std::uint32_t> sources(count, 0);
    std::vector<double> area(count, 0.0);
    for (std::uint32_t v = 0; v < number.size(); ++v) {
        sources[number[v]] = v;
        area[number[v]] += surface.areas_mm2[v];
    }
    // To and fro: from anywhere to one end, from there to the other.
    sources = farthest(number, count, surfaceDistances(surface.mesh, sources));
    std::vector<float> ways = surfaceDistances(surface.mesh, sources);
    const std::vector<std::uint32_t> ends = farthest(number, count, ways);
    std::vector<bool> narrow(count);
    for (std::size_t p = 0; p < count; ++p) {
        const double length = ways[ends[p]];
        narrow[p] = area[p] < kNarrow * length * length;
    }
    const std::vector<float> back = surfaceDistances(surface.mesh, ends);
    ways.insert(ways.end(), back.begin(), back.end());
    for (std::size_t i = 0; i < ways.size(); ++i) {
        if (!narrow[number[i % number.size()]] || !std::isfinite(ways[i])) ways[i] = -1.0F;
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
