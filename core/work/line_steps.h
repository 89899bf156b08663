// Drawn lines as layers: passes from the halo to the core, then dots where strokes meet.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

// In order, for all lines of the plan.
std::vector<Step> lineSteps(const WorkBasis& basis);

}  // namespace glaukophos
