// What the painter decides about colour. Plain data.
#pragma once

#include <array>
#include <string>
#include <vector>

#include "core/colour/paint.h"
#include "core/effect/glow_ramp.h"
#include "core/effect/night.h"

namespace glaukophos {

inline constexpr int kFewestShells = 3;
inline constexpr int kMostShells = 6;

// How glows are painted, and what is done to everything that they do not reach before that: a thin
// dark glaze, unless both are 0. Where nothing else is said, values are common practice, no source.
struct GlowChoices {
    double dull = 0.15;       // 0..1: chroma taken
    double darken = 4.0;      // L* taken, 0..40
    double whiteness = 0.6;   // of the source itself: 0 the light's own tint .. 1 pure white
    int shells = 4;           // kFewestShells..kMostShells
    double begins_at = 0.25;  // the share of the light there with which the outermost shell begins
    double vivid = 0.5;       // 0: colours as light would make them .. 1: as strong as paint can
    double blend_mm = 1.0;    // how wide two unlike glows run into each other
    // Before the glow, the lights on cloth are placed where it will fall: folds then turn to the
    // lamp.
    bool cloth_by_lamp = false;
    bool operator==(const GlowChoices&) const = default;
};

// A patch of another hue laid over a part as thin veils: cheeks, knuckles, jaw.
struct HueVeil {
    std::string name;
    Vec3 point_mm = Vec3::Zero();
    Vec3 normal = Vec3::UnitZ();
    double radius_mm = 1.5;
    Srgb colour{0.6, 0.25, 0.22};
    double strength = 0.35;  // in its middle, 0..1
    bool operator==(const HueVeil&) const = default;
};

struct ColourChoices {
    double adaptation = 0.5;  // 0 as lit .. 1 all light together looks neutral
    Shading shading;          // of parts without a shading of their own
    Night night;
    GlowChoices glow;
    std::vector<HueVeil> veils;
    bool operator==(const ColourChoices&) const = default;
};

// What primers are sold in.
struct Primer {
    const char* name = "";
    Srgb colour;
};
const std::array<Primer, 5>& primers();

// How colours are to be mixed.
struct MixingChoices {
    int paints_a_part = 3;     // 2..6: for all bands of a part together
    int most_drops = 10;       // in one mix, touches aside
    int bottles = 0;           // for the whole figure; 0: as many as it takes
    double thinner = 1.0;      // parts of thinner to one of paint, by brush
    double largest_step = 16;  // CIEDE2000 between neighbouring bands before it jumps
    Srgb primer{0.11, 0.11, 0.115};
    double lamp_K = 5000.0;  // the painter's desk lamp
    bool operator==(const MixingChoices&) const = default;
};

// One sentence naming what makes no sense; empty when all is sound.
std::string problemWith(const ColourChoices& colours);
std::string problemWith(const MixingChoices& mixing);

}  // namespace glaukophos
