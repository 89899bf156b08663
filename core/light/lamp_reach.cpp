// E = strength (R/d)^2 for a surface that faces the lamp.
#include "core/light/lamp_reach.h"

#include <algorithm>
#include <cmath>

namespace glaukophos {

double justVisibleShare() {
    constexpr double kMiddle = 50.0;
    constexpr double kStep = 2.0;
    return luminanceOf(kMiddle + kStep) / luminanceOf(kMiddle) - 1.0;
}

double reachOf(const Lamp& lamp, double strength, double rest_irradiance) {
    const double threshold = justVisibleShare() * std::max(rest_irradiance, kDarkRest);
    return lamp.radius_mm * std::max(1.0, std::sqrt(strength / threshold));
}

double strengthForReach(const Lamp& lamp, double reach_mm, double rest_irradiance) {
    const double threshold = justVisibleShare() * std::max(rest_irradiance, kDarkRest);
    const double radii = std::max(1.0, reach_mm / lamp.radius_mm);
    return threshold * radii * radii;
}

}  // namespace glaukophos
