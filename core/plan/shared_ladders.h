// Which parts are painted from one ladder of colours.
#pragma once

#include <vector>

#include "core/plan/plan.h"

namespace glaukophos {

// For each part the first part that has its ladder: itself, or one of the same colour, material
// and ways of painting. A part can be told to have a ladder of its own.
std::vector<std::size_t> sharedLadders(const Plan& plan);

}  // namespace glaukophos
