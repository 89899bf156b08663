// Points are placed once for all receivers, so that neighbours agree and results repeat.
#include "core/light/source_points.h"

#include <algorithm>
#include <cmath>

#include "core/base/low_discrepancy.h"

namespace glaukophos {

float SourcePoints::factorAt(std::size_t i, const Vec3& point, const Vec3& normal) const {
    const Vec3 to_source = positions_mm[i] - point;
    const float slant = normal.dot(to_source);
    if (slant <= 0.0F) return 0.0F;
    const float distance2 = to_source.squaredNorm();
    return weight_mm2 * slant / (distance2 * std::sqrt(distance2));
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
    points.weight_mm2 = static_cast<float>(distance * distance / std::max(facing, 1e-6));
    return points;
}

}  // namespace glaukophos
