// What follows from the results for pictures: kinds of borders, edge highlights, underpainting.
#pragma once

#include "core/plan/band_edges.h"
#include "core/plan/edge_lines.h"
#include "core/plan/underpaint.h"

namespace glaukophos {

struct Marks {
    BandEdges edges;  // without entries while something is dragged
    EdgeLines lines;
    std::vector<Xyz> underpainted;  // one entry a vertex, or none
};

// All of them, from the start: edges of the form are found in a moment, but not while dragging.
inline Marks marksOf(const Plan& plan, const Results& results) {
    const Ridges ridges =
        ridgesOf(plan.figure->form->whole, ridgeOptionsFor(plan.values.edge_lines), {});
    return {bandEdgesOf(plan, results), edgeLinesOf(plan, results, ridges),
            underpaintedOf(plan, results.reach)};
}

}  // namespace glaukophos
