// A photograph as a lens without distortion would have taken it, so that pictures of the figure lie
// on it.
#pragma once

#include "core/geometry/photo_camera.h"
#include "core/photo/photograph.h"
#include "core/picture/camera.h"

namespace glaukophos {

// `camera` is of this photograph; by OpenCV's undistortion.
Photograph straightened(const Photograph& photo, const PhotoCamera& camera);

struct StraightPhoto {
    Photograph photo;
    PhotoCamera camera;  // without distortion
};
StraightPhoto straightPhoto(const Photograph& photo, const PhotoCamera& camera);

// Where a pixel of the photograph lies on the straightened one, and back.
Eigen::Vector2d straightPixel(const PhotoCamera& camera, const Eigen::Vector2d& pixel);

// The camera that takes pictures of the figure which lie on the straightened photograph.
Camera pictureCamera(const PhotoCamera& camera);

}  // namespace glaukophos
