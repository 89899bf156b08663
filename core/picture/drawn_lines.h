// Drawn lines for pictures.
#pragma once

#include "core/figure/stroke.h"
#include "core/picture/draw_lines.h"
#include "core/plan/drawn_line.h"

namespace glaukophos {

// One pass over its strokes, `width_mm` wide where they are thickest, in a few widths.
std::vector<LineGroup> passLines(const Strokes& strokes, std::size_t pass, double width_mm,
                                 const Vec3& colour);
// Dots where strokes meet.
LineGroup forkDots(const Strokes& strokes, double width_mm, const Vec3& colour);

// All passes of a line as it will look, the widest first.
std::vector<LineGroup> finishedLines(const DrawnLine& line, const Strokes& strokes);

}  // namespace glaukophos
