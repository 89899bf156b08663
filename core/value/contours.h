// The borders between bands as lines on the surface.
#pragma once

#include "core/geometry/polyline.h"
#include "core/value/bands.h"

namespace glaukophos {

struct Contour {
    std::size_t border = 0;  // index into the borders
    PartIndex part = 0;
    Polyline line;
};

// `lightness` has one entry a vertex and runs linearly over each triangle. Sources and hidden
// triangles carry no lines. Contours of one border and part are together.
std::vector<Contour> contoursOf(const Surface& surface, std::span<const float> lightness,
                                std::span<const double> borders, const LeftOut& left_out);

}  // namespace glaukophos
