// Sources given by many points: the nozzle of a spray that is swung about.
#pragma once

#include <vector>

#include "core/light/light.h"

namespace glaukophos {

// Each point shines alike to all sides.
struct SourcePoints {
    std::vector<Vec3> positions_mm;
    float weight_mm2 = 0.0F;  // of each point: see factorAt

    [[nodiscard]] std::size_t count() const { return positions_mm.size(); }
    // Of the whole source's irradiance at strength 1 what point `i` gives to a surface element,
    // with nothing in between: w cos / d^2, where w is what makes the sum 1 at the figure's middle.
    [[nodiscard]] float factorAt(std::size_t i, const Vec3& point, const Vec3& normal) const;
};

// `count` positions of the nozzle, `middle_mm` being what it is aimed at. Irradiance there, on a
// surface that faces the middle of the swing, is 1.
SourcePoints pointsOf(const Spray& spray, const Vec3& middle_mm, int count);

}  // namespace glaukophos
