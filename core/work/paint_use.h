// What the whole plan takes of each paint, and what it asks for in vain.
#pragma once

#include "core/plan/plan.h"
#include "core/work/step.h"

namespace glaukophos {

// For all figures, the most first.
std::vector<PaintUse> usesOf(const Plan& plan, const std::vector<Step>& steps,
                             const MixingRack& rack);

// Paints that are named in the plan and not in its rack, in sentences.
std::vector<std::string> missingPaints(const Plan& plan, const std::vector<Step>& steps);

}  // namespace glaukophos
