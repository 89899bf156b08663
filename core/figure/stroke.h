// Strokes along a surface, as a brush draws them; a stroke of one point is a dot.
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
    int pass = -1;            // that alone draws it; below 0: all do

    [[nodiscard]] bool isIn(std::size_t of_pass) const {
        return pass < 0 || static_cast<std::size_t>(pass) == of_pass;
    }
};

// One line with all its forks.
struct Strokes {
    std::vector<Stroke> strokes;
    std::vector<Vec3> forks_mm;  // where strokes meet

    [[nodiscard]] bool empty() const { return strokes.empty(); }
};

}  // namespace glaukophos
