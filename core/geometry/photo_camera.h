// The camera that took a photograph of the figure.
#pragma once

#include <optional>

#include "core/base/vec.h"

namespace glaukophos {

// A pinhole with radial distortion, as OpenCV has it (docs.opencv.org, calib3d): with x and y the
// place beside the axis over the depth, and r their distance, a point is seen at
// centre + focal * (x, y) * (1 + k1 r^2 + k2 r^4). The axis meets the middle of the photograph.
// Pixel centres are at .5, y points down; the camera looks along its own z, x is to the right.
struct PhotoCamera {
    Eigen::Matrix3d rotation = Eigen::Matrix3d::Identity();    // figure to camera
    Eigen::Vector3d translation_mm = Eigen::Vector3d::Zero();  // of the figure's origin
    double focal_px = 1000.0;
    double k1 = 0.0;
    double k2 = 0.0;
    int width = 1;
    int height = 1;
    bool operator==(const PhotoCamera&) const = default;

    [[nodiscard]] Eigen::Vector2d centre_px() const { return {0.5 * width, 0.5 * height}; }
    [[nodiscard]] int longSide() const { return std::max(width, height); }
};

// Where a point is seen, in pixels; nothing behind the camera.
std::optional<Eigen::Vector2d> pixelOf(const PhotoCamera& camera, const Eigen::Vector3d& point_mm);

struct PhotoRay {
    Vec3 origin_mm;
    Vec3 direction;  // unit
};
// What a pixel looks along: distortion is taken out by iteration.
PhotoRay rayThrough(const PhotoCamera& camera, const Eigen::Vector2d& pixel);

// How far the point lies before the camera, along its axis.
double depthOf_mm(const PhotoCamera& camera, const Eigen::Vector3d& point_mm);

// The same camera on a photograph made smaller by a whole factor, for looking at: what is cut off
// at the rim moves the middle by less than a pixel.
PhotoCamera reduced(const PhotoCamera& camera, int factor);

}  // namespace glaukophos
