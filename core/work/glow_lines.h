// Edges that catch a glow.
#pragma once

#include "core/painted/shells.h"
#include "core/work/step.h"

namespace glaukophos {

// From the edges of a figure with its glows on: the stretches that lie in the glow of `light`,
// longer ones in the outer shells (pass 0), shorter ones farther in. `shells` are that light's.
std::vector<EdgeStretch> glowLinesOf(const Plan& plan, const Irradiance& irradiance,
                                     const EdgeLines& lines, std::span<const Shell> shells,
                                     std::size_t light);

// The same of the lights marked in `glows`, one entry a light of the plan.
std::vector<std::vector<EdgeStretch>> glowLinesOf(const Plan& plan, const Appearance& appearance,
                                                  const Ridges& ridges,
                                                  const std::vector<bool>& glows);

}  // namespace glaukophos
