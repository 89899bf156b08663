// Three cases: wholly above the horizon, cut by it, wholly below.
#include "core/light/sphere_source.h"

#include <algorithm>
#include <cmath>

#include "core/base/vec.h"

namespace glaukophos {

double sphereFactor(double sine, double cosine) {
    const double sin2 = sine * sine;
    if (cosine >= sine) return sin2 * cosine;
    if (cosine <= -sine) return 0.0;
    const double h = 1.0 / sine;
    const double q = std::sqrt(std::max(0.0, h * h - 1.0));
    const double sin_w = std::sqrt(std::max(1e-30, 1.0 - cosine * cosine));
    const double cut = std::clamp(q / (h * sin_w), -1.0, 1.0);
    const double arc = std::clamp(-q * cosine / sin_w, -1.0, 1.0);
    const double root = std::sqrt(std::max(0.0, 1.0 - h * h * cosine * cosine));
    return 0.5 - std::asin(cut) / kPi + (cosine * std::acos(arc) - q * root) * sin2 / kPi;
}

}  // namespace glaukophos
