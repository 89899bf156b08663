// What glows in a recess comes before what stands over it, whose rims are put right afterwards.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

// Whether a part glows from its depth: hot glass in cracks, coals, vents.
bool isRecessedGlow(const Plan& plan, std::size_t part);

// Parts that stand over such a part: those with some surface beside it.
std::vector<PartIndex> partsOver(const WorkBasis& basis, PartIndex recessed);

// Rims blacked again, then drybrushed up, for all parts beside all recessed glows.
std::vector<Step> rimSteps(const WorkBasis& basis);

}  // namespace glaukophos
