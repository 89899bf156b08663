// How far a lamp's glow carries before the eye no longer sees it.
#pragma once

#include "core/light/light.h"

namespace glaukophos {

// The share of the rest of the light that a lamp must add to lift a middle value (L* 50) by a just
// visible step of 2 L* (common practice, no source): about 0.09.
double justVisibleShare();

// Distance in mm from the lamp's centre at which a surface facing it gets that much, when the
// rest of the light gives `rest_irradiance`. Never less than the lamp's radius.
double reachOf(const Lamp& lamp, double strength, double rest_irradiance);

// The strength that gives this reach; inverse of reachOf for reach_mm >= radius.
double strengthForReach(const Lamp& lamp, double reach_mm, double rest_irradiance);

// What counts as the rest when there is no other light: the deepest dark that paint can show
// against the lamp's own surroundings.
inline constexpr double kDarkRest = 0.01;

}  // namespace glaukophos
