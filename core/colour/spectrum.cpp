// Planck's law, the 36-band observer, and Burns' smoothest reflectance.
#include "core/colour/spectrum.h"

#include <Eigen/LU>
#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <mutex>

#include "core/colour/cie_tables.h"

namespace glaukophos {
namespace {

using Observer = Eigen::Matrix<double, 3, kBands>;

double planckPower(double wavelength_nm, double kelvin) {
    constexpr double kC2_nmK = 1.438776877e7;
    const double l = wavelength_nm / 560.0;  // scaled: only the shape matters
    return std::pow(l, -5.0) / std::expm1(kC2_nmK / (wavelength_nm * kelvin));
}

Spectrum d65Spectrum() { return Eigen::Map<const Spectrum>(kD65.data()); }

// Rows x, y, z at the band centres, scaled so that D65 has exactly the white of sRGB. The bands
// end at 730 nm, so unscaled sums would leave white slightly tinted.
Observer makeObserver() {
    Observer observer;
    for (int band = 0; band < kBands; ++band) {
        const int index = static_cast<int>(bandCentre_nm(band)) - kCmfFirst_nm;
        observer.col(band) = kCie1931[static_cast<std::size_t>(index)];
    }
    const Vec3d white = observer * d65Spectrum().matrix();
    const Vec3d scale = d65White().cwiseQuotient(white) * (white.y() / d65Spectrum().sum());
    return scale.asDiagonal() * observer;
}

const Observer& observer() {
    static const Observer matrix = makeObserver();
    return matrix;
}

LightSpectrum normalised(const Spectrum& power) {
    return {power / observer().row(1).dot(power.matrix())};
}

// Second differences with one-sided ends: z' D z is the sum of squared slopes.
Eigen::Matrix<double, kBands, kBands> slopeMatrix() {
    Eigen::Matrix<double, kBands, kBands> d = Eigen::Matrix<double, kBands, kBands>::Zero();
    for (int i = 0; i < kBands; ++i) {
        d(i, i) = (i == 0 || i == kBands - 1) ? 2.0 : 4.0;
        if (i > 0) d(i, i - 1) = d(i - 1, i) = -2.0;
    }
    return d;
}

// Burns 2020: minimise the squared slopes of z under T (tanh z + 1)/2 = target, by Newton steps on
// the conditions of Karush, Kuhn and Tucker.
Spectrum smoothest(const Eigen::Matrix<double, 3, kBands>& to_rgb, const Vec3d& target) {
    constexpr int kSize = kBands + 3;
    static const Eigen::Matrix<double, kBands, kBands> d = slopeMatrix();
    Eigen::Matrix<double, kBands, 1> z = Eigen::Matrix<double, kBands, 1>::Zero();
    Vec3d lambda = Vec3d::Zero();
    for (int step = 0; step < 60; ++step) {
        const Spectrum tanh_z = z.array().tanh();
        const Spectrum sech2 = 0.5 * (1.0 - tanh_z.square());
        const Eigen::Matrix<double, kBands, 1> pull = to_rgb.transpose() * lambda;
        Eigen::Matrix<double, kSize, 1> residual;
        residual.head<kBands>() = d * z + sech2.matrix().cwiseProduct(pull);
        residual.tail<3>() = to_rgb * (0.5 * (tanh_z + 1.0)).matrix() - target;
        if (residual.cwiseAbs().maxCoeff() < 1e-10) break;

        Eigen::Matrix<double, kSize, kSize> jacobian = Eigen::Matrix<double, kSize, kSize>::Zero();
        jacobian.topLeftCorner<kBands, kBands>() = d;
        jacobian.diagonal().head<kBands>() -= (2.0 * sech2 * tanh_z * pull.array()).matrix();
        jacobian.bottomLeftCorner<3, kBands>() = to_rgb * sech2.matrix().asDiagonal();
        jacobian.topRightCorner<kBands, 3>() = jacobian.bottomLeftCorner<3, kBands>().transpose();
        const Eigen::Matrix<double, kSize, 1> delta = jacobian.partialPivLu().solve(-residual);
        z += delta.head<kBands>();
        lambda += delta.tail<3>();
    }
    return 0.5 * (z.array().tanh() + 1.0);
}

}  // namespace

LightSpectrum planck(double kelvin) {
    Spectrum power;
    for (int band = 0; band < kBands; ++band)
        power[band] = planckPower(bandCentre_nm(band), kelvin);
    return normalised(power);
}

LightSpectrum daylight() { return normalised(d65Spectrum()); }

LightSpectrum lightOfColour(const Srgb& colour) {
    const Vec3d linear = linearFrom(colour).rgb;
    const double brightest = linear.maxCoeff();
    if (brightest <= 0.0) return daylight();
    // Brought to a middle level first: the smooth method is at its smoothest away from the limits.
    const Srgb scaled = encodedFrom({linear * (0.6 / brightest)});
    return normalised(d65Spectrum() * reflectanceOf(scaled).share);
}

namespace {

// A Newton search of half a millisecond, asked for again and again by the same few colours.
Reflectance smoothestOf(const Srgb& colour) {
    const Vec3d target = linearFrom(colour).rgb.cwiseMax(1e-4).cwiseMin(0.9999);
    Eigen::Matrix<double, 3, kBands> to_rgb;
    const Observer xyz = observer() * daylight().power.matrix().asDiagonal();
    for (int band = 0; band < kBands; ++band) {
        to_rgb.col(band) = linearFrom(Xyz{xyz.col(band)}).rgb;
    }
    return {smoothest(to_rgb, target)};
}

}  // namespace

Reflectance reflectanceOf(const Srgb& colour) {
    constexpr std::size_t kMostKept = 256;
    static std::mutex mutex;
    static std::map<std::array<double, 3>, Reflectance> kept;
    const std::array<double, 3> key{colour.r, colour.g, colour.b};
    {
        const std::scoped_lock lock(mutex);
        if (const auto known = kept.find(key); known != kept.end()) return known->second;
    }
    Reflectance reflectance = smoothestOf(colour);
    const std::scoped_lock lock(mutex);
    if (kept.size() >= kMostKept) kept.clear();
    kept.emplace(key, reflectance);
    return reflectance;
}

Xyz reflected(const LightSpectrum& light, const Reflectance& reflectance) {
    return {observer() * (light.power * reflectance.share).matrix()};
}

namespace {

const Spectrum& cones() {
    static const Spectrum y = [] {
        Spectrum cones;
        for (int band = 0; band < kBands; ++band) {
            const int index = static_cast<int>(bandCentre_nm(band)) - kCmfFirst_nm;
            cones[band] = kCie1931[static_cast<std::size_t>(index)].y();
        }
        return cones;
    }();
    return y;
}

}  // namespace

LightSpectrum filtered(const LightSpectrum& light, const Reflectance& reflectance) {
    return {light.power * reflectance.share};
}

LightSpectrum ofLuminanceOne(const LightSpectrum& light) {
    return {light.power / std::max(1e-300, (light.power * cones()).sum())};
}

double reflectedToRods(const LightSpectrum& light, const Reflectance& reflectance) {
    static const Spectrum rods = Eigen::Map<const Spectrum>(kScotopic.data());
    return (1700.0 / 683.0) * (light.power * reflectance.share * rods).sum() /
           (light.power * cones()).sum();
}

Xyz colourOf(const LightSpectrum& light) { return {observer() * light.power.matrix()}; }

Eigen::Vector2d planckChromaticity(double kelvin) {
    Vec3d sum = Vec3d::Zero();
    for (int i = 0; i < kCmfCount; ++i) {
        sum += planckPower(kCmfFirst_nm + i, kelvin) * kCie1931[static_cast<std::size_t>(i)];
    }
    return sum.head<2>() / sum.sum();
}

}  // namespace glaukophos
