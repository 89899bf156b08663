// The layers of one part, by the school of building up that it is painted in.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

// In order, each after the one before. Empty for parts that are not painted in bands.
std::vector<Step> partSteps(const WorkBasis& basis, PartIndex part);

// Whether a step is bridged by veils, since a mix in between leaves it too large.
bool bridgedByVeils(const Plan& plan, const Bridge& bridge);

}  // namespace glaukophos
