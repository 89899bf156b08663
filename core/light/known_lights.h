// Flames, lamps and skies whose temperature is published.
#pragma once

#include <span>

namespace glaukophos {

struct KnownLight {
    const char* name;
    double kelvin;
    const char* source;  // where the temperature is from
};

std::span<const KnownLight> knownLights();

}  // namespace glaukophos
