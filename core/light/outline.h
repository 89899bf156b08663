// What a glowing shape looks like from a point: a convex polygon of directions.
#pragma once

#include <array>
#include <cstddef>

#include "core/base/low_discrepancy.h"
#include "core/base/vec.h"

namespace glaukophos {

// Corners in order round the outline, unit directions from the point. Convex, and so far narrower
// than a hemisphere that straight edges between corners are great circles seen from the point.
struct Outline {
    static constexpr std::size_t kMost = 136;
    std::array<Vec3d, kMost> corners;
    std::size_t count = 0;

    void add(const Vec3d& direction) { corners[count++] = direction.normalized(); }
    [[nodiscard]] bool empty() const { return count < 3; }
};

// What is left above the horizon of a surface with this normal.
Outline aboveHorizon(const Outline& outline, const Vec3d& normal);

// Configuration factor F of the outline for a surface with this normal, 0..1; irradiance is pi L F
// for radiance L. `outline` lies above the horizon.
// Lambert, Photometria, 1760; Arvo 1995.
double configurationFactor(const Outline& outline, const Vec3d& normal);

// Draws directions inside an outline.
class OutlineSampler {
  public:
    explicit OutlineSampler(const Outline& outline);

    struct Sample {
        Vec3d direction = Vec3d::UnitZ();
        double solid_angle = 0.0;  // that this sample would stand for if it were the only one
    };
    // `place` in [0,1)^2.
    [[nodiscard]] Sample at(Point2 place) const;
    // Somewhere in the middle.
    [[nodiscard]] Vec3d middle() const;

  private:
    const Outline& m_outline;
    std::array<double, Outline::kMost> m_areas_up_to{};  // of the flat triangles of the fan
    double m_area = 0.0;
};

}  // namespace glaukophos
