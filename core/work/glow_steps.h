// The layers of a glow: shells from the widest inward, what is set right afterwards, the source.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

// In order. Empty when the light makes no glow, or is painted with another one: see glowGroups.
std::vector<Step> glowSteps(const WorkBasis& basis, std::size_t light);

}  // namespace glaukophos
