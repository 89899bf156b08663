// Where a stroke of the correcting brush went.
#pragma once

#include <functional>

#include "core/geometry/surface.h"
#include "core/plan/value_choices.h"

namespace glaukophos {

// Calls `change` with each vertex under the brush and how much of the stroke it has: 1 in its
// middle, falling to 0 past the rim. Vertices are taken from several threads at once.
void whereBrushed(const Surface& surface, const Correction& stroke,
                  const std::function<void(std::size_t vertex, float amount)>& change);

}  // namespace glaukophos
