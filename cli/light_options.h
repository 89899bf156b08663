// Lights given on the command line.
#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/light/light.h"

namespace glaukophos {

// Texts of the options as typed, in the order of their kinds.
struct LightOptions {
    std::vector<std::string> skies;  // "zenithal,sharpness=4,strength=0.3,kelvin=8000"
    std::vector<std::string> fars;   // "hour,height[,radius=..,strength=..,kelvin=..,colour=#..]"
    std::vector<std::string> lamps;  // "x,y,z[,radius=..,strength=..|radiance=..|reach=..,...]"

    [[nodiscard]] bool any() const { return !skies.empty() || !fars.empty() || !lamps.empty(); }
};

// A lamp whose strength was given as a reach keeps it here until the rest of the light is known.
struct ParsedLight {
    Light light;
    double reach_mm = 0.0;  // 0: not given
};

Result<std::vector<ParsedLight>> lightsFrom(const LightOptions& options);

}  // namespace glaukophos
