// The vector types of the program, and degrees to radians.
#pragma once

#include <Eigen/Core>
#include <Eigen/Geometry>
#include <numbers>

namespace glaukophos {

using Vec3 = Eigen::Vector3f;   // positions in mm, directions, linear colours
using Vec3d = Eigen::Vector3d;  // the same where sums need more digits

inline constexpr double kPi = std::numbers::pi;

constexpr double radians(double degrees) { return degrees * kPi / 180.0; }
constexpr double degrees(double radians) { return radians * 180.0 / kPi; }

// Two unit vectors that make a right-handed frame with the unit vector `n`.
// Duff et al., "Building an Orthonormal Basis, Revisited", JCGT 6(1) 2017.
struct Frame {
    Vec3 tangent;
    Vec3 bitangent;
};
inline Frame frameAround(const Vec3& n) {
    const float sign = std::copysign(1.0F, n.z());
    const float a = -1.0F / (sign + n.z());
    const float b = n.x() * n.y() * a;
    return {Vec3(1.0F + sign * n.x() * n.x() * a, sign * b, -sign * n.x()),
            Vec3(b, sign + n.y() * n.y() * a, -n.y())};
}

}  // namespace glaukophos
