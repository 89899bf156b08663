#include "core/geometry/photo_camera.h"

#include <cmath>

namespace glaukophos {
namespace {

double bend(const PhotoCamera& camera, double r2) {
    return 1.0 + r2 * (camera.k1 + r2 * camera.k2);
}

}  // namespace

std::optional<Eigen::Vector2d> pixelOf(const PhotoCamera& camera, const Eigen::Vector3d& point_mm) {
    const Eigen::Vector3d seen = camera.rotation * point_mm + camera.translation_mm;
    if (seen.z() <= 1e-6) return std::nullopt;
    const Eigen::Vector2d beside = seen.head<2>() / seen.z();
    return camera.centre_px() + camera.focal_px * bend(camera, beside.squaredNorm()) * beside;
}

PhotoRay rayThrough(const PhotoCamera& camera, const Eigen::Vector2d& pixel) {
    constexpr int kRounds = 8;  // lenses bend by some hundredths: each round leaves that share
    const Eigen::Vector2d bent = (pixel - camera.centre_px()) / camera.focal_px;
    Eigen::Vector2d beside = bent;
    for (int i = 0; i < kRounds; ++i)
        beside = bent / std::max(0.2, bend(camera, beside.squaredNorm()));
    const Eigen::Matrix3d back = camera.rotation.transpose();
    const Eigen::Vector3d origin = -(back * camera.translation_mm);
    const Eigen::Vector3d direction = back * beside.homogeneous().normalized();
    return {origin.cast<float>(), direction.cast<float>()};
}

double depthOf_mm(const PhotoCamera& camera, const Eigen::Vector3d& point_mm) {
    return camera.rotation.row(2).dot(point_mm) + camera.translation_mm.z();
}

PhotoCamera reduced(const PhotoCamera& camera, int factor) {
    PhotoCamera small = camera;
    small.focal_px /= factor;
    small.width /= factor;
    small.height /= factor;
    return small;
}

}  // namespace glaukophos
