// How far a glow carries before the eye no longer sees it.
#pragma once

#include "core/light/light.h"

namespace glaukophos {

// The share of the rest of the light that a glow must add to lift a middle value (L* 50) by a just
// visible step of 2 L* (common practice, no source): about 0.09.
double justVisibleShare();

// What a near light (see isNear) has that counts for its reach.
struct Glow {
    LightKind kind;
    double own_area_mm2 = 0.0;  // of a glowing part
};

// Irradiance at strength 1 of a surface that faces the light, `distance_mm` from its middle, where
// it shines best: before a panel, beside a rod. A glowing part counts as a ball of its area.
double facingIrradiance(const Glow& glow, double distance_mm);

// Distance in mm from the light's middle at which a surface facing it gets a just visible share of
// what the rest of the light gives, `rest_irradiance`. Never inside the light.
double reachOf(const Glow& glow, double strength, double rest_irradiance);

// The strength that gives this reach; inverse of reachOf outside the light.
double strengthForReach(const Glow& glow, double reach_mm, double rest_irradiance);

// What counts as the rest when there is no other light: the deepest dark that paint can show
// against the lamp's own surroundings.
inline constexpr double kDarkRest = 0.01;

}  // namespace glaukophos
