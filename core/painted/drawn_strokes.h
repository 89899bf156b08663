// Drawn lines as strokes on the figure.
#pragma once

#include "core/lighting/irradiance_of_plan.h"

namespace glaukophos {

// One entry a line of the plan. Nets leave out parts that no glow may touch, what glows itself,
// what faces up or no near light reaches, and surface that `irradiance` calls hidden. Lines without
// enough places are empty. Takes some tenths of a second a bolt.
std::vector<Strokes> drawnStrokes(const Plan& plan, const Irradiance& irradiance);

}  // namespace glaukophos
