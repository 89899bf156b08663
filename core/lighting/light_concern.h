// What is odd about a light, though it makes sense: said at its control, the picture stays right.
#pragma once

#include <string>

#include "core/lighting/irradiance_of_plan.h"

namespace glaukophos {

// One sentence with what to do, or nothing. `irradiance` is of the figure and may be null while
// there are no results yet.
std::string concernAbout(const Plan& plan, std::size_t light, const Irradiance* irradiance);

}  // namespace glaukophos
