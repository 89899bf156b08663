// Lines on the surface, drawn into a shaded frame.
#pragma once

#include <vector>

#include "core/picture/camera.h"
#include "core/picture/traced_frame.h"

namespace glaukophos {

enum class LineStyle { Solid, Dashed, Dotted };

// All lines that look alike; later groups lie on top of earlier ones.
struct LineGroup {
    LineStyle style = LineStyle::Solid;
    float width_px = 1.5F;       // at least
    float width_mm = 0.0F;       // on the figure, where that is wider
    Vec3 colour = Vec3::Zero();  // linear RGB
    float halo_px = 0.0F;        // pale rim that keeps a dark line apart from a dark ground
    std::vector<std::vector<Vec3>> lines_mm;  // a line of one point is a dot
};

// Draws what the frame does not hide. `pixels` linear RGB, one entry a pixel; `scale` widens lines
// and dashes (for print). Dashes keep their length in pixels at any zoom.
void drawLines(const std::vector<LineGroup>& groups, const TracedFrame& frame, const Camera& camera,
               const Eigen::Vector2f& jitter, float scale, std::vector<Vec3>& pixels);

}  // namespace glaukophos
