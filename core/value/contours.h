// The borders between bands as lines on the surface.
#pragma once

#include "core/value/bands.h"

namespace glaukophos {

// One unbroken line. A closed one ends where it begins.
struct Contour {
    std::size_t border = 0;  // index into the borders
    PartIndex part = 0;
    std::vector<Vec3> points_mm;
    std::vector<std::uint32_t> triangles;  // that each piece crosses: one fewer than points
};

// `lightness` has one entry a vertex and runs linearly over each triangle. Sources and hidden
// triangles carry no lines. Contours of one border and part are together.
std::vector<Contour> contoursOf(const Surface& surface, std::span<const float> lightness,
                                std::span<const double> borders, const LeftOut& left_out);

double lengthOf(std::span<const Vec3> line_mm);

}  // namespace glaukophos
