// Bradford cone responses.
#include "core/colour/adaptation.h"

#include <Eigen/LU>

namespace glaukophos {
namespace {

const Eigen::Matrix3d& bradford() {
    static const Eigen::Matrix3d matrix = (Eigen::Matrix3d() << 0.8951, 0.2664, -0.1614,  //
                                           -0.7502, 1.7135, 0.0367,                       //
                                           0.0389, -0.0685, 1.0296)
                                              .finished();
    return matrix;
}

}  // namespace

Eigen::Matrix3d adaptationFrom(const Xyz& white, double degree) {
    const double luminance = white.xyz.y();
    if (luminance <= 0.0) return Eigen::Matrix3d::Identity();
    const Vec3d from = bradford() * (white.xyz / luminance);
    const Vec3d to = bradford() * d65White();
    const Vec3d full = to.cwiseQuotient(from.cwiseMax(1e-4));
    const Vec3d gain = Vec3d::Ones() + degree * (full - Vec3d::Ones());
    return bradford().inverse() * gain.asDiagonal() * bradford();
}

}  // namespace glaukophos
