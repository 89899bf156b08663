// Closed normalisations of the three skies.
#include "core/light/sky.h"

#include <cmath>

namespace glaukophos {

double skyRadiance(const Sky& sky, double sin_height) {
    if (sin_height <= 0.0) return 0.0;
    switch (sky.kind) {
        case SkyKind::Uniform:
            return 1.0 / kPi;
        case SkyKind::Overcast:
            return (1.0 + 2.0 * sin_height) / 3.0 * 9.0 / (7.0 * kPi);
        case SkyKind::Zenithal:
            // Integral of cos^(k+1) over the hemisphere is 2 pi / (k + 2).
            return std::pow(sin_height, sky.sharpness) * (sky.sharpness + 2.0) / (2.0 * kPi);
    }
    return 0.0;
}

}  // namespace glaukophos
