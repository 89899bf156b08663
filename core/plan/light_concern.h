// What is odd about a light, though it makes sense: said at its control, the picture stays right.
#pragma once

#include <string>

#include "core/plan/evaluate.h"

namespace glaukophos {

// One sentence with what to do, or nothing. `reach` is of the figure and may be null while there
// are no results yet.
std::string concernAbout(const Plan& plan, std::size_t light, const Reach* reach);

}  // namespace glaukophos
