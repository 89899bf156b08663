#include "core/geometry/slope.h"

#include <Eigen/Dense>

namespace glaukophos {

Vec3 slopeOf(const Surface& surface, std::span<const float> values, std::size_t vertex) {
    const Vec3& normal = surface.normals[vertex];
    const Vec3& here = surface.mesh.positions_mm[vertex];
    // The normal's own term keeps the system regular and the slope in the plane.
    Eigen::Matrix3f left = normal * normal.transpose() + Eigen::Matrix3f::Identity() * 1e-6F;
    Vec3 right = Vec3::Zero();
    for (const std::uint32_t other : surface.links.of(vertex)) {
        Vec3 way = surface.mesh.positions_mm[other] - here;
        way -= way.dot(normal) * normal;
        const float length2 = way.squaredNorm();
        if (length2 < 1e-8F) continue;
        left += way * way.transpose() / length2;
        right += (values[other] - values[vertex]) / length2 * way;
    }
    return left.ldlt().solve(right);
}

}  // namespace glaukophos
