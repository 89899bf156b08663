// One light while the hand moves it, at the few places that a picture shows.
#pragma once

#include <vector>

#include "core/lighting/irradiance_of_plan.h"

namespace glaukophos {

// What the last pictures found of a light's shadows, the newest first. Rays to where a lamp was a
// moment ago count as rays to it while it has hardly moved, so that a slow hand gets soft shadows
// from few rays.
struct RecentShadows {
    struct Found {
        Light light;
        std::vector<float> seen;  // share, one entry a receiver; negative where that is not known
    };
    std::vector<Found> pictures;
    std::uint32_t count = 0;  // of all pictures so far
    std::uint32_t rays = 3;   // to send from a place in the next one
};

// What a picture shows, and what is known there.
struct ShownPlaces {
    LitForm lit;                    // the receivers begin with the vertices of the mesh
    const Mesh& mesh;               // of what is shown
    const SkyTable& table;          // complete, over the same receivers
    std::span<const float> others;  // what they get of all other lights
};

// Irradiance of a light, given at strength 1, that is to shine with this weight. A preview takes
// what nobody can tell apart for dark and looks back on `recent`, which may be null. Empty when
// stopped.
std::vector<float> movingLight(const Light& unit, float weight, const ShownPlaces& places,
                               Accuracy accuracy, RecentShadows* recent, const Progress& progress);

}  // namespace glaukophos
