// What lies between a spot and a light.
#pragma once

#include <string>
#include <vector>

#include "core/lighting/aim.h"

namespace glaukophos {

struct SightLine {
    std::size_t light = 0;  // entry of the plan
    Vec3 from_mm = Vec3::Zero();
    Vec3 direction = Vec3::UnitZ();
    double distance_mm = 0.0;  // to the light; 0 for far lights
    bool turned_away = false;  // the surface faces away from the light
    bool blocked = false;
    float blocked_at_mm = 0.0F;  // along the line
    std::string blocked_by;      // the part, and where on it
};

// From a spot with this normal to the light's middle; `light` must have one (see aimAt).
SightLine sightLine(const Plan& plan, const Light& light, const Vec3& point_mm, const Vec3& normal);

// To every light that shines and has a direction from there.
std::vector<SightLine> sightLines(const Plan& plan, const Vec3& point_mm, const Vec3& normal);

}  // namespace glaukophos
