// How far the eye gets used to the colour of the light.
#pragma once

#include "core/colour/colour.h"

namespace glaukophos {

// Matrix on XYZ: von Kries adaptation with the Bradford cone responses (Lam 1985, as in ICC.1)
// from `white` (any luminance) towards D65. `degree` 0 leaves colours as lit, 1 makes `white`
// neutral. A white without luminance gives the identity.
Eigen::Matrix3d adaptationFrom(const Xyz& white, double degree);

}  // namespace glaukophos
