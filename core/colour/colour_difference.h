// How different two colours look.
#pragma once

#include <optional>

#include "core/colour/colour.h"

namespace glaukophos {

// CIEDE2000 with kL = kC = kH = 1 (CIE 142-2001; in the form of Sharma, Wu & Dalal, Color Res.
// Appl. 30(1) 2005). About 1 is just visible side by side.
double ciede2000(const Lab& first, const Lab& second);

// The same where it is less than `limit`; nothing where it is not, which most comparisons of a
// search show at little cost.
std::optional<double> ciede2000Below(double limit, const Lab& first, const Lab& second);

}  // namespace glaukophos
