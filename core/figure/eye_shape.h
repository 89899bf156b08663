// An eye between two corners: finer than the surface's triangles, but on it.
#pragma once

#include "core/figure/stroke.h"
#include "core/geometry/surface_ways.h"

namespace glaukophos {

// Passes of an eye: its strokes say which one draws them.
enum class EyePass { Ring, White, Colour, Light };

// Two arcs of lids, the upper one higher and heavier; what they enclose as strokes side by side,
// `row_mm` apart; a disc for the colour and a dot for the light as strokes of one point. Between
// the lids the disc stands `gaze` to the side: -1 to the figure's own right .. 1 to its left (+x).
// Shares of an eye's width: common practice, no source.
std::vector<Stroke> eyeShape(const SurfaceWays& ways, const Vec3& corner_mm,
                             const Vec3& other_corner_mm, double gaze, double row_mm);

}  // namespace glaukophos
