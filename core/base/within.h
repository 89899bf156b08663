// Whether a number from outside can be used.
#pragma once

#include <cmath>

namespace glaukophos {

// Finite and between two limits, both included.
inline bool within(double value, double low, double high) {
    return std::isfinite(value) && value >= low && value <= high;
}

}  // namespace glaukophos
