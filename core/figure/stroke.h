// Strokes along a surface, as a brush draws them.
#pragma once

#include <optional>
#include <vector>

#include "core/base/vec.h"

namespace glaukophos {

struct Stroke {
    std::vector<Vec3> points_mm;
    double width_from = 1.0;  // at its first point, relative to the whole line's width
    double width_to = 1.0;    // at its last
    bool forks_off = false;   // it begins on another stroke
};

// One line with all its forks.
struct Strokes {
    std::vector<Stroke> strokes;
    std::vector<Vec3> forks_mm;  // where strokes meet

    [[nodiscard]] bool empty() const { return strokes.empty(); }
};

}  // namespace glaukophos
