// Where a light comes from, in the painter's words.
#pragma once

#include <string>

#include "core/light/light.h"

namespace glaukophos {

// Both sides named. `figure` is needed for what stands near it; `own` is where the light's own
// parts are, for glowing parts.
std::string whereFrom(const Light& light, const Bounds& figure, const Bounds& own);

}  // namespace glaukophos
