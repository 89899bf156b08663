#include "core/photo/straightened.h"

#include <opencv2/calib3d.hpp>

#include "core/photo/opencv_view.h"

namespace glaukophos {
namespace {

// OpenCV counts pixels from their centres.
cv::Mat matrixOf(const PhotoCamera& camera) {
    const Eigen::Vector2d centre = camera.centre_px();
    return (cv::Mat_<double>(3, 3) << camera.focal_px, 0.0, centre.x() - 0.5, 0.0, camera.focal_px,
            centre.y() - 0.5, 0.0, 0.0, 1.0);
}

}  // namespace

Photograph straightened(const Photograph& photo, const PhotoCamera& camera) {
    if (camera.k1 == 0.0 && camera.k2 == 0.0) return photo;
    Photograph straight{photo.width, photo.height, std::vector<std::uint8_t>(photo.rgb.size())};
    cv::Mat target(photo.height, photo.width, CV_8UC3, straight.rgb.data());
    const cv::Mat bends = (cv::Mat_<double>(1, 4) << camera.k1, camera.k2, 0.0, 0.0);
    cv::undistort(viewOf(photo), target, matrixOf(camera), bends);
    return straight;
}

StraightPhoto straightPhoto(const Photograph& photo, const PhotoCamera& camera) {
    StraightPhoto straight{straightened(photo, camera), camera};
    straight.camera.k1 = 0.0;
    straight.camera.k2 = 0.0;
    return straight;
}

Eigen::Vector2d straightPixel(const PhotoCamera& camera, const Eigen::Vector2d& pixel) {
    const PhotoRay ray = rayThrough(camera, pixel);
    PhotoCamera straight = camera;
    straight.k1 = 0.0;
    straight.k2 = 0.0;
    const Eigen::Vector3d far = ray.origin_mm.cast<double>() + 100.0 * ray.direction.cast<double>();
    return pixelOf(straight, far).value_or(pixel);
}

Camera pictureCamera(const PhotoCamera& camera) {
    Camera picture;
    const Eigen::Matrix3d& r = camera.rotation;
    picture.eye_mm = (-(r.transpose() * camera.translation_mm)).cast<float>();
    picture.right = r.row(0).transpose().cast<float>();
    picture.up = -r.row(1).transpose().cast<float>();
    picture.forward = r.row(2).transpose().cast<float>();
    picture.half_height = static_cast<float>(0.5 * camera.height / camera.focal_px);
    return picture;
}

}  // namespace glaukophos
