// OKLab (B. Ottosson 2020, matrices as in CSS Color 4): where hue is changed, since its hues stay
// what they are when chroma and lightness change.
#pragma once

#include "core/colour/colour.h"

namespace glaukophos {

// L is 0..1; a, b about -0.4..0.4.
struct Oklab {
    double L = 0.0;
    double a = 0.0;
    double b = 0.0;
    bool operator==(const Oklab&) const = default;
};

// `h_deg` is 0..360 and without meaning when `C` is zero.
struct Oklch {
    double L = 0.0;
    double C = 0.0;
    double h_deg = 0.0;
};

Oklab oklabFrom(const Xyz& colour);
Xyz xyzFrom(const Oklab& colour);
Oklch oklchFrom(const Oklab& colour);
Oklab oklabFrom(const Oklch& colour);

// The smaller angle between two hues, 0..180.
double hueDistance_deg(double first_deg, double second_deg);

}  // namespace glaukophos
