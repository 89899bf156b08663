// Linear in light, so that lights still add up.
#include "core/effect/night.h"

#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

// Scotopic over photopic efficacy at 555 nm, 683 / 1699 (CIE 191:2010).
constexpr double kRodsAt555 = 683.0 / 1699.0;

Reflectance white() {
    Reflectance reflectance;
    reflectance.share.setOnes();
    return reflectance;
}

double cones(const Night& night, double rods_to_cones) {
    const double true_night = coneShare(kMoonlitScene_cd_m2, rods_to_cones);
    return true_night + night.licence * (1.0 - true_night);
}

// Half-opaque, as most paints are.
PaintFilm filmOf(const Reflectance& tone) { return filmFrom(tone, 0.88); }

const PaintFilm& addition(Dulling way) {
    static const PaintFilm grey = filmOf(reflectanceOf({0.47, 0.47, 0.47}));
    static const PaintFilm black = filmOf(reflectanceOf({0.10, 0.10, 0.10}));
    static const PaintFilm pale_blue = filmOf(reflectanceOf({0.74, 0.80, 0.89}));
    switch (way) {
        case Dulling::Black:
            return black;
        case Dulling::PaleBlue:
            return pale_blue;
        default:
            return grey;
    }
}

Dulled mixedIn(const PaintFilm& part, const PaintFilm& more, double share) {
    const std::array<PaintFilm, 2> films = {part, more};
    const std::array<double, 2> shares = {1.0 - share, share};
    const PaintFilm mix = mixed(films, shares);
    Dulled dulled{share, {}, {}};
    for (int band = 0; band < kBands; ++band) {
        dulled.mix.share[band] =
            thickReflectance(mix.absorption[band] / std::max(mix.scattering[band], 1e-12));
    }
    dulled.colour = oklabFrom(reflected(daylight(), dulled.mix));
    return dulled;
}

}  // namespace

const std::array<ShadingEntry, 4>& dullings() {
    static const std::array<ShadingEntry, 4> entries = {{
        {"As the eye does", "as-seen", "What the rods leave of the colour, with their blue in it."},
        {"Grey mixed in", "grey", "Keeps value and hue, takes chroma: quiet."},
        {"Black mixed in", "black", "Takes chroma and value: heavy; yellows go green."},
        {"Pale blue over it", "pale-blue",
         "Takes chroma, lightens and cools: the moon's own colour on everything."},
    }};
    return entries;
}

double coneShare(double luminance_cd_m2, double rods_to_cones) {
    if (luminance_cd_m2 <= 0.0) return 0.0;
    double share = 0.5;
    for (int round = 0; round < 60; ++round) {
        const double rods = (1.0 - share) * kRodsAt555;
        const double seen = luminance_cd_m2 * (share + rods * rods_to_cones) / (share + rods);
        share = std::clamp(0.7670 + 0.3334 * std::log10(seen), 0.0, 1.0);
    }
    return share;
}

double mesopicLuminance(double photopic, double rods, double rods_of_white, double cones) {
    const double from_rods = (1.0 - cones) * kRodsAt555;
    return (cones * photopic + from_rods * rods) / (cones + from_rods * rods_of_white);
}

const Xyz& rodBlue() {
    static const Xyz blue = [] {
        const Vec3d xyz = xyzFrom(LinearRgb{Vec3d(1.05, 0.97, 1.27)}).xyz;
        return Xyz{xyz / xyz.y()};
    }();
    return blue;
}

Xyz rodTint(const LightSpectrum& light) {
    const Vec3d lit = linearFrom(colourOf(light)).rgb.cwiseMax(0.0);
    const Vec3d xyz = xyzFrom(LinearRgb{lit.cwiseProduct(linearFrom(rodBlue()).rgb)}).xyz;
    return {xyz / xyz.y()};
}

Xyz seenAtNight(const LightSpectrum& light, const Reflectance& part, const Night& night) {
    const double rods_of_white = reflectedToRods(light, white());
    const double share = cones(night, rods_of_white);
    const double from_rods = (1.0 - share) * kRodsAt555 * rods_of_white;
    const double rods_share = from_rods / (share + from_rods);
    const double rods = reflectedToRods(light, part) / rods_of_white;
    const Xyz day = reflected(light, part);
    return {(1.0 - rods_share) * day.xyz + rods_share * rods * rodTint(light).xyz};
}

Dulled dulledTo(const Reflectance& part, Dulling way, double chroma) {
    const PaintFilm own = filmOf(part);
    const PaintFilm& more = addition(way);
    // Over the whole range: a pale blue has a hue of its own, so chroma need not fall all the way.
    constexpr int kSteps = 64;
    Dulled least = mixedIn(own, more, 0.0);
    for (int step = 0; step <= kSteps; ++step) {
        const Dulled dulled = mixedIn(own, more, static_cast<double>(step) / kSteps);
        const double left = oklchFrom(dulled.colour).C;
        if (left <= chroma) return dulled;
        if (left < oklchFrom(least.colour).C) least = dulled;
    }
    return least;
}

double nightChroma(const LightSpectrum& light, const Reflectance& part, const Night& night) {
    const Oklab of_white = oklabFrom(seenAtNight(light, white(), night));
    const Oklab of_part = oklabFrom(seenAtNight(light, part, night));
    const double scale = of_part.L / of_white.L;
    return std::hypot(of_part.a - scale * of_white.a, of_part.b - scale * of_white.b);
}

Xyz dulledAtNight(const LightSpectrum& light, const Reflectance& part, const Night& night,
                  Dulling way) {
    const Xyz seen = seenAtNight(light, part, night);
    if (way == Dulling::AsSeen) return seen;
    const Xyz mix = reflected(light, dulledTo(part, way, nightChroma(light, part, night)).mix);
    return {mix.xyz * (seen.xyz.y() / std::max(mix.xyz.y(), 1e-9))};
}

}  // namespace glaukophos
