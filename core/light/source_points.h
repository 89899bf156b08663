// Sources given by many points: a part that glows from its own triangles, or the nozzle of a spray
// that is swung about.
#pragma once

#include <vector>

#include "core/light/light.h"

namespace glaukophos {

struct SourcePoints {
    std::vector<Vec3> positions_mm;
    std::vector<Vec3> normals;     // of what shines there; empty: shines alike to all sides
    std::vector<float> areas_mm2;  // that each point stands for; without normals see factorAt

    [[nodiscard]] std::size_t count() const { return positions_mm.size(); }
    // Of the whole source's irradiance at strength 1 what point `i` gives to a surface element,
    // with nothing in between. With normals: the configuration factor of a small disc,
    // A cos cos / (pi d^2 + A), which is exact for a disc straight opposite and stays below 1 close
    // up. Without: A cos / d^2, where A is whatever makes the sum 1 at the figure's middle.
    [[nodiscard]] float factorAt(std::size_t i, const Vec3& point, const Vec3& normal) const;
};

// About `count` points spread evenly by area over the triangles with these labels.
SourcePoints pointsOn(const Mesh& mesh, const PartLabels& labels,
                      std::span<const PartIndex> glowing, int count);

// `count` positions of the nozzle, `middle_mm` being what it is aimed at. Irradiance there, on a
// surface that faces the middle of the swing, is 1.
SourcePoints pointsOf(const Spray& spray, const Vec3& middle_mm, int count);

}  // namespace glaukophos
