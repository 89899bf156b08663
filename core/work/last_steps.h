// What comes when all is painted: touch-ups, slips set right, varnish by part.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

std::vector<Step> lastSteps(const WorkBasis& basis);

}  // namespace glaukophos
