// Shape that was not sculpted: raised or hollowed for the light alone. Plain data.
#pragma once

#include <string>
#include <vector>

#include "core/geometry/mesh.h"

namespace glaukophos {

inline constexpr double kMostVolume_mm = 1.0;
inline constexpr std::size_t kMostVolumes = 1000;

// One stroke of a soft brush.
struct PaintedVolume {
    double height_mm = 0.3;  // at the middle of the stroke; below 0 it is hollowed
    double radius_mm = 1.5;  // from there to where nothing is changed
    std::vector<Vec3> points_mm;
    std::vector<Vec3> normals;  // unit, one entry a point: the stroke stays on its side
    bool operator==(const PaintedVolume&) const = default;
};

// What makes no sense in them, in one sentence; empty when they are sound.
std::string problemWith(const std::vector<PaintedVolume>& volumes);

}  // namespace glaukophos
