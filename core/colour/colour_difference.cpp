// Names as in Sharma, Wu & Dalal 2005; equations 2 to 22. Hues are directions instead of angles,
// which spares most of the sines.
#include "core/colour/colour_difference.h"

#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

double length(double x, double y) { return std::sqrt(x * x + y * y); }

double toTheSeventh(double x) {
    const double x2 = x * x;
    return x2 * x2 * x2 * x;
}

// C^7 / (C^7 + 25^7), rooted.
double chromaWeight(double chroma) {
    const double c7 = toTheSeventh(chroma);
    return std::sqrt(c7 / (c7 + toTheSeventh(25.0)));
}

double lightnessTerm(const Lab& first, const Lab& second) {
    const double l = 0.5 * (first.L + second.L);
    const double from_middle = (l - 50.0) * (l - 50.0);
    const double sl = 1.0 + 0.015 * from_middle / std::sqrt(20.0 + from_middle);
    return (second.L - first.L) / sl;
}

// A hue as a direction in the plane of a' and b'.
struct Hue {
    double cosine = 1.0;
    double sine = 0.0;
};

// The middle of two hues the short way round: what equation 14 spells out with angles.
Hue between(const Hue& a, const Hue& b) {
    const double x = a.cosine + b.cosine;
    const double y = a.sine + b.sine;
    const double size = length(x, y);
    // Opposite hues have two middles; the equation's is half the sum of angles from 0 to 360.
    if (size < 1e-7) {
        return a.sine > 0.0 || (a.sine == 0.0 && a.cosine > 0.0) ? Hue{-a.sine, a.cosine}
                                                                 : Hue{a.sine, -a.cosine};
    }
    return {x / size, y / size};
}

// Equation 15, the cosines of multiples by the formulas of the double and the triple angle.
double weightOfHue(const Hue& h) {
    static const double cos30 = std::cos(radians(30.0));
    static const double cos6 = std::cos(radians(6.0));
    static const double sin6 = std::sin(radians(6.0));
    static const double cos63 = std::cos(radians(63.0));
    static const double sin63 = std::sin(radians(63.0));
    const double c = h.cosine;
    const double s = h.sine;
    const double c2 = 2.0 * c * c - 1.0;
    const double s2 = 2.0 * s * c;
    const double c3 = c * (4.0 * c * c - 3.0);
    const double s3 = s * (3.0 - 4.0 * s * s);
    const double c4 = 2.0 * c2 * c2 - 1.0;
    const double s4 = 2.0 * s2 * c2;
    return 1.0 - 0.17 * (cos30 * c + 0.5 * s) + 0.24 * c2 + 0.32 * (cos6 * c3 - sin6 * s3) -
           0.20 * (cos63 * c4 + sin63 * s4);
}

// Equations 16 and 21: only blues are turned.
double rotation(const Hue& h, double chroma) {
    static const Hue kBlue{std::cos(radians(275.0)), std::sin(radians(275.0))};
    static const double kFar = std::cos(radians(110.0));
    if (h.cosine * kBlue.cosine + h.sine * kBlue.sine < kFar) return 0.0;  // less than 1e-8
    double angle = degrees(std::atan2(h.sine, h.cosine));
    if (angle < 0.0) angle += 360.0;
    const double around_blue = (angle - 275.0) / 25.0;
    const double turn = 30.0 * std::exp(-around_blue * around_blue);
    return -std::sin(radians(2.0 * turn)) * 2.0 * chromaWeight(chroma);
}

// The chromas of two colours as equations 5 and 6 stretch them.
struct Chromas {
    double stretch = 1.0;  // of a
    double first = 0.0;
    double second = 0.0;

    [[nodiscard]] double mean() const { return 0.5 * (first + second); }
    [[nodiscard]] double term() const { return (second - first) / (1.0 + 0.045 * mean()); }
};

Chromas chromasOf(const Lab& first, const Lab& second) {
    Chromas chromas;
    const double mean = 0.5 * (length(first.a, first.b) + length(second.a, second.b));
    chromas.stretch = 1.0 + 0.5 * (1.0 - chromaWeight(mean));
    chromas.first = length(chromas.stretch * first.a, first.b);
    chromas.second = length(chromas.stretch * second.a, second.b);
    return chromas;
}

// The whole from its term of lightness and what chromas there are.
double differenceFrom(double lightness, const Chromas& chromas, const Lab& first,
                      const Lab& second) {
    const double chroma = chromas.term();
    // A grey has no hue: the other's counts, and there is no difference of hue.
    if (chromas.first * chromas.second == 0.0) return length(lightness, chroma);

    const Hue h1{chromas.stretch * first.a / chromas.first, first.b / chromas.first};
    const Hue h2{chromas.stretch * second.a / chromas.second, second.b / chromas.second};
    const Hue h = between(h1, h2);
    const double cross = h1.cosine * h2.sine - h1.sine * h2.cosine;
    // sin(dh / 2), from the chord between the two directions.
    const double half = 0.5 * length(h1.cosine - h2.cosine, h1.sine - h2.sine);
    const double delta_h =
        2.0 * std::sqrt(chromas.first * chromas.second) * (cross < 0.0 ? -half : half);
    const double mean = chromas.mean();
    const double hue = delta_h / (1.0 + 0.015 * mean * weightOfHue(h));
    return std::sqrt(lightness * lightness + chroma * chroma + hue * hue +
                     rotation(h, mean) * chroma * hue);
}

// What the terms of chroma and hue, squared and with the rotation between them, add at least: hues
// weigh no more than the sum of equation 15's parts, and no rotation is larger than a blue's.
double leastOfHueAndChroma(const Chromas& chromas, const Lab& first, const Lab& second) {
    constexpr double kMostWeight = 1.0 + 0.17 + 0.24 + 0.32 + 0.20;
    constexpr double kHalfOfRotation = 0.8660254037844387;  // sin 60 degrees
    const double chroma = chromas.second - chromas.first;
    const double a = chromas.stretch * (second.a - first.a);
    const double b = second.b - first.b;
    const double hue2 = std::max(0.0, a * a + b * b - chroma * chroma);
    const double mean = chromas.mean();
    const double sh = 1.0 + 0.015 * mean * kMostWeight;
    const double term = chromas.term();
    return (1.0 - kHalfOfRotation * chromaWeight(mean)) * (term * term + hue2 / (sh * sh));
}

}  // namespace

double ciede2000(const Lab& first, const Lab& second) {
    return differenceFrom(lightnessTerm(first, second), chromasOf(first, second), first, second);
}

std::optional<double> ciede2000Below(double limit, const Lab& first, const Lab& second) {
    const double lightness = lightnessTerm(first, second);
    if (std::abs(lightness) >= limit) return std::nullopt;
    const Chromas chromas = chromasOf(first, second);
    const double rest = leastOfHueAndChroma(chromas, first, second);
    if (lightness * lightness + rest >= limit * limit) return std::nullopt;
    const double whole = differenceFrom(lightness, chromas, first, second);
    return whole < limit ? std::optional(whole) : std::nullopt;
}

}  // namespace glaukophos
