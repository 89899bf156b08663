// A face as the light models it, beside the same face by quarters.
#pragma once

#include "core/painted/licences.h"
#include "core/picture/render.h"

namespace glaukophos {

struct FacePictures {
    Image as_lit;
    Image by_quarters;  // with the two lines drawn on it
};

// Both from where the face looks.
FacePictures facePictures(const Plan& plan, const Appearance& appearance, const FaceQuarters& face,
                          const PixelGrid& grid);

}  // namespace glaukophos
