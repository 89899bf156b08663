// The shells of a glow: each lies inside the one before, lighter and smaller.
#pragma once

#include <vector>

#include "core/painted/appearance.h"

namespace glaukophos {

struct Shell {
    double distance_mm = 0.0;  // how far it would reach on a surface that faces the light
    double irradiance = 0.0;   // at its rim: see glowLevels
    double area_mm2 = 0.0;     // of the surface inside it
};

// What of a glow is painted, at each vertex: the irradiance of all lights of its group (see
// glowGroups) in strengths of `light`. Below 0 where nothing is: where they give a smaller share
// of the light than shells begin at (the farther from it, the nearer to -1), on what is the light
// itself or lies hidden, and on parts that take no glow or are painted after it (-1).
std::vector<float> glowLevels(const Plan& plan, const Irradiance& irradiance, std::size_t light);

// As many shells as the plan says, from where the glow begins inward, the widest first: each covers
// kShellShrinks of the area of the one before. What counts is the light that falls: a tilted or
// half-blocked surface belongs to a wider shell than its distance says, a blocked one to none, so
// that each shell lies inside the one before. `light` stands near the figure. Empty where nothing
// of the glow is to be painted.
inline constexpr double kShellShrinks = 0.55;  // common practice, no source: about half
std::vector<Shell> shellsOf(const Plan& plan, const Irradiance& irradiance, std::size_t light);

// Irradiance as a distance, the nearer the less negative: it runs nearly straight over a triangle,
// so that rims can be cut from it.
float asDistance(float irradiance);

// The same for a level of glowLevels, going on beyond a rim of the given irradiance.
float asDistance(float level, double rim);

}  // namespace glaukophos
