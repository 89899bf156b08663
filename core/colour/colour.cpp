// Formulas of IEC 61966-2-1 and CIE 15:2004.
#include "core/colour/colour.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <cmath>

#include "core/base/cube_root.h"

namespace glaukophos {
namespace {

using Matrix3 = Eigen::Matrix3d;

// Columns are the XYZ of the three primaries of IEC 61966-2-1, scaled to add up to the white.
Matrix3 primariesMatrix() {
    const auto tristimulus = [](double x, double y) { return Vec3d(x / y, 1.0, (1 - x - y) / y); };
    Matrix3 primaries;
    primaries << tristimulus(0.64, 0.33), tristimulus(0.30, 0.60), tristimulus(0.15, 0.06);
    const Vec3d scale = primaries.inverse() * tristimulus(0.3127, 0.3290);
    return primaries * scale.asDiagonal();
}

const Matrix3& rgbToXyz() {
    static const Matrix3 matrix = primariesMatrix();
    return matrix;
}

const Matrix3& xyzToRgb() {
    static const Matrix3 matrix = rgbToXyz().inverse();
    return matrix;
}

double decode(double v) { return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); }

double encode(double v) {
    const double c = std::clamp(v, 0.0, 1.0);
    return c <= 0.0031308 ? 12.92 * c : 1.055 * std::pow(c, 1.0 / 2.4) - 0.055;
}

// CIE 15: f(t), with the exact fractions of the standard.
constexpr double kDelta = 6.0 / 29.0;
double cubeRootLike(double t) {
    return t > kDelta * kDelta * kDelta ? cubeRoot(t) : t / (3 * kDelta * kDelta) + 4.0 / 29.0;
}
double cubeLike(double f) {
    return f > kDelta ? f * f * f : 3 * kDelta * kDelta * (f - 4.0 / 29.0);
}

bool insideGamut(const Lab& colour) {
    const Vec3d rgb = linearFrom(xyzFrom(colour)).rgb;
    return rgb.minCoeff() >= -1e-6 && rgb.maxCoeff() <= 1.0 + 1e-6;
}

}  // namespace

const Vec3d& d65White() {
    static const Vec3d white = rgbToXyz() * Vec3d::Ones();
    return white;
}

LinearRgb linearFrom(const Srgb& colour) {
    return {Vec3d(decode(colour.r), decode(colour.g), decode(colour.b))};
}

Srgb encodedFrom(const LinearRgb& colour) {
    return {encode(colour.rgb.x()), encode(colour.rgb.y()), encode(colour.rgb.z())};
}

Xyz xyzFrom(const LinearRgb& colour) { return {rgbToXyz() * colour.rgb}; }

LinearRgb linearFrom(const Xyz& colour) { return {xyzToRgb() * colour.xyz}; }

Lab labFrom(const Xyz& colour) {
    const Vec3d ratio = colour.xyz.cwiseQuotient(d65White());
    const Vec3d f = ratio.unaryExpr(&cubeRootLike);
    return {116.0 * f.y() - 16.0, 500.0 * (f.x() - f.y()), 200.0 * (f.y() - f.z())};
}

Xyz xyzFrom(const Lab& colour) {
    const double fy = (colour.L + 16.0) / 116.0;
    const Vec3d f(fy + colour.a / 500.0, fy, fy - colour.b / 200.0);
    return {f.unaryExpr(&cubeLike).cwiseProduct(d65White())};
}

Lch lchFrom(const Lab& colour) {
    const double hue = degrees(std::atan2(colour.b, colour.a));
    return {colour.L, std::hypot(colour.a, colour.b), hue < 0.0 ? hue + 360.0 : hue};
}

Lab labFrom(const Lch& colour) {
    const double hue = radians(colour.h_deg);
    return {colour.L, colour.C * std::cos(hue), colour.C * std::sin(hue)};
}

double lightnessOf(double luminance_factor) {
    return 116.0 * cubeRootLike(luminance_factor) - 16.0;
}

double luminanceOf(double lightness) { return cubeLike((lightness + 16.0) / 116.0); }

Srgb displayable(const Lab& colour) {
    const double lightness = std::clamp(colour.L, 0.0, 100.0);
    double inside = 0.0;
    double outside = 1.0;
    const auto withChroma = [&](double s) { return Lab{lightness, s * colour.a, s * colour.b}; };
    if (insideGamut(withChroma(1.0))) inside = 1.0;
    for (int i = 0; i < 20 && inside < 1.0; ++i) {
        const double middle = 0.5 * (inside + outside);
        (insideGamut(withChroma(middle)) ? inside : outside) = middle;
    }
    return encodedFrom(linearFrom(xyzFrom(withChroma(inside))));
}

std::string hexFrom(const Srgb& colour) {
    const auto byte = [](double v) { return std::lround(std::clamp(v, 0.0, 1.0) * 255.0); };
    return fmt::format("#{:02x}{:02x}{:02x}", byte(colour.r), byte(colour.g), byte(colour.b));
}

std::optional<Srgb> srgbFromHex(std::string_view text) {
    if (text.size() != 7 || text.front() != '#') return std::nullopt;
    double component[3];
    for (std::size_t i = 0; i < 3; ++i) {
        unsigned byte = 0;
        const char* first = text.data() + 1 + 2 * i;
        const auto [end, error] = std::from_chars(first, first + 2, byte, 16);
        if (error != std::errc() || end != first + 2) return std::nullopt;
        component[i] = byte / 255.0;
    }
    return Srgb{component[0], component[1], component[2]};
}

}  // namespace glaukophos
