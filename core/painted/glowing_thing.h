// The thing that glows itself: the other way round than what is lit, by length from where it is
// brightest.
#pragma once

#include "core/lighting/irradiance_of_plan.h"

namespace glaukophos {

// 0 where a glowing part is brightest .. 1 at its tips, one entry a vertex; below 0 on other parts.
// Lengths run along the surface, for each piece and each tongue of it on its own; recesses count as
// nearer to the root. Empty where nothing glows.
std::shared_ptr<const std::vector<float>> glowLengths(const Plan& plan,
                                                      const Irradiance& irradiance);

// How far along each tongue every vertex is: `away` is the distance from the root, `neighbours(v)`
// the vertices beside v. A tongue that parts from a longer one begins with what the longer one has
// there, and both end at 1. Tongues shorter than `least` (of the longest) are none.
std::vector<float> alongTongues(const std::vector<float>& away,
                                const std::vector<std::vector<std::uint32_t>>& neighbours,
                                double least);

// Sets the values of glowing parts so that the bands with these borders are the zones of each
// part's ramp: lightest first.
void paintGlowing(const Plan& plan, std::span<const float> lengths, std::span<const double> borders,
                  std::span<float> lightness, std::span<float> painted);

}  // namespace glaukophos
