// A picture as fresh eyes see it.
#pragma once

#include "core/picture/accumulation.h"

namespace glaukophos {

struct PhotoSight {
    bool grey = false;       // by luminance
    double squint_px = 0.0;  // standard deviation of the blur; 0: none
    bool operator==(const PhotoSight&) const = default;
};
Image asSeen(const Image& picture, const PhotoSight& sight);

}  // namespace glaukophos
