// Recesses made darker than the light leaves them: a wash into all of them, or lines.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

// Less deep than this is no recess that paint would run into, and the scale at which it is looked
// for, mm. Common practice, no source: half a brush tip.
inline constexpr double kRecessDepth_mm = 0.06;
inline constexpr double kRecessScale_mm = 0.6;

// At most one step, as the plan says; on parts that are painted before any glow, but not on what
// shines or glows.
std::vector<Step> recessSteps(const WorkBasis& basis);

}  // namespace glaukophos
