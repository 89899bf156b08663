// Where the ground already looks as planned, so that no layer need go there.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

inline constexpr double kLeastBand_mm2 = 1.5;    // less is not worth a mix of its own
inline constexpr double kLeastBandShare = 0.01;  // ... of the part

// What a part's layers begin with, and its bands that are worth a mix, dark to light; `first` is
// among them where any are.
struct LayerBands {
    std::vector<std::size_t> bands;
    std::size_t first = 0;
};
LayerBands layerBandsOf(const WorkBasis& basis, PartIndex part);

// Results of the plan that a part is painted by: with all glows in them where it comes after them.
bool isPaintedAfterGlow(const Plan& plan, PartIndex part);

// The ground is the primer, and what is sprayed and filtered over it. It will do within 5 CIEDE2000
// of what is wanted, and within half the step to the neighbouring band (common practice, no
// source). Patches smaller than a brush mark do not count.
BareGround bareGroundOf(const WorkBasis& basis);

// Takes out of a layer what the ground does already; false when too little is left to lay.
bool leaveBareGround(const WorkBasis& basis, Step& step);

}  // namespace glaukophos
