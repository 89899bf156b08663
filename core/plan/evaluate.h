// The chain from a plan to its results. Each step is a pure function of its inputs.
#pragma once

#include "core/plan/values.h"

namespace glaukophos {

struct Results {
    Reach reach;
    Values values;
    Bands bands;
    std::vector<Ladder> ladders;  // one entry a part
    Ladder whole;
};

// Values, bands and ladders from irradiance at the receivers of the figure: traces no ray.
Results resultsOf(const Plan& plan, Reach reach, Finish finish = Finish::Settled);

// The whole chain at full accuracy; fails only when stopped.
Result<Results> evaluate(const Plan& plan, const Progress& progress);

// Light that a vertex sends back to the viewer: by its own colour, and mirrored. `weights` of the
// lights.
Xyz returnedAt(const Plan& plan, const Results& results, std::span<const float> weights,
               std::size_t vertex);

// The colours at a receiver as planned, without bands. `receiver` below the vertex count.
Lab plannedColour(const Plan& plan, const Results& results, std::size_t receiver);

}  // namespace glaukophos
