// Where to blend and where not: how wide the turn from one band to the next is, along every border.
#pragma once

#include "core/painted/appearance.h"
#include "core/value/contours.h"

namespace glaukophos {

enum class EdgeKind {
    Hard,  // a crisp line: no blending
    Soft,  // some blur
    Lost,  // a gradual turn: blend
};
inline constexpr std::size_t kEdgeKindCount = 3;
inline constexpr std::array<const char*, kEdgeKindCount> kEdgeKindNames = {"hard", "soft", "lost"};

// A stretch of one border that is of one kind.
struct BandEdge {
    PartIndex part = 0;
    std::size_t border = 0;
    EdgeKind kind = EdgeKind::Lost;
    bool thrown = false;  // the border of a thrown shadow, else a turn of the form
    double width_mm =
        0.0;  // mean, over which the value would go from dark to light as steeply as here
    double length_mm = 0.0;
    std::vector<Vec3> points_mm;
};

struct EdgeLengths {
    std::array<double, kEdgeKindCount> by_kind_mm{};
    double thrown_mm = 0.0;  // of the above, borders of thrown shadows

    [[nodiscard]] double of(EdgeKind kind) const {
        return by_kind_mm[static_cast<std::size_t>(kind)];
    }
};

struct BandEdges {
    std::vector<BandEdge> edges;
    std::vector<EdgeLengths> parts;  // one entry a part
    EdgeLengths whole;
};

// The width is what the whole way from the darkest to the lightest value would take at the slope
// found at the border, so that it does not depend on how many bands there are; except at thrown
// shadows: there from the distance to what throws them and the size of the light, since the grid of
// vertices is coarser than the shadow of a small light (penumbra width = distance x angle of the
// source: geometry).
BandEdges bandEdgesOf(const Plan& plan, const Appearance& appearance);

// "18 cm to blend, 5 cm to soften, 7 cm to leave crisp".
std::string inWords(const EdgeLengths& lengths);

// Width of the half-shadow on a surface square to the light, from an edge `edge_mm` away from the
// surface, under a light of angular radius `radius_rad` (far) or of `diameter_mm` at `light_mm`.
double penumbraOfFar(double edge_mm, double radius_rad);
double penumbraOfNear(double edge_mm, double light_mm, double diameter_mm);

}  // namespace glaukophos
