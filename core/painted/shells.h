// The shells of a glow: each lies inside the one before, lighter and smaller.
#pragma once

#include <vector>

#include "core/painted/appearance.h"

namespace glaukophos {

struct Shell {
    double distance_mm = 0.0;  // how far it would reach on a surface that faces the light
    double irradiance = 0.0;   // at its rim, at strength 1
    double area_mm2 = 0.0;     // of the surface inside it
};

inline constexpr int kFewestShells = 3;
inline constexpr int kMostShells = 6;

// `count` shells from the light's reach inward, the widest first: each covers kShellShrinks of the
// area of the one before. What counts is the light that falls: a tilted or half-blocked surface
// belongs to a wider shell than its distance says, a blocked one to none, so that each shell lies
// inside the one before. `light` stands near the figure; `reach` is of the figure.
inline constexpr double kShellShrinks = 0.55;  // common practice, no source: about half
std::vector<Shell> shellsOf(const Plan& plan, const Irradiance& irradiance, std::size_t light,
                            int count);

// Irradiance as a distance, the nearer the less negative: it runs nearly straight over a triangle,
// so that rims can be cut from it.
float asDistance(float irradiance);

}  // namespace glaukophos
