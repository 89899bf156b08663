// Cracks, vents and panel lines: surface that lies deeper than a ball can reach.
#pragma once

#include "core/figure/figure.h"

namespace glaukophos {

// In mm, one entry a vertex of the form's working surface: how deep each lies below a ball of
// `radius_mm` rolled over the figure (core/geometry/ball_depth.h). 0 also for surface that is shut
// up inside the figure and sees nothing of the outside. Fails when stopped.
Result<std::vector<float>> depthsOf(const Form& form, float radius_mm, const Progress& progress);

// The triangles of the working surface that lie deeper than `least_mm` in their middle, in areas of
// at least `smallest_mm2` each.
struct DepthArea {
    std::vector<std::uint32_t> triangles;  // ascending
    double area_mm2 = 0.0;
    std::size_t pieces = 0;
};
DepthArea deeperThan(const Form& form, std::span<const float> depths_mm, double least_mm,
                     double smallest_mm2 = 0.5);

}  // namespace glaukophos
