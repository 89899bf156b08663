// Hyperbolic functions are written with exponentials that cannot overflow.
#include "core/colour/paint_film.h"

#include <Eigen/LU>
#include <algorithm>
#include <cmath>

namespace glaukophos {

double absorptionOverScattering(double reflectance) {
    return (1.0 - reflectance) * (1.0 - reflectance) / (2.0 * reflectance);
}

double thickReflectance(double q) {
    if (std::isinf(q)) return 0.0;
    // The plain form 1 + q - sqrt(q^2 + 2q) loses all digits for a large q.
    return 1.0 / (1.0 + q + std::sqrt(q * q + 2.0 * q));
}

double layerReflectance(double absorption, double scattering, double x, double ground) {
    if (x <= 0.0) return ground;
    if (scattering <= 1e-12) return ground * std::exp(-2.0 * absorption * x);
    const double scattered = scattering * x;
    if (absorption <= 1e-12 * scattering) {
        return (ground + (1.0 - ground) * scattered) / (1.0 + (1.0 - ground) * scattered);
    }
    const double a = 1.0 + absorption / scattering;
    const double b = std::sqrt(a * a - 1.0);
    const double fade = std::exp(-2.0 * b * scattered);
    const double b_coth = b * (1.0 + fade) / (1.0 - fade);
    return (1.0 - ground * (a - b_coth)) / (a - ground + b_coth);
}

Reflectance over(const PaintFilm& film, double x, const Reflectance& ground) {
    Reflectance result;
    for (int i = 0; i < kBands; ++i) {
        result.share[i] =
            layerReflectance(film.absorption[i], film.scattering[i], x, ground.share[i]);
    }
    return result;
}

PaintFilm mixed(std::span<const PaintFilm> films, std::span<const double> shares) {
    PaintFilm mix;
    for (std::size_t i = 0; i < films.size(); ++i) {
        mix.absorption += shares[i] * films[i].absorption;
        mix.scattering += shares[i] * films[i].scattering;
    }
    return mix;
}

PaintFilm filmFrom(const Reflectance& mass_tone, double contrast_ratio) {
    PaintFilm unit;  // of scattering 1
    for (int i = 0; i < kBands; ++i) {
        unit.absorption[i] = absorptionOverScattering(std::clamp(mass_tone.share[i], 1e-4, 0.9999));
        unit.scattering[i] = 1.0;
    }
    const LightSpectrum light = daylight();
    // Scattering more is the same as being thicker, and the ratio rises with both.
    double low = 1e-4;
    double high = 1e4;
    for (int i = 0; i < 80; ++i) {
        const double middle = std::sqrt(low * high);
        (contrastRatio(unit, middle, light) < contrast_ratio ? low : high) = middle;
    }
    const double thickness = std::sqrt(low * high);
    unit.absorption *= thickness;
    unit.scattering *= thickness;
    return unit;
}

PaintFilm filmFromSwatch(const Reflectance& over_dark, const Reflectance& over_light,
                         const Reflectance& dark, const Reflectance& light, double thickness) {
    // R (a - Rg + c) = 1 - Rg (a - c) with c = b coth(b S x) is linear in a and c: two grounds, two
    // equations.
    PaintFilm film;
    for (int i = 0; i < kBands; ++i) {
        const double ground[2] = {dark.share[i], light.share[i]};
        // Noise may turn the order over; then nothing of the ground shows.
        const double seen[2] = {std::clamp(over_dark.share[i], 1e-4, 0.9999),
                                std::clamp(over_light.share[i], 1e-4, 0.9999)};
        Eigen::Matrix2d sides;
        Eigen::Vector2d right;
        for (int g = 0; g < 2; ++g) {
            sides.row(g) << seen[g] + ground[g], seen[g] - ground[g];
            right[g] = 1.0 + seen[g] * ground[g];
        }
        const Eigen::Vector2d solved = sides.inverse() * right;
        const double a = std::max(solved[0], 1.0 + 1e-7);
        const double b = std::sqrt(a * a - 1.0);
        const double fade = std::clamp(b / std::max(solved[1], 1e-9), 1e-9, 1.0 - 1e-9);
        film.scattering[i] = std::atanh(fade) / b / thickness;
        film.absorption[i] = film.scattering[i] * (a - 1.0);
    }
    return film;
}

double contrastRatio(const PaintFilm& film, double x, const LightSpectrum& light) {
    const Reflectance black;
    Reflectance white;
    white.share.setOnes();
    const double over_white = reflected(light, over(film, x, white)).xyz.y();
    return over_white > 0.0 ? reflected(light, over(film, x, black)).xyz.y() / over_white : 1.0;
}

int coatsToHide(const PaintFilm& film, double x, const LightSpectrum& light, int most) {
    constexpr double kHidden = 0.98;
    for (int coats = 1; coats <= most; ++coats) {
        if (contrastRatio(film, coats * x, light) >= kHidden) return coats;
    }
    return 0;
}

double measuredFrom(double internal, const SurfaceLoss& loss) {
    return loss.outside +
           (1.0 - loss.outside) * (1.0 - loss.inside) * internal / (1.0 - loss.inside * internal);
}

double internalFrom(double measured, const SurfaceLoss& loss) {
    const double net = measured - loss.outside;
    return net / ((1.0 - loss.outside) * (1.0 - loss.inside) + loss.inside * net);
}

}  // namespace glaukophos
