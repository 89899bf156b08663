// From mixes to work: every layer of a figure, in an order that holds.
#pragma once

#include "core/geometry/ridges.h"
#include "core/plan/work_step.h"

namespace glaukophos {

// Fails when there is nothing to paint, when the rack has no colours, or when moved steps go round
// in a circle; with Cancelled when stopped. `mixes` and `ridges` belong to the same plan. About as
// long as the mixes take when a glow is to be painted over, else a moment.
Result<Work> workOf(const Plan& plan, const Results& results, const Mixes& mixes,
                    const Ridges& ridges, const Progress& progress);

// Minutes of work for one figure, all coats of all steps.
double workMinutes(const Work& work);

}  // namespace glaukophos
