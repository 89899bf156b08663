// Convex edges of a surface, as a brush finds them.
#pragma once

#include "core/base/progress.h"
#include "core/geometry/polyline.h"
#include "core/geometry/surface.h"

namespace glaukophos {

struct RidgeOptions {
    double width_mm = 0.5;       // of the brush's mark: finer shape is smoothed away
    double least_turn_deg = 28;  // that the surface makes within that width
    double shortest_mm = 1.2;    // shorter lines are left out
    bool operator==(const RidgeOptions&) const = default;
};

struct Ridge {
    Polyline line;                // triangles of the working surface
    std::vector<float> turn_deg;  // within the width, one entry a point
};

struct Ridges {
    std::vector<Ridge> lines;
    std::vector<std::uint32_t> corners;  // vertices that are convex both ways: tips and corners
};

// Lines along which the surface is most convex across: zero crossings of the slope of the mean
// curvature along the most convex direction (ridges as in Ohtake, Belyaev & Seidel, "Ridge-valley
// lines on meshes", SIGGRAPH 2004, but on curvature that is smoothed at the scale of the brush).
// Curvature by a least-squares fit to the change of normals (after Rusinkiewicz, 3DPVT 2004).
// A surface that is equally convex everywhere, such as a ball or a limb, has none. Empty when
// stopped.
Ridges ridgesOf(const WorkingSurface& surface, const RidgeOptions& options,
                const Progress& progress);

}  // namespace glaukophos
