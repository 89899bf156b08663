// The map of a step, ready for pictures.
#pragma once

#include "core/picture/look.h"
#include "core/plan/work_step.h"

namespace glaukophos {

// `work` belongs to the same plan. With arrows along the strokes where `strokes`.
LayerMap layerMapOf(const Plan& plan, const Results& results, const Work& work,
                    const WorkStep& step, bool strokes);

// What a step's paint looks like: its mix, or the paint it names; nothing when neither has a
// colour.
std::optional<Srgb> colourOf(const Plan& plan, const WorkStep& step);

}  // namespace glaukophos
