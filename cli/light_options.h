// Lights given on the command line.
#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/io/plan_json.h"

namespace glaukophos {

// Texts of the options as typed, in the order of their kinds.
struct LightOptions {
    std::vector<std::string> skies;    // "zenithal,sharpness=4,strength=0.3,kelvin=8000"
    std::vector<std::string> fars;     // "hour,height[,radius=..,strength=..,kelvin=..,colour=#..]"
    std::vector<std::string> lamps;    // "x,y,z[,radius=..,strength=..|radiance=..|reach=..,...]"
    std::vector<std::string> rods;     // "x,y,z,x,y,z[,radius=..,...]"
    std::vector<std::string> panels;   // "x,y,z,width,length[,hour=..,height=..,turn=..,...]"
    std::vector<std::string> glows;    // "part[,part..][,strength=..,...]"
    std::vector<std::string> sprays;   // "hour,height[,opening=..,distance=..,...]"
    std::vector<std::string> bounces;  // "share[,part..]", from the floor and these parts

    [[nodiscard]] bool any() const;
};

// What can only be settled once the plan and the rest of its light are known.
struct ParsedLight {
    Light light;
    double reach_mm = 0.0;  // 0: not given
    LightPartNames parts;
};

Result<std::vector<ParsedLight>> lightsFrom(const LightOptions& options);

}  // namespace glaukophos
