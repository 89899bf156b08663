// Paint as layers that scatter and absorb: Kubelka & Munk 1931, Kubelka 1948.
#pragma once

#include <span>

#include "core/colour/spectrum.h"

namespace glaukophos {

// Coefficients of dry paint in each band, by volume: what counts in mixtures. One full coat of
// undiluted paint is `coat` thick, so that a strong but transparent paint is laid thinly.
struct PaintFilm {
    Spectrum absorption = Spectrum::Zero();  // K, 0 and more
    Spectrum scattering = Spectrum::Zero();  // S, 0 and more
    double coat = 1.0;
};

// K / S of a layer so thick that nothing below is seen, from its reflectance, and back
// (Kubelka & Munk 1931): (1 - R)^2 / 2R and 1 + q - sqrt(q^2 + 2q). `reflectance` 0..1; 0 gives
// infinity.
double absorptionOverScattering(double reflectance);
double thickReflectance(double absorption_over_scattering);

// Reflectance of a layer of thickness `x` over a ground (Kubelka, J. Opt. Soc. Am. 38, 1948), in
// one band; right also at the limits of no scattering, no absorption and no thickness.
double layerReflectance(double absorption, double scattering, double x, double ground);

// The same in all bands. `x` in full coats of the film.
Reflectance over(const PaintFilm& film, double x, const Reflectance& ground);

// By volume of dry film: coefficients add up by share (Duncan, Proc. Phys. Soc. 52, 1940).
// `shares` sum 1, one entry a film.
PaintFilm mixed(std::span<const PaintFilm> films, std::span<const double> shares);

// A paint of this colour when thick, whose one full coat over black is `contrast_ratio` (0..1)
// times as luminous as over white: the measure of hiding in ISO 6504-3. One scattering for all
// bands.
PaintFilm filmFrom(const Reflectance& mass_tone, double contrast_ratio);

// The same film with a coat that is as thick as that contrast ratio asks for.
PaintFilm withContrastRatio(PaintFilm film, double contrast_ratio);

// A paint of this colour when thick (`mass_tone`) that makes `tint` of `parts_white` parts of a
// white. The two-constant tint method (Duncan 1940; in least-squares form Walowit, McCarthy & Berns
// 1987) would solve each band by itself; colours of three numbers are too coarse for that, so that
// here scattering is a smooth curve over the wavelengths, log S quadratic, fitted to the tint's
// CIELAB. K = S (K/S of the mass tone).
PaintFilm filmFromTint(const Reflectance& mass_tone, const Lab& tint, const PaintFilm& white,
                       double parts_white = 10.0);

// The same where only the lightness of the tint is known: one scattering for all bands.
PaintFilm filmFromTintLightness(const Reflectance& mass_tone, double tint_lightness,
                                const PaintFilm& white, double parts_white = 10.0);

// Colour of one part of a film in so many parts of another, thick, under daylight.
Lab tintOf(const PaintFilm& film, const PaintFilm& white, double parts_white = 10.0);

// From one swatch painted over two grounds of a drawdown card: the same relation (Kubelka 1948)
// solved for K and S. `thickness` of the swatch in full coats. The grounds must differ; where the
// swatch hides them, scattering is what just hides; where both readings are what their grounds let
// through (washes, inks), there is none.
PaintFilm filmFromSwatch(const Reflectance& over_dark, const Reflectance& over_light,
                         const Reflectance& dark, const Reflectance& light, double thickness = 1.0);

// Luminance over black divided by luminance over white, under `light`.
double contrastRatio(const PaintFilm& film, double x, const LightSpectrum& light);

// Coats of thickness `x` each until the contrast ratio is 0.98 (ISO 6504-3, ASTM D2805); 0 when
// `most` coats do not hide.
int coatsToHide(const PaintFilm& film, double x, const LightSpectrum& light, int most = 12);

// What a gloss-free film loses at its surface (Saunderson, J. Opt. Soc. Am. 32, 1942): measured
// from internal reflectance and back. Usual values for a binder of index 1.5.
struct SurfaceLoss {
    double outside = 0.04;  // k1: mirrored on the way in
    double inside = 0.596;  // k2: thrown back inside on the way out
};
double measuredFrom(double internal, const SurfaceLoss& loss = {});
double internalFrom(double measured, const SurfaceLoss& loss = {});

}  // namespace glaukophos
