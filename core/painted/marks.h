// What follows from the results for pictures: kinds of borders, edge highlights, underpainting.
#pragma once

#include "core/figure/stroke.h"
#include "core/painted/band_edges.h"
#include "core/painted/edge_lines.h"
#include "core/painted/underpaint.h"

namespace glaukophos {

struct Marks {
    BandEdges edges;  // without entries while something is dragged
    EdgeLines lines;
    std::vector<Strokes> drawn;     // one entry a drawn line of the plan
    std::vector<Xyz> underpainted;  // one entry a vertex, or none
};

}  // namespace glaukophos
