// Points are placed once for all receivers, so that neighbours agree and results repeat.
#include "core/light/source_points.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/base/low_discrepancy.h"

namespace glaukophos {
namespace {

std::vector<std::uint32_t> glowingTriangles(const PartLabels& labels,
                                            std::span<const PartIndex> glowing) {
    std::vector<std::uint32_t> chosen;
    for (std::size_t t = 0; t < labels.size(); ++t) {
        if (std::ranges::find(glowing, labels[t]) != glowing.end()) {
            chosen.push_back(static_cast<std::uint32_t>(t));
        }
    }
    return chosen;
}

// Uniform over a triangle: Osada et al. 2002.
Vec3 pointIn(const Mesh& mesh, const Triangle& corners, Point2 place) {
    const auto root = static_cast<float>(std::sqrt(place.x));
    const auto y = static_cast<float>(place.y);
    return (1.0F - root) * mesh.positions_mm[corners[0]] +
           root * (1.0F - y) * mesh.positions_mm[corners[1]] +
           root * y * mesh.positions_mm[corners[2]];
}

}  // namespace

float SourcePoints::factorAt(std::size_t i, const Vec3& point, const Vec3& normal) const {
    const Vec3 to_source = positions_mm[i] - point;
    const float slant = normal.dot(to_source);
    if (slant <= 0.0F) return 0.0F;
    const float distance2 = to_source.squaredNorm();
    if (normals.empty()) return areas_mm2[i] * slant / (distance2 * std::sqrt(distance2));
    const float slant_there = -normals[i].dot(to_source);
    if (slant_there <= 0.0F) return 0.0F;
    const float cosines = slant * slant_there / std::max(distance2, 1e-12F);
    return areas_mm2[i] * cosines / (static_cast<float>(kPi) * distance2 + areas_mm2[i]);
}

SourcePoints pointsOn(const Mesh& mesh, const PartLabels& labels,
                      std::span<const PartIndex> glowing, int count) {
    SourcePoints points;
    const std::vector<std::uint32_t> triangles = glowingTriangles(labels, glowing);
    std::vector<double> up_to;
    double area = 0.0;
    for (const std::uint32_t t : triangles) {
        area += areaVector(mesh, mesh.triangles[t]).cast<double>().norm();
        up_to.push_back(area);
    }
    if (area <= 0.0) return points;
    for (int i = 0; i < count; ++i) {
        const double wanted = (i + 0.5) / count * area;
        const auto found = std::ranges::lower_bound(up_to, wanted);
        const auto t = static_cast<std::size_t>(
            std::min<std::ptrdiff_t>(found - up_to.begin(), std::ssize(up_to) - 1));
        const Triangle& corners = mesh.triangles[triangles[t]];
        points.positions_mm.push_back(
            pointIn(mesh, corners, spreadPoint(static_cast<std::uint32_t>(i), {})));
        points.normals.push_back(areaVector(mesh, corners).stableNormalized());
        points.areas_mm2.push_back(static_cast<float>(area / count));
    }
    return points;
}

SourcePoints pointsOf(const Spray& spray, const Vec3& middle_mm, int count) {
    SourcePoints points;
    const Vec3 axis = towards(spray.direction);
    const Frame frame = frameAround(axis);
    const double lowest = std::cos(radians(spray.swing_deg));  // cosine at the rim of the swing
    const auto distance = static_cast<float>(spray.distance_mm);
    double facing = 0.0;
    for (int i = 0; i < count; ++i) {
        const Point2 place = spreadPoint(static_cast<std::uint32_t>(i), {});
        const double cosine = 1.0 - place.x * (1.0 - lowest);
        const double sine = std::sqrt(std::max(0.0, 1.0 - cosine * cosine));
        const double turn = 2.0 * kPi * place.y;
        const Vec3 from = static_cast<float>(sine * std::cos(turn)) * frame.tangent +
                          static_cast<float>(sine * std::sin(turn)) * frame.bitangent +
                          static_cast<float>(cosine) * axis;
        points.positions_mm.push_back(middle_mm + distance * from);
        facing += cosine;
    }
    points.areas_mm2.assign(static_cast<std::size_t>(count),
                            static_cast<float>(distance * distance / std::max(facing, 1e-6)));
    return points;
}

}  // namespace glaukophos
