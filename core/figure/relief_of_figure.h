// Relief of a figure, worked out once for its form.
#pragma once

#include "core/figure/figure.h"
#include "core/geometry/relief.h"

namespace glaukophos {

// As of the whole form, however it is divided: see reliefOf. One entry a vertex of the figure.
std::vector<float> reliefWithin(const Figure& figure, double radius_mm);

}  // namespace glaukophos
