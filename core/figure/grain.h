// Which way a brush goes along the form.
#pragma once

#include "core/figure/figure.h"

namespace glaukophos {

// A unit vector along the surface at a vertex, its sign arbitrary. On what is long and narrow (a
// strap, a belt, a strand) it is the way along it; elsewhere the direction of least curvature, by a
// least-squares fit to the change of normals (after Rusinkiewicz, 3DPVT 2004); zero where the
// surface bends alike all ways.
Vec3 grainOf(const Figure& figure, std::uint32_t vertex);

}  // namespace glaukophos
