// Lights whose glows are painted as one.
#pragma once

#include "core/plan/plan.h"

namespace glaukophos {

// For each light the first of its group: near lights that shine, of the same kind and of a hue that
// the eye hardly tells apart. Its own index for all others.
std::vector<std::size_t> glowGroups(const Plan& plan);

// "Stove", or "Stove and 5 more", for the group of a light.
std::string groupName(const Plan& plan, std::size_t light);

}  // namespace glaukophos
