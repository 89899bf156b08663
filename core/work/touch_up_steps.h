// What a photograph showed to be wrong, put right at the end.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

// One step a touch-up of the plan, in its order; those of parts or bands that are no more are left
// out.
std::vector<Step> touchUpSteps(const WorkBasis& basis);

}  // namespace glaukophos
