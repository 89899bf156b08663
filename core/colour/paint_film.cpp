// Hyperbolic functions are written with exponentials that cannot overflow.
#include "core/colour/paint_film.h"

#include <Eigen/Cholesky>
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
        result.share[i] = layerReflectance(film.absorption[i], film.scattering[i], film.coat * x,
                                           ground.share[i]);
    }
    return result;
}

PaintFilm mixed(std::span<const PaintFilm> films, std::span<const double> shares) {
    PaintFilm mix;
    mix.coat = 0.0;
    for (std::size_t i = 0; i < films.size(); ++i) {
        mix.absorption += shares[i] * films[i].absorption;
        mix.scattering += shares[i] * films[i].scattering;
        mix.coat += shares[i] * films[i].coat;
    }
    return mix;
}

PaintFilm filmFrom(const Reflectance& mass_tone, double contrast_ratio) {
    PaintFilm unit;  // of scattering 1
    for (int i = 0; i < kBands; ++i) {
        unit.absorption[i] = absorptionOverScattering(std::clamp(mass_tone.share[i], 1e-4, 0.9999));
        unit.scattering[i] = 1.0;
    }
    unit = withContrastRatio(unit, contrast_ratio);
    unit.absorption *= unit.coat;
    unit.scattering *= unit.coat;
    unit.coat = 1.0;
    return unit;
}

PaintFilm withContrastRatio(PaintFilm film, double contrast_ratio) {
    const LightSpectrum light = daylight();
    film.coat = 1.0;
    // The ratio rises with thickness.
    double low = 1e-4;
    double high = 1e4;
    for (int i = 0; i < 80; ++i) {
        const double middle = std::sqrt(low * high);
        (contrastRatio(film, middle, light) < contrast_ratio ? low : high) = middle;
    }
    film.coat = std::sqrt(low * high);
    return film;
}

namespace {

// Less is lost in what a paint's surface mirrors, and colours of three numbers say nothing of it.
constexpr double kDarkestBand = 0.004;

// K and S of a paint whose log S is a quadratic over the wavelengths.
PaintFilm curved(const Reflectance& mass_tone, const Eigen::Vector3d& curve) {
    PaintFilm film;
    for (int i = 0; i < kBands; ++i) {
        // Beyond that the eye sees next to nothing, and the curve would run away.
        const double x = std::clamp((380.0 + 10.0 * i - 550.0) / 130.0, -1.0, 1.0);
        film.scattering[i] =
            std::exp(std::clamp(curve[0] + x * (curve[1] + x * curve[2]), -12.0, 6.0));
        film.absorption[i] = film.scattering[i] *
                             absorptionOverScattering(std::clamp(mass_tone.share[i], 1e-4, 0.9999));
    }
    return film;
}

Eigen::Vector3d asVector(const Lab& lab) { return {lab.L, lab.a, lab.b}; }

}  // namespace

Lab tintOf(const PaintFilm& film, const PaintFilm& white, double parts_white) {
    Reflectance thick;
    for (int i = 0; i < kBands; ++i) {
        const double k = film.absorption[i] + parts_white * white.absorption[i];
        const double s = film.scattering[i] + parts_white * white.scattering[i];
        thick.share[i] = thickReflectance(k / std::max(s, 1e-12));
    }
    return labFrom(reflected(daylight(), thick));
}

PaintFilm filmFromTintLightness(const Reflectance& mass_tone, double tint_lightness,
                                const PaintFilm& white, double parts_white) {
    // The more of the paint counts, the darker (or, of something paler than the white, lighter).
    double low = -10.0;
    double high = 5.0;
    for (int i = 0; i < 60; ++i) {
        const double middle = 0.5 * (low + high);
        const PaintFilm film = curved(mass_tone, {middle, 0.0, 0.0});
        (tintOf(film, white, parts_white).L > tint_lightness ? low : high) = middle;
    }
    return curved(mass_tone, {0.5 * (low + high), 0.0, 0.0});
}

PaintFilm filmFromTint(const Reflectance& mass_tone, const Lab& tint, const PaintFilm& white,
                       double parts_white) {
    const PaintFilm even = filmFromTintLightness(mass_tone, tint.L, white, parts_white);
    Eigen::Vector3d curve(std::log(even.scattering[0]), 0.0, 0.0);
    const auto missOf = [&](const Eigen::Vector3d& of) {
        return Eigen::Vector3d(asVector(tintOf(curved(mass_tone, of), white, parts_white)) -
                               asVector(tint));
    };
    // Damped least squares (Levenberg-Marquardt); a bend of the curve costs a little, so that a
    // tint no such paint can have leaves it smooth.
    constexpr double kBend = 1.0;  // CIELAB a unit of slope or bend
    const Eigen::Vector3d bend(0.0, kBend, kBend);
    double damping = 1e-2;
    Eigen::Vector3d miss = missOf(curve);
    const auto costOf = [&](const Eigen::Vector3d& of, const Eigen::Vector3d& missed) {
        return missed.squaredNorm() + bend.cwiseProduct(of).squaredNorm();
    };
    for (int round = 0; round < 40; ++round) {
        constexpr double kStep = 1e-4;
        Eigen::Matrix3d slope;
        for (int c = 0; c < 3; ++c) {
            Eigen::Vector3d moved = curve;
            moved[c] += kStep;
            slope.col(c) = (missOf(moved) - miss) / kStep;
        }
        const Eigen::Matrix3d bends = bend.cwiseAbs2().asDiagonal();
        Eigen::Matrix3d normal = slope.transpose() * slope + bends;
        normal.diagonal() *= 1.0 + damping;
        const Eigen::Vector3d step =
            normal.ldlt().solve(-(slope.transpose() * miss + bends * curve));
        const Eigen::Vector3d next = curve + step.cwiseMax(-1.0).cwiseMin(1.0);
        const Eigen::Vector3d next_miss = missOf(next);
        if (costOf(next, next_miss) < costOf(curve, miss)) {
            curve = next;
            miss = next_miss;
            damping = std::max(1e-6, 0.3 * damping);
        } else {
            damping *= 4.0;
        }
    }
    return curved(mass_tone, curve);
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
        // Without scattering both readings are what their grounds let through twice.
        const double passed = std::min(1.0, seen[1] / std::max(ground[1], 1e-6));
        constexpr double kNoise = 0.004;
        if (seen[0] <= ground[0] * passed + kNoise && passed < 0.98) {
            film.scattering[i] = 0.0;
            film.absorption[i] = -0.5 * std::log(std::max(passed, 1e-6)) / thickness;
            continue;
        }
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
