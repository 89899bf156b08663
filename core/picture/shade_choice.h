// What a picture of the figure shows besides the figure.
#pragma once

#include <optional>

#include "core/geometry/mesh.h"

namespace glaukophos {

// The ground behind the figure: linear greys at the top and the bottom of the picture.
struct Backdrop {
    float top = 0.030F;
    float bottom = 0.085F;
    bool floor = true;
    bool operator==(const Backdrop&) const = default;
};

struct ShadeChoice {
    Backdrop backdrop;
    std::optional<PartIndex> selected;  // marked with chalk along its edge
    float line_width_px = 1.2F;
    bool operator==(const ShadeChoice&) const = default;
};

}  // namespace glaukophos
