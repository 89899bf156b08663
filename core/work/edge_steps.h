// Edge highlights as layers: each pass narrower, shorter and lighter, and dots on corners at the
// end.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

// The passes over one part's edges, each on the one before; none where hardly any edge is lit or
// the part glows itself. Every pass is lighter than what lies under it by a step that shows.
std::vector<Step> edgeSteps(const WorkBasis& basis, PartIndex part);

}  // namespace glaukophos
