// Names as in Sharma, Wu & Dalal 2005; equations 2 to 22.
#include "core/colour/colour_difference.h"

#include <cmath>

namespace glaukophos {
namespace {

double hueDegrees(double a, double b) {
    if (a == 0.0 && b == 0.0) return 0.0;
    const double hue = degrees(std::atan2(b, a));
    return hue < 0.0 ? hue + 360.0 : hue;
}

double toTheSeventh(double x) {
    const double x2 = x * x;
    return x2 * x2 * x2 * x;
}

// C^7 / (C^7 + 25^7), rooted.
double chromaWeight(double chroma) {
    const double c7 = toTheSeventh(chroma);
    return std::sqrt(c7 / (c7 + toTheSeventh(25.0)));
}

double cosDegrees(double angle) { return std::cos(radians(angle)); }

}  // namespace

double ciede2000(const Lab& first, const Lab& second) {
    const double mean_chroma =
        0.5 * (std::hypot(first.a, first.b) + std::hypot(second.a, second.b));
    const double g = 0.5 * (1.0 - chromaWeight(mean_chroma));
    const double a1 = (1.0 + g) * first.a;
    const double a2 = (1.0 + g) * second.a;
    const double c1 = std::hypot(a1, first.b);
    const double c2 = std::hypot(a2, second.b);
    const double h1 = hueDegrees(a1, first.b);
    const double h2 = hueDegrees(a2, second.b);
    const bool grey = c1 * c2 == 0.0;

    double dh = grey ? 0.0 : h2 - h1;
    if (dh > 180.0) dh -= 360.0;
    if (dh < -180.0) dh += 360.0;
    const double delta_l = second.L - first.L;
    const double delta_c = c2 - c1;
    const double delta_h = 2.0 * std::sqrt(c1 * c2) * std::sin(radians(0.5 * dh));

    const double l = 0.5 * (first.L + second.L);
    const double c = 0.5 * (c1 + c2);
    double h = h1 + h2;
    if (!grey) {
        if (std::abs(h1 - h2) > 180.0) h += h < 360.0 ? 360.0 : -360.0;
        h *= 0.5;
    }
    const double t = 1.0 - 0.17 * cosDegrees(h - 30.0) + 0.24 * cosDegrees(2.0 * h) +
                     0.32 * cosDegrees(3.0 * h + 6.0) - 0.20 * cosDegrees(4.0 * h - 63.0);
    const double around_blue = (h - 275.0) / 25.0;
    const double turn = 30.0 * std::exp(-around_blue * around_blue);
    const double from_middle = (l - 50.0) * (l - 50.0);
    const double sl = 1.0 + 0.015 * from_middle / std::sqrt(20.0 + from_middle);
    const double sc = 1.0 + 0.045 * c;
    const double sh = 1.0 + 0.015 * c * t;
    const double rt = -std::sin(radians(2.0 * turn)) * 2.0 * chromaWeight(c);
    const double lightness = delta_l / sl;
    const double chroma = delta_c / sc;
    const double hue = delta_h / sh;
    return std::sqrt(lightness * lightness + chroma * chroma + hue * hue + rt * chroma * hue);
}

}  // namespace glaukophos
