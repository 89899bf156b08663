// Fire by Planck's law; the others between a few colours of our own.
#include "core/effect/glow_ramp.h"

#include <algorithm>
#include <cmath>

#include "core/colour/spectrum.h"

namespace glaukophos {
namespace {

constexpr double kTips_K = 700.0;
constexpr double kRoot_K = 4500.0;
constexpr double kBend = 1.4;
constexpr double kYellower_deg = 16.0;  // of hue, where the shift is strongest
constexpr int kStops = 5;
using Stops = std::array<Oklab, kStops>;  // from tip to root

Oklab fromHex(const char* hex) { return oklabFrom(xyzFrom(linearFrom(*srgbFromHex(hex)))); }

Stops stopsFrom(const std::array<const char*, kStops>& hex) {
    Stops stops;
    std::ranges::transform(hex, stops.begin(), fromHex);
    return stops;
}

// From nearly black through the full hue to a tinted white.
Stops oneHue(const Srgb& colour) {
    const Oklch full = oklchFrom(oklabFrom(xyzFrom(linearFrom(colour))));
    constexpr std::array<double, kStops> kChroma = {0.5, 0.85, 1.0, 0.6, 0.15};
    constexpr std::array<double, kStops> kLightness = {0.22, 0.42, 0.66, 0.85, 0.97};
    Stops stops;
    for (std::size_t i = 0; i < stops.size(); ++i) {
        stops[i] = oklabFrom(Oklch{kLightness.at(i), full.C * kChroma.at(i), full.h_deg});
    }
    return stops;
}

Stops stopsOf(const GlowRamp& ramp) {
    switch (ramp.kind) {
        case RampKind::Lava:
            return stopsFrom({"#1c1312", "#6d1710", "#d94a14", "#ffa526", "#ffeeb4"});
        case RampKind::Pool:
            return stopsFrom({"#0a2a33", "#125a63", "#2fa79c", "#95e6d2", "#effdf8"});
        case RampKind::LightningCore:
            return stopsFrom({"#2f55b8", "#4f80e6", "#86b4ff", "#c2dcff", "#eaf3ff"});
        case RampKind::LightningHalo:
            return stopsFrom({"#14183a", "#232f74", "#3c58b4", "#6a91e6", "#a9c8ff"});
        default:
            return oneHue(ramp.colour);
    }
}

// What is orange by its chromaticity looks yellow when it is bright (the Bezold-Bruecke shift), and
// painters paint it so: nothing in the orange and below, most in the yellow, nothing at the root.
double yellower(double position) {
    if (position <= 0.5 || position >= 1.0) return 0.0;
    return kYellower_deg * std::sin(kPi * (position - 0.5) / 0.5);
}

Xyz flameColour(double position) {
    Oklch colour = oklchFrom(oklabFrom(colourOf(planck(flameKelvin(position)))));
    colour.h_deg += yellower(position);
    return xyzFrom(oklabFrom(colour));
}

Xyz atUnitLuminance(const Xyz& colour) {
    return {colour.xyz.cwiseMax(0.0) / std::max(colour.xyz.y(), 1e-9)};
}

}  // namespace

const std::array<RampEntry, 7>& rampKinds() {
    static const std::array<RampEntry, 7> entries = {{
        {{"The light's own tint", "as-lit", "From white to the colour of its light."}, ""},
        {{"Fire", "fire",
          "As glowing bodies cool: off-white at the root, yellow, orange, red, black tips."},
         "Off-white at the root. Yellow and orange 4:1, then more orange each pass. Orange and red "
         "3:1, then 1:1. Red and black 4:1 for the tips."},
        {{"One hue", "one-hue", "From a tinted white through one full hue to dark."},
         "White and the hue 4:1 at the root, 1:1, the hue alone, then the hue and black 4:1."},
        {{"Lava", "lava", "Pale yellow deep in the cracks, orange at their rims, black crust."},
         "Pale yellow in the depth. Yellow and orange 1:1, orange and red 3:1 at the rims, red and "
         "black 1:1 on the first of the crust."},
        {{"Pool or vent", "pool", "Nearly white where it comes out, sea green, then dark water."},
         "White and green-blue 4:1, 1:1, green-blue alone, green-blue and black 2:1."},
        {{"Lightning, core", "lightning-core",
          "Pale blue, thicker at the root; never pure white along the bolt."},
         "Light blue alone; a little white at each fork as a dot; white nowhere along the bolt."},
        {{"Lightning, halo", "lightning-halo", "A broad dark halo, then narrower and lighter."},
         "Dark blue first and widest, dark blue and light blue 1:1, light blue narrowest."},
    }};
    return entries;
}

const std::array<ShadingEntry, 5>& brightestPlaces() {
    static const std::array<ShadingEntry, 5> entries = {{
        {"Its root", "root", "Where it comes out of the rest: flames, blades, vents."},
        {"Its depth", "depth", "In its recesses: cracks, coals, engines."},
        {"Its middle", "middle", "Farthest from its edge: pools, panes, balls."},
        {"Its far ends", "rim", "Where it is farthest from the rest: sparks, tips of wands."},
        {"A place of mine", "place", "Where you click."},
    }};
    return entries;
}

GlowZones zonesOf(const GlowRamp& ramp) {
    if (ramp.zones) return *ramp.zones;
    if (ramp.kind == RampKind::Fire) return {0.05, 0.25, 0.75, 0.90};
    return {0.10, 0.26, 0.48, 0.74};
}

double flameKelvin(double position) {
    return kTips_K * std::pow(kRoot_K / kTips_K, std::pow(std::clamp(position, 0.0, 1.0), kBend));
}

double flamePosition(double kelvin) {
    const double share = std::log(kelvin / kTips_K) / std::log(kRoot_K / kTips_K);
    return std::pow(std::clamp(share, 0.0, 1.0), 1.0 / kBend);
}

RampColours::RampColours(const GlowRamp& ramp) : m_colours{} {
    const Stops stops = stopsOf(ramp);
    for (int i = 0; i <= kSteps; ++i) {
        const double position = static_cast<double>(i) / kSteps;
        Xyz& colour = m_colours.at(static_cast<std::size_t>(i));
        if (ramp.kind == RampKind::Fire) {
            colour = atUnitLuminance(flameColour(position));
            continue;
        }
        const double place = position * (kStops - 1);
        const auto below = static_cast<std::size_t>(std::min(place, kStops - 1.5));
        const double share = place - static_cast<double>(below);
        const Oklab& a = stops.at(below);
        const Oklab& b = stops.at(below + 1);
        colour = atUnitLuminance(xyzFrom(Oklab{a.L + share * (b.L - a.L), a.a + share * (b.a - a.a),
                                               a.b + share * (b.b - a.b)}));
    }
}

Xyz RampColours::at(double position, double luminance) const {
    const double place = std::clamp(position, 0.0, 1.0) * kSteps;
    const auto below = std::min(static_cast<std::size_t>(place), std::size_t{kSteps} - 1);
    const double share = place - static_cast<double>(below);
    const Vec3d colour =
        (1.0 - share) * m_colours.at(below).xyz + share * m_colours.at(below + 1).xyz;
    return {luminance / colour.y() * colour};
}

}  // namespace glaukophos
