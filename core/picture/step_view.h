// The side from which most of a step is seen, close up.
#pragma once

#include "core/work/step.h"

namespace glaukophos {

// Of a few sides, upright, the one that shows most of the surface that the steps cover, and as
// near as they still fit; `otherwise` where they lie on no surface or are all over. Lines count by
// their length. All inputs belong to the same plan.
ViewChoice viewOfSteps(const Plan& plan, const Appearance& appearance, const Work& work,
                       std::span<const Step> steps, const ViewChoice& otherwise);

}  // namespace glaukophos
