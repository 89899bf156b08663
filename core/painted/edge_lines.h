// Edge highlights: which stretch of which edge gets how many passes of the brush.
#pragma once

#include "core/geometry/ridges.h"
#include "core/painted/appearance.h"

namespace glaukophos {

// A stretch of an edge that one pass paints.
struct EdgeStretch {
    PartIndex part = 0;
    int pass = 0;  // 0 the first and widest
    std::vector<Vec3> points_mm;
    double length_mm = 0.0;
    double lightness = 0.0;  // L* that the light gives its brighter face, the mean along it
};

struct EdgePass {
    double width_mm = 0.0;
    double length_mm = 0.0;               // of all parts
    std::vector<double> part_lengths_mm;  // one entry a part
};

struct EdgeLines {
    std::vector<EdgeStretch> stretches;
    std::vector<EdgePass> passes;
    // On each edge that is lit, the middle of its brightest stretch: where it comes nearest to
    // facing the light. In the school of corners, the lit corners.
    std::vector<Vec3> brightest_mm;
    std::vector<PartIndex> brightest_parts;  // that they lie on
};

// Weighted: the first pass goes over edges that catch some light on either of their faces, each
// further one is narrower and keeps to what faces the light better. Even: every pass goes over
// every edge. Corners: none but dots. Gaps and stretches shorter than the brush's mark are joined
// or dropped. (Schools and their steps: common practice, no source.) `ridges` are of the figure's
// working surface. Sources have no edge lines.
EdgeLines edgeLinesOf(const Plan& plan, const Appearance& appearance, const Ridges& ridges);

RidgeOptions ridgeOptionsFor(const EdgeLineChoices& choices);

}  // namespace glaukophos
