// Which primer saves the most: the same plan over each of a few.
#pragma once

#include "core/work/steps.h"

namespace glaukophos {

struct PrimerChoice {
    std::string name;  // "black", or the paint that a coloured one is like
    Srgb colour;
    int coats = 0;         // of the whole plan
    double minutes = 0.0;  // of painting one figure
    std::string reason;    // one sentence: what it saves, or what it costs
};

// Those that are sold and one in the colour of the rack that lies under most of the figure;
// the quickest first. All inputs belong to the same plan. Some tenths of a second for each. Empty
// when stopped or when there is nothing to paint.
std::vector<PrimerChoice> primerChoices(const Plan& plan, const Appearance& appearance,
                                        const Mixes& mixes, const BeforeGlow& before_glow,
                                        const Ridges& ridges, const Progress& progress);

}  // namespace glaukophos
