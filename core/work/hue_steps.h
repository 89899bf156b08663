// Glazes of another hue over finished layers.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

// The plan's veils of hue on this part, without their measures.
std::vector<Step> hueSteps(const WorkBasis& basis, PartIndex part);

}  // namespace glaukophos
