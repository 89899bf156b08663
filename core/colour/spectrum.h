// Spectra in 36 bands of 10 nm, 380 to 730 nm: lights, reflectances, and what the eye makes of
// them.
#pragma once

#include "core/colour/colour.h"

namespace glaukophos {

inline constexpr int kBands = 36;
constexpr double bandCentre_nm(int band) { return 380.0 + 10.0 * band; }

using Spectrum = Eigen::Array<double, kBands, 1>;

// Radiation of a light, scaled so that its luminance (sum with the observer's y) is 1.
struct LightSpectrum {
    Spectrum power = Spectrum::Zero();
};

// Share of light given back, 0..1 in each band.
struct Reflectance {
    Spectrum share = Spectrum::Zero();
};

// Planck's law with CODATA c2 = 1.438776877e-2 m K; `kelvin` in 500..40000.
LightSpectrum planck(double kelvin);

// The smooth spectrum whose colour is `colour` (its luminance does not matter). Black gives D65.
LightSpectrum lightOfColour(const Srgb& colour);

LightSpectrum daylight();  // D65

// The smoothest reflectance that has this colour under D65: least hyperbolic tangent slope
// squared, S. A. Burns, Color Res. Appl. 45(1) 2020. Targets are clipped to 0.0001..0.9999.
Reflectance reflectanceOf(const Srgb& colour);

// What reflectance `r` sends back under irradiance 1 of `light`: Y = 1 for a perfect white.
Xyz reflected(const LightSpectrum& light, const Reflectance& reflectance);

// What the rods, which alone see in the dark, get from it: scotopic over photopic luminance of the
// light, as a perfect white sends it back (S/P ratio, with Km' = 1700 and Km = 683 lm/W).
double reflectedToRods(const LightSpectrum& light, const Reflectance& reflectance);

// What is left of a light that is sent back or let through.
LightSpectrum filtered(const LightSpectrum& light, const Reflectance& reflectance);

// The same light in luminance 1.
LightSpectrum ofLuminanceOne(const LightSpectrum& light);

// Colour of the light itself, as a perfect white sends it back.
Xyz colourOf(const LightSpectrum& light);

// CIE 1931 chromaticity x, y of a Planckian radiator, summed at 1 nm from 360 to 830 nm.
Eigen::Vector2d planckChromaticity(double kelvin);

}  // namespace glaukophos
