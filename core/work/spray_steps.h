// Sprays, whenever they come, and the transparent colour over the first of them.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

inline constexpr const char* kDryPrimer = "paint holds only on dry primer";

// Those before all parts and the filters over them; the first follows `primer`.
std::vector<Step> underSprays(const WorkBasis& basis, const Step& primer);

// Those between layers and edges, and those over both: they are to be put in order with
// spraysInOrder, after all steps of these phases are there.
std::vector<Step> laterSprays(const WorkBasis& basis);
void spraysInOrder(const Plan& plan, std::vector<Step>& steps);

}  // namespace glaukophos
