// A plan whose figure is stood anew, or comes from another file.
#pragma once

#include "core/figure/stance.h"
#include "core/plan/plan.h"

namespace glaukophos {

// The same plan with its figure stood anew; lamps keep their places on it. The division stays.
Result<Plan> restood(const Plan& plan, const Stance& stance, const Progress& progress);

// The plan with another file of the same figure (cut or supported anew): parts, colours and lights
// are kept where the geometry matches. Fails when less than half of the surface does.
Result<Plan> withNewFigure(const Plan& plan, ImportedFigure imported, const Progress& progress);

}  // namespace glaukophos
