// The net of bright lines that moving water throws: on its own surface and on what stands in it.
#pragma once

#include <cstdint>
#include <functional>

#include "core/figure/stroke.h"
#include "core/geometry/mesh.h"

namespace glaukophos {

struct NetChoices {
    std::uint32_t seed = 1;
    double cell_mm = 3.0;    // width of a mesh of the net
    double level_mm = 0.0;   // z of the water
    double height_mm = 8.0;  // above it where the net is gone
    bool operator==(const NetChoices&) const = default;
};

// Where the walls between cells round scattered seeds (Voronoi) cut the surface, exact on each
// triangle: two cells meet in a plane. Widths fall from 1 at the water to 0 at the height; strokes
// have two points each, and meet in the forks. `takes` says which triangles it is drawn on.
Strokes lightNet(const Mesh& mesh, const NetChoices& choices,
                 const std::function<bool(std::uint32_t triangle)>& takes);

}  // namespace glaukophos
