// What is sprayed, and the transparent colour over it. Plain data.
#pragma once

#include <array>
#include <string>
#include <vector>

#include "core/effect/shading.h"
#include "core/light/direction.h"

namespace glaukophos {

// When something is sprayed: before all parts, after their layers and under the edges, or over all
// that no glow, metal or eye follows.
enum class SprayTime { Before, Between, Last };
const std::array<ShadingEntry, 3>& sprayTimes();

// One pass with the airbrush: light of its paint from a direction.
struct UnderCoat {
    std::string paint;         // its name in the rack
    double spread_deg = 90.0;  // off its direction, where half arrives; 90: from everywhere
    double thickness = 1.0;    // in full coats, where all of it arrives
    ClockDirection from{12.0, 90.0};
    double distance_mm = 90.0;  // of the nozzle from the nearest place
    double thinner = 3.0;       // parts to one of paint
    SprayTime when = SprayTime::Before;
    bool operator==(const UnderCoat&) const = default;
};

// Sprays that painters begin with, to be changed.
struct SprayStart {
    const char* name = "";
    const char* about = "";
    UnderCoat coat{};
};
const std::array<SprayStart, 4>& sprayStarts();
inline constexpr std::size_t kMostSprays = 6;

// Where a filter is thickest.
enum class FilterShape { Even, Above, Below, FacingUp, FacingDown };
const std::array<ShadingEntry, 5>& filterShapes();

// Values from sprays, then a transparent colour over those that come before all parts.
struct Underpainting {
    bool used = false;
    // Shadow colour all over, a middle from above, a mist of white from straight above: common
    // practice, no source.
    std::vector<UnderCoat> coats = {{"Indanthrone blue", 90.0, 1.0},
                                    {"Pyrrole red", 50.0, 0.25},
                                    {"Titanium white", 22.0, 0.06}};
    std::string filter;             // a transparent paint; empty: none
    double filter_thickness = 0.5;  // in full coats, where it is thickest
    FilterShape filter_shape = FilterShape::Even;
    bool filter_out_of_recesses = true;  // taken out of them before it dries
    bool operator==(const Underpainting&) const = default;
};

// One sentence naming what makes no sense; empty when all is sound.
std::string problemWith(const Underpainting& under);

// What reaches the nozzle: the more thinner and the closer, the less. bar; common practice, no
// source.
double pressureInBar(const UnderCoat& coat);

}  // namespace glaukophos
