// Recesses made darker than the light leaves them: a wash into all of them, or lines.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

// At most one step, as the plan says; on parts that are painted before any glow, but not on what
// shines or glows.
std::vector<Step> recessSteps(const WorkBasis& basis);

}  // namespace glaukophos
