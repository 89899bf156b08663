// Where a light's middle is from a place on the figure.
#pragma once

#include <optional>

#include "core/plan/plan.h"

namespace glaukophos {

struct Aim {
    Vec3 direction = Vec3::UnitZ();  // unit, towards the light
    double distance_mm = 0.0;        // to its middle; 0 for far lights
    float free_mm = 1e30F;           // to its near side: what lies before that is in the way
};

// The part of the light that matters most there: the middle of a lamp, panel or nozzle, the nearest
// place of a rod or glowing part. Nothing for skies and light thrown back, which come from all
// over, and for a glowing part that has no area.
std::optional<Aim> aimAt(const Plan& plan, const Light& light, const Vec3& from_mm);

// The middle of a light that stands near the figure.
std::optional<Vec3> middleOf(const Plan& plan, const Light& light);

// From the middle of the figure: for charts and views. Straight above for skies.
std::optional<ClockDirection> clockOf(const Plan& plan, const Light& light);

// A place by which a light is held: a lamp's or panel's middle, a rod's middle and ends (1, 2), two
// places of a panel's rim (3, 4).
struct LightHandle {
    std::size_t light = 0;
    int which = 0;
    Vec3 place_mm = Vec3::Zero();
};
std::vector<LightHandle> handlesOf(const Plan& plan);

// Moves that place; `which` as in handlesOf. A panel turns about its middle by its rim.
void moveHandle(LightKind& kind, int which, const Vec3& to_mm);

// Whether the handle only turns the light.
inline bool turnsOnly(int which) { return which >= 3; }

// The same to a place on a surface: the light touches it from outside, a panel lies flat on it.
void setOnSurface(LightKind& kind, int which, const Vec3& point_mm, const Vec3& normal);

}  // namespace glaukophos
