// The plan drawn over the painter's own picture.
#pragma once

#include "core/photo/straightened.h"
#include "core/picture/accumulation.h"
#include "core/picture/band_labels.h"
#include "core/pipeline/evaluated.h"

namespace glaukophos {

enum class OnPhoto { Nothing, Borders, Edges, Layer, Colours };

struct OnPhotoChoice {
    OnPhoto what = OnPhoto::Borders;
    double strength = 1.0;  // 0 the photograph alone .. 1 the plan alone, for Layer and Colours
    std::size_t step = 0;   // for Layer: index into the work
};

struct PhotoWithPlan {
    Image picture;                  // as large as the photograph
    std::vector<BandLabel> labels;  // numbers of bands, for Borders
};

// `photo` is straightened; `e` has marks, and for Layer its desk. What the plan hides is not drawn.
PhotoWithPlan planOnPhotograph(const Evaluated& e, const Photograph& photo,
                               const PhotoCamera& camera, const OnPhotoChoice& choice);

}  // namespace glaukophos
