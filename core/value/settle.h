// Lightness made fit for a brush: patches too small to paint are merged, lit neighbours joined.
#pragma once

#include <span>
#include <vector>

#include "core/geometry/surface.h"
#include "core/value/bands.h"

namespace glaukophos {

// Takes away every light or dark patch of less than `least_mm2`, at whatever level it would be cut:
// area opening and closing (Vincent, "Grayscale area openings and closings", 1993) by union-find
// (Meijster & Wilkinson, IEEE PAMI 24, 2002). `values` in L*, 0..100, have one entry a vertex. A
// part that is smaller as a whole keeps its values.
void mergeSpecks(const Surface& surface, double least_mm2, std::span<float> values);

struct DipChoices {
    double depth = 0.0;  // L*; deeper dips stay: from once to twice this they are filled less
    int rings = 1;       // half the width of a dip, in edges
    double from = 0.0;   // L*: only between neighbours at least this light
    double below = 0.0;  // L*: what lies above keeps its dips
};

// Fills narrow, shallow dips between lit neighbours: a grey closing by rings of vertices
// (Serra 1982) that does not count where it would change more than the depth.
void joinLitNeighbours(const VertexLinks& links, const DipChoices& choices,
                       std::span<float> values);

// Both as the painter chose. `borders` of the bands the values will be sorted into.
void settle(const Surface& surface, const BandChoices& choices, std::span<const double> borders,
            std::span<float> values);

}  // namespace glaukophos
