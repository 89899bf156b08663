// What a frame shows of a figure's surface.
#pragma once

#include "core/picture/traced_frame.h"
#include "core/pipeline/seen_figure.h"

namespace glaukophos {

// Corners count that some pixel mixes in with `least_weight` (0..1) or more, and the one with the
// most weight in each.
ShownSurface shownSurface(const TracedFrame& frame, const Surface& surface, float least_weight);

// Where vertices lie closer than pixels: the others can hardly be told, and are a quarter of all.
inline constexpr float kHardlyTold = 0.25F;

}  // namespace glaukophos
