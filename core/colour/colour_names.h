// Colours in the words painters use.
#pragma once

#include <string>

#include "core/colour/colour.h"

namespace glaukophos {

// "blue-violet", "orange-yellow"; "grey" where there is too little of a hue to name.
const char* hueName(const Lab& colour);

// "dark dull blue-violet", "pale yellow", "black".
std::string colourName(const Lab& colour);

}  // namespace glaukophos
