// The light that fell on a primed figure, from one photograph of it.
#pragma once

#include <string>

#include "core/figure/figure.h"
#include "core/photo/photograph.h"
#include "core/plan/plan.h"
#include "core/review/photo_light.h"

namespace glaukophos {

struct LightFound {
    PhotoLight light;        // the strongest lamp 1; without any, the fill 1
    double explained = 0.0;  // share of what varies over the figure that this light makes, 0..1
    bool doubtful = false;
    std::string words;  // sentences for the painter
};

// `photo` is straightened, `camera` without distortion; the figure is taken to be of one even grey.
// One or two lamps and fill from all round: first over a table of directions, then between them.
// Fails where too little of the figure is seen, or when stopped.
Result<LightFound> lightOfPhoto(const Form& form, const Photograph& photo,
                                const PhotoCamera& camera, const Progress& progress);

// Replaces the lights of a plan by these, the ones before kept as a variant.
void takeLight(Plan& plan, const PhotoLight& light);

}  // namespace glaukophos
