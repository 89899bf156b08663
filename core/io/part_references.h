// How a written light names parts, before there is a figure.
#pragma once

#include <string>
#include <variant>
#include <vector>

#include "core/plan/identity.h"

namespace glaukophos {

// By identity, or by a name that only one part has.
using PartReference = std::variant<PartId, std::string>;

// The parts that a light names.
struct LightPartNames {
    std::vector<PartReference> own;     // of the light itself
    std::vector<PartReference> passed;  // that let it through
    std::vector<PartReference> from;    // that throw light back
};

}  // namespace glaukophos
