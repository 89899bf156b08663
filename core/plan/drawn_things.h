// What the painter drew or clicked on the figure, all kinds of it alike.
#pragma once

#include <functional>

#include "core/figure/stance.h"
#include "core/plan/plan.h"

namespace glaukophos {

// Whether what lies at a place of the figure is meant.
using ConcernsPlace = std::function<bool(const Vec3&)>;

// It goes with the figure when that is moved: places as in moved() of stance.h. Lengths on the
// figure grow with it, as far as a plan may have them; the widths of brushes stay.
void carryDrawn(Plan& plan, const Stance& stance, const Vec3& shift, const ConcernsPlace& concerns);

// It goes where its surface goes.
void dropDrawn(Plan& plan, const ConcernsPlace& concerns);

}  // namespace glaukophos
