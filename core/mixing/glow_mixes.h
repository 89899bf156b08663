// The colours of a glow: for like parts one ladder of shells from what they are towards the light.
#pragma once

#include "core/mixing/part_mixes.h"

namespace glaukophos {

// One shell on parts that can share its mix.
struct ShellMix {
    std::size_t group = 0;  // of parts, the same through all shells
    std::vector<PartIndex> parts;
    double area_mm2 = 0.0;    // of the shell there, with all that lies inside it
    double glow_share = 0.0;  // mean, of the light inside this shell but outside the next
    Lab target;
    Recipe recipe;
};
struct GlowShell {
    double distance_mm = 0.0;
    double irradiance = 0.0;  // at its rim: see glowLevels
    double area_mm2 = 0.0;
    std::vector<ShellMix> mixes;  // the largest parts first
};
struct GlowMixes {
    std::vector<GlowShell> shells;  // from the widest inward
    Recipe source;                  // the source itself: white, or tinted
    Recipe reshade;                 // recesses and rims afterwards: a dark of the glow's own hue
    Recipe rest;                    // the thin dark glaze over what no glow reaches
};

// What decides the colours of a glow's shells on like parts.
struct GlowColouring {
    Lab tint;                // of the light itself, at full lightness
    double own_hue_deg = 0;  // of what the parts send back under this light alone
    double vivid = 0.5;      // 0..1
    double lightest = 88.0;  // L* that nothing lit may pass
};

// Colours of shells from the widest inward, from what light would make of them (`physical`, at
// least one): the outermost dark and already within 25 degrees of the light's hue, so that no
// orange turns grey on its way over blue; from there each lighter and purer, and the last paler
// where it comes near the source (common practice, no source).
std::vector<Lab> shellColours(const std::vector<Lab>& physical, const GlowColouring& colouring);

// The largest chroma of a lightness and hue that sRGB can show.
double mostChroma(double lightness, double hue_deg);

// For the leading light of a group (see glowGroups); from `allowed` paints (empty: all that cover).
GlowMixes glowMixesOf(const Plan& plan, const Appearance& appearance, const MixingRack& rack,
                      std::span<const std::size_t> allowed, std::size_t light);

// The nearest mix to a colour that may be stronger than paint can be.
Recipe recipeOf(const Plan& plan, const MixingRack& rack, const Lab& colour,
                std::span<const std::size_t> allowed);

}  // namespace glaukophos
