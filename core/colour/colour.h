// Colour spaces: encoded and linear sRGB, CIE XYZ, CIELAB and its polar form.
#pragma once

#include <optional>
#include <string>
#include <string_view>

#include "core/base/vec.h"

namespace glaukophos {

// Encoded sRGB, each component 0..1, as in a picture file or "#rrggbb".
struct Srgb {
    double r = 0.0;
    double g = 0.0;
    double b = 0.0;
    bool operator==(const Srgb&) const = default;
};

// Linear-light sRGB (IEC 61966-2-1), 0..1 inside the gamut.
struct LinearRgb {
    Vec3d rgb = Vec3d::Zero();
};

// CIE 1931 tristimulus values with Y = 1 for a perfect white under D65.
struct Xyz {
    Vec3d xyz = Vec3d::Zero();
};

// CIELAB relative to D65.
struct Lab {
    double L = 0.0;
    double a = 0.0;
    double b = 0.0;
};

// `h_deg` is 0..360 and without meaning when `C` is zero.
struct Lch {
    double L = 0.0;
    double C = 0.0;
    double h_deg = 0.0;
};

// White of sRGB: x = 0.3127, y = 0.3290, Y = 1.
const Vec3d& d65White();

LinearRgb linearFrom(const Srgb& colour);   // IEC 61966-2-1
Srgb encodedFrom(const LinearRgb& colour);  // clips to 0..1
Xyz xyzFrom(const LinearRgb& colour);
LinearRgb linearFrom(const Xyz& colour);  // may lie outside 0..1

Lab labFrom(const Xyz& colour);  // CIE 15: 8.2.1
Xyz xyzFrom(const Lab& colour);
Lch lchFrom(const Lab& colour);
Lab labFrom(const Lch& colour);

// CIE 15 lightness of a luminance factor (1 = perfect white), and its inverse.
double lightnessOf(double luminance_factor);
double luminanceOf(double lightness);

// The nearest colour of the same lightness and hue that a screen can show: chroma is reduced.
Srgb displayable(const Lab& colour);

// "#rrggbb" and back; nothing when the text is not of that form.
std::string hexFrom(const Srgb& colour);
std::optional<Srgb> srgbFromHex(std::string_view text);

}  // namespace glaukophos
