// What lies under all parts: primer, underpainting, greys.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

// The primer and, where they are used, the sprays of the underpainting and its filters.
std::vector<Step> primerSteps(const WorkBasis& basis);

// Greys for all parts that get transparent colour over them, one step a band.
std::vector<Step> greySteps(const WorkBasis& basis);

}  // namespace glaukophos
