// Where a transparent colour over the sprays goes, and how thick.
#pragma once

#include <string>
#include <vector>

#include "core/plan/plan.h"

namespace glaukophos {

// The filter of a part: its own, or the plan's; empty: none.
const std::string& filterOf(const Plan& plan, std::size_t part);

// 0..1 of the filter's thickness; one entry a vertex. Height counts from the foot of the figure to
// its top, facing from the side turned away (0) to the one turned there (1).
std::vector<float> filterShareOf(const Plan& plan);

}  // namespace glaukophos
