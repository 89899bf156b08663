// How different two colours look.
#pragma once

#include "core/colour/colour.h"

namespace glaukophos {

// CIEDE2000 with kL = kC = kH = 1 (CIE 142-2001; in the form of Sharma, Wu & Dalal, Color Res.
// Appl. 30(1) 2005). About 1 is just visible side by side.
double ciede2000(const Lab& first, const Lab& second);

// What CIEDE2000 cannot be less than, from lightness alone: cheap enough to spare most comparisons
// of a search. The terms of chroma and hue, rotation with them, never add less than nothing.
double leastCiede2000(const Lab& first, const Lab& second);

}  // namespace glaukophos
