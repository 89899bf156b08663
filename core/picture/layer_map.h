// The map of a step, ready for pictures.
#pragma once

#include "core/picture/look.h"
#include "core/work/step.h"

namespace glaukophos {

// `work` belongs to the same plan. With arrows along the strokes where `strokes`.
LayerMap layerMapOf(const Plan& plan, const Appearance& appearance, const Work& work,
                    const Step& step, bool strokes);

// What a step's paint looks like: its mix, or the paint it names; nothing when neither has a
// colour.
std::optional<Srgb> colourOf(const Plan& plan, const Step& step);

}  // namespace glaukophos
