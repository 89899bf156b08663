// A comparison to look at: what is off, in colours that say how.
#pragma once

#include "core/picture/accumulation.h"
#include "core/review/comparison.h"

namespace glaukophos {

enum class Off {
    Value,   // too light: pale yellow; too dark: violet
    Warmth,  // too warm: orange; too cold: blue
};

// As large as the comparison. What is right is grey, what is not seen is striped.
Image comparisonPicture(const Comparison& comparison, Off off);

}  // namespace glaukophos
