// How bright each direction of a sky is.
#pragma once

#include "core/light/light.h"

namespace glaukophos {

// Radiance towards the zenith cosine `sin_height` (sine of the height above the horizon), scaled
// so that an open horizontal surface receives irradiance 1. Zero below the horizon.
// Overcast: Moon & Spencer 1942, CIE: L = Lz (1 + 2 sin g) / 3, E = 7 pi Lz / 9.
double skyRadiance(const Sky& sky, double sin_height);

}  // namespace glaukophos
