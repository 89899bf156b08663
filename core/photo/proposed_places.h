// Places of the figure that can be found again in a photograph.
#pragma once

#include <span>
#include <vector>

#include "core/figure/figure.h"

namespace glaukophos {

struct ProposedPlace {
    Vec3 point_mm = Vec3::Zero();
    Vec3 normal = Vec3::UnitZ();
};

// Up to `count` tips and corners that stand out and are seen from `eye_mm`, far from one another
// and from those `taken`; fewer where the figure shows fewer.
std::vector<ProposedPlace> proposedPlaces(const Figure& figure, const Vec3& eye_mm,
                                          std::span<const Vec3> taken, std::size_t count);

}  // namespace glaukophos
