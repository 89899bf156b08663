// What follows from the results for pictures: kinds of borders, edge highlights, underpainting.
#pragma once

#include "core/painted/band_edges.h"
#include "core/painted/edge_lines.h"
#include "core/painted/underpaint.h"

namespace glaukophos {

struct Marks {
    BandEdges edges;  // without entries while something is dragged
    EdgeLines lines;
    std::vector<Xyz> underpainted;  // one entry a vertex, or none
};

}  // namespace glaukophos
