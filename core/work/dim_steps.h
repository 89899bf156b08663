// What comes before all glows.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

// A thin dark glaze over what no glow reaches. None when it is switched off.
std::vector<Step> dimSteps(const WorkBasis& basis);

}  // namespace glaukophos
