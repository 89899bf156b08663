// The usual smooth turn from 0 to 1.
#pragma once

#include <algorithm>

namespace glaukophos {

// 0 up to t = 0, 1 from t = 1 on, with level ends: 3 t^2 - 2 t^3.
inline double smoothStep(double t) {
    t = std::clamp(t, 0.0, 1.0);
    return t * t * (3.0 - 2.0 * t);
}

}  // namespace glaukophos
