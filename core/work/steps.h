// From mixes to work: every layer of a figure, in an order that holds.
#pragma once

#include <span>

#include "core/geometry/ridges.h"
#include "core/work/step.h"

namespace glaukophos {

// The figure before any glow, with its mixes: what most steps are made from. Without a glow there
// is no difference, and both are empty.
struct BeforeGlow {
    Appearance appearance;
    std::vector<PartMixes> parts;
};
// About as long as the mixes take; where there is a glow, no parts when stopped.
BeforeGlow beforeGlowOf(const Plan& plan, const Appearance& appearance, const Mixes& mixes,
                        const Progress& progress);

// Fails when there is nothing to paint, when the rack has no colours, or when moved steps go round
// in a circle; with Cancelled when stopped. All inputs belong to the same plan; `drawn` has one
// entry a drawn line, or none.
Result<Work> workOf(const Plan& plan, const Appearance& appearance, const Mixes& mixes,
                    const BeforeGlow& before_glow, const Ridges& ridges,
                    std::span<const Strokes> drawn, const Progress& progress);

// Minutes of work for one figure, all coats of all steps.
double workMinutes(const Work& work);

}  // namespace glaukophos
