// The map of a layer: how much of it goes where, and which way the brush is drawn.
#pragma once

#include "core/work/step.h"

namespace glaukophos {

// What maps are made from. All belong to the same plan.
struct MapBasis {
    const Plan& plan;
    const Appearance& appearance;
    std::span<const float> lightness;  // L* before any glow, one entry a vertex
};

// 0..1 at every vertex of the figure, whatever its part; hidden surface has none.
std::vector<float> coverageOf(const MapBasis& basis, const Mask& mask);

// mm2 of that, one entry a part.
std::vector<double> areasOf(const MapBasis& basis, const Mask& mask);

// The same on the given parts (empty: on all that are painted), in mm2.
double areaOf(const MapBasis& basis, const Mask& mask, std::span<const PartIndex> parts);

// Marks the parts a step lies on, one entry a part.
std::vector<bool> partsOf(const Plan& plan, const Step& step);

// Short arrows along the surface from dark to light, about `apart_mm` from each other: most of the
// pigment stays where the brush lifts (common practice, no source). Each is a line from tail to
// head and back to one barb.
std::vector<std::vector<Vec3>> strokesOf(const MapBasis& basis, const Step& step, double apart_mm);

}  // namespace glaukophos
