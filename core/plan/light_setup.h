// Lighting plans to start from, fitted to a figure's size.
#pragma once

#include <string>
#include <vector>

#include "core/light/light.h"

namespace glaukophos {

struct LightSetup {
    std::string key;  // for the command line
    std::string name;
    std::string reason;  // one sentence: when to choose it and why it works
    std::vector<Light> lights;
};

std::vector<LightSetup> lightSetups(const Bounds& figure);

// A new light of each kind, in the order of LightKind, placed where that kind usually stands.
std::vector<Light> newLights(const Bounds& figure);

}  // namespace glaukophos
