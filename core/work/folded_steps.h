// Steps that belong together as one entry of a list: passes over one part's edges, glazes over one
// border, one shell of a glow on all materials.
#pragma once

#include "core/work/step.h"

namespace glaukophos {

struct FoldedSteps {
    std::size_t first = 0;  // index of the first step
    std::size_t count = 1;
    std::string title;  // "Hood: edge highlights, 3 passes"
};

// In working order; every step is in one entry.
std::vector<FoldedSteps> folded(const Plan& plan, const std::vector<Step>& steps);

}  // namespace glaukophos
