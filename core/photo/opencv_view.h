// A photograph as OpenCV sees it.
#pragma once

#include <opencv2/core.hpp>

#include "core/picture/accumulation.h"

namespace glaukophos {

// The same bytes, for reading only: OpenCV has no view of what is constant.
inline cv::Mat viewOf(const Image& photo) {
    return {photo.height, photo.width, CV_8UC3, const_cast<std::uint8_t*>(photo.rgb.data())};
}

}  // namespace glaukophos
