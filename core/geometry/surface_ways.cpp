// A way is drawn tight from few points to many: each point moves between its neighbours and back
// onto the surface.
#include "core/geometry/surface_ways.h"

#include <cmath>
#include <queue>

#include "core/geometry/nearest_on_triangle.h"
#include "core/geometry/polyline.h"

namespace glaukophos {
namespace {

constexpr std::size_t kFewestPoints = 9;
constexpr int kRounds = 40;  // of drawing tight, at each number of points

}  // namespace

SurfaceWays::SurfaceWays(const Mesh& mesh, std::span<const Vec3> normals, const RayScene& scene)
    : m_mesh(mesh),
      m_normals(normals),
      m_scene(scene),
      m_links(linksOf(mesh.positions_mm.size(), mesh.triangles)) {}

std::vector<SurfacePlace> SurfaceWays::nearest(std::span<const Vec3> points_mm) const {
    const std::vector<std::uint32_t> triangles = m_scene.nearestTriangles(m_mesh, points_mm);
    std::vector<SurfacePlace> places(points_mm.size());
    for (std::size_t i = 0; i < places.size(); ++i) {
        const Triangle& t = m_mesh.triangles[triangles[i]];
        const Vec3& a = m_mesh.positions_mm[t[0]];
        const Vec3& b = m_mesh.positions_mm[t[1]];
        const Vec3& c = m_mesh.positions_mm[t[2]];
        places[i].point_mm = nearestOnTriangle(points_mm[i], a, b, c);
        // Weighted by nearness to the corners: enough for a direction.
        Vec3 normal = Vec3::Zero();
        for (const std::uint32_t corner : t) {
            const float away = (m_mesh.positions_mm[corner] - places[i].point_mm).norm();
            normal += m_normals[corner] / (away + 1e-4F);
        }
        places[i].normal = normal.stableNormalized();
    }
    return places;
}

SurfacePlace SurfaceWays::nearest(const Vec3& point_mm) const {
    return nearest(std::span<const Vec3>(&point_mm, 1)).front();
}

std::uint32_t SurfaceWays::nearestVertex(const Vec3& point_mm) const {
    const std::uint32_t triangle =
        m_scene.nearestTriangles(m_mesh, std::span<const Vec3>(&point_mm, 1)).front();
    const Triangle& t = m_mesh.triangles[triangle];
    return *std::ranges::min_element(
        t, {}, [&](std::uint32_t v) { return (m_mesh.positions_mm[v] - point_mm).squaredNorm(); });
}

std::vector<Vec3> SurfaceWays::overEdges(std::uint32_t from, std::uint32_t to) const {
    std::vector<float> away(m_mesh.positions_mm.size(), std::numeric_limits<float>::max());
    std::vector<std::uint32_t> before(away.size(), kNoVertex);
    using Entry = std::pair<float, std::uint32_t>;
    std::priority_queue<Entry, std::vector<Entry>, std::greater<>> open;
    away[from] = 0.0F;
    open.emplace(0.0F, from);
    while (!open.empty() && open.top().second != to) {
        const auto [distance, v] = open.top();
        open.pop();
        if (distance > away[v]) continue;
        for (const std::uint32_t next : m_links.of(v)) {
            const float there =
                distance + (m_mesh.positions_mm[next] - m_mesh.positions_mm[v]).norm();
            if (there >= away[next]) continue;
            away[next] = there;
            before[next] = v;
            open.emplace(there, next);
        }
    }
    if (open.empty()) return {};
    std::vector<Vec3> way;
    for (std::uint32_t v = to; v != kNoVertex; v = before[v]) way.push_back(m_mesh.positions_mm[v]);
    std::ranges::reverse(way);
    return way;
}

void SurfaceWays::drawTight(std::vector<Vec3>& points, int rounds) const {
    for (int round = 0; round < rounds; ++round) {
        std::vector<Vec3> moved = points;
        for (std::size_t i = 1; i + 1 < points.size(); ++i) {
            moved[i] = 0.25F * (points[i - 1] + 2.0F * points[i] + points[i + 1]);
        }
        const std::vector<SurfacePlace> places = nearest(moved);
        for (std::size_t i = 1; i + 1 < points.size(); ++i) points[i] = places[i].point_mm;
    }
}

std::vector<Vec3> SurfaceWays::shortest(const Vec3& from_mm, const Vec3& to_mm,
                                        double step_mm) const {
    std::vector<Vec3> way = overEdges(nearestVertex(from_mm), nearestVertex(to_mm));
    if (way.empty()) return {};
    way.front() = from_mm;
    way.push_back(to_mm);
    const double length = std::max(lengthOf(way), 1e-6);
    const auto wanted = static_cast<std::size_t>(std::ceil(length / step_mm)) + 1;
    for (std::size_t points = kFewestPoints; points < wanted; points = 2 * points - 1) {
        way = resampled(way, length / static_cast<double>(points - 1), points);
        drawTight(way, kRounds);
    }
    way = resampled(way, step_mm);
    drawTight(way, kRounds);
    return way;
}

std::vector<Vec3> resampled(const std::vector<Vec3>& points_mm, double step_mm, std::size_t least) {
    const double length = lengthOf(points_mm);
    if (points_mm.size() < 2 || length <= 0.0) return points_mm;
    const std::size_t pieces =
        std::max(least, static_cast<std::size_t>(std::ceil(length / step_mm)) + 1) - 1;
    std::vector<Vec3> even = {points_mm.front()};
    double gone = 0.0;  // up to the point before `i`
    std::size_t i = 1;
    for (std::size_t k = 1; k < pieces; ++k) {
        const double at = length * static_cast<double>(k) / static_cast<double>(pieces);
        double edge = (points_mm[i] - points_mm[i - 1]).norm();
        while (gone + edge < at && i + 1 < points_mm.size()) {
            gone += edge;
            ++i;
            edge = (points_mm[i] - points_mm[i - 1]).norm();
        }
        const auto share = static_cast<float>(edge > 0.0 ? (at - gone) / edge : 0.0);
        even.push_back(points_mm[i - 1] + share * (points_mm[i] - points_mm[i - 1]));
    }
    even.push_back(points_mm.back());
    return even;
}

}  // namespace glaukophos
