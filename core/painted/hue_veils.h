// Patches of another hue over large areas: where they lie, and where they are wanted.
#pragma once

#include <vector>

#include "core/plan/plan.h"

namespace glaukophos {

// All veils at one vertex together.
struct VeilHere {
    float a = 0.0F;  // OKLab
    float b = 0.0F;
    float share = 0.0F;  // 0..1
};

// One entry a vertex; empty without veils. A veil lies on the part below its place, on surface that
// faces its way, and fades to its rim.
std::vector<VeilHere> veilsOf(const Plan& plan);

// Hue and chroma moved towards the veil's, luminance kept.
Xyz veiled(const Xyz& colour, const VeilHere& veil);

// Places on a part where painters vary the hue, from its form: with a face given, its cheeks, nose
// and jaw; and its most convex places, such as knuckles, elbows and knees. At most `most`.
std::vector<HueVeil> proposedVeils(const Plan& plan, PartIndex part, std::size_t most = 8);

}  // namespace glaukophos
