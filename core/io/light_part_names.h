// How a written light names parts, before there is a figure.
#pragma once

#include <string>
#include <vector>

namespace glaukophos {

// The parts that a light names.
struct LightPartNames {
    std::vector<std::string> own;     // of the light itself
    std::vector<std::string> passed;  // that let it through
    std::vector<std::string> from;    // that throw light back
};

}  // namespace glaukophos
