// Everything about one spot of the figure, for the read-out.
#pragma once

#include <string>

#include "core/painted/appearance.h"

namespace glaukophos {

struct SpotLight {
    std::string name;
    double incidence_deg = 0.0;  // between the surface normal and the light; over 90: turned away
    double distance_mm = 0.0;    // of lights near the figure
    double share = 0.0;          // of the light at this spot, 0..1
    double seen = 0.0;           // share of the source that is not blocked, 0..1
    std::string blocked_by;      // part in the way of the light's middle; empty when none
    bool all_round = false;      // a sky, or light thrown back: no direction to speak of
    double arriving = 0.0;       // of such light, relative to its strength
};

struct Spot {
    PartIndex part = 0;
    std::string part_name;
    bool is_source = false;
    Vec3 point_mm = Vec3::Zero();
    Vec3 normal = Vec3::UnitZ();
    std::string band;               // its name
    double lightness = 0.0;         // L* that the bands sort by
    double as_lit = 0.0;            // the same without the painter's licences
    Lab colour;                     // as planned
    std::vector<SpotLight> lights;  // those that are on
};

// `hit` on the working surface.
Spot spotAt(const Plan& plan, const Appearance& appearance, const RayHit& hit);

// "Hoodcape: Shade, dark greenish blue  |  Moon: 62 degrees off square, blocked by pipe ..." in one
// line; with `numbers` also L* and the colour's code.
std::string inWords(const Spot& spot, bool numbers);

}  // namespace glaukophos
