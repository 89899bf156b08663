// The spectrum of each light, of light thrown back too.
#pragma once

#include <vector>

#include "core/colour/spectrum.h"
#include "core/lighting/irradiance_of_plan.h"

namespace glaukophos {

// One entry a light. Light that is thrown back has the colour of what falls on its throwers, by
// flux, sent back by them: parts in their own colour, the floor in that of the entry, which tints
// all of it.
std::vector<LightSpectrum> lightSpectra(const Plan& plan, const Irradiance& irradiance);

}  // namespace glaukophos
