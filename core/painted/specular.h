// What shiny parts of a figure mirror to the viewer.
#pragma once

#include "core/lighting/irradiance_of_plan.h"
#include "core/value/sheen.h"

namespace glaukophos {

// How the material mirrors; nothing for those that soak light up.
std::optional<SpecularLobe> lobeOf(Material material);

// The directions the highlights are painted for.
std::vector<Vec3> viewersOf(const SheenChoices& sheen);

// Luminance mirrored at each vertex; one entry a light, empty where nothing is. Empty as a whole
// when the plan has no shiny part. Blocked light is not mirrored; of skies as much is as is seen.
std::vector<std::vector<float>> specularOf(const Plan& plan, const Irradiance& irradiance,
                                           std::span<const float> weights);

// For parts of metal, 0 darkest .. 1 lightest at each vertex, -1 elsewhere; empty without any.
std::shared_ptr<const std::vector<float>> metalLevels(const Plan& plan,
                                                      const Irradiance& irradiance);

}  // namespace glaukophos
