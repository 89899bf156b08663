// A bolt of lightning grown along a surface, with irregular forks.
#pragma once

#include <cstdint>

#include "core/figure/stroke.h"
#include "core/geometry/surface_ways.h"

namespace glaukophos {

struct BoltChoices {
    std::uint32_t seed = 1;
    int forks = 5;      // 0..12
    double jag = 0.16;  // how far it strays from the shortest way, relative to its length
    bool operator==(const BoltChoices&) const = default;
};
inline constexpr int kMostForks = 12;

// From its root to its end: midpoint displacement (Fournier, Fussell & Carpenter 1982) of the
// shortest way, thick at the root and thin at the ends. Forks leave it at irregular places, sides
// and angles (25 to 60 degrees) and do not run parallel to each other. Empty where no way leads.
Strokes grownBolt(const SurfaceWays& ways, const Vec3& root_mm, const Vec3& end_mm,
                  const BoltChoices& choices);

// Pairs of forks on whose whole length the direction differs by less than this.
inline constexpr double kParallel_deg = 10.0;
int parallelForks(const Strokes& strokes);

}  // namespace glaukophos
