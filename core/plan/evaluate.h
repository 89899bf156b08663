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

// The figure as it is painted before any glow goes on: the same exposure and bands, without the
// lights that stand near it.
Results beforeGlows(const Plan& plan, const Results& results);

// The whole chain at full accuracy; fails only when stopped.
Result<Results> evaluate(const Plan& plan, const Progress& progress);

// What colours of places are made from, made ready for many of them.
struct ColourBasis {
    const Plan& plan;
    const Results& results;
    std::vector<float> weights;  // of the lights
    std::vector<bool> near;      // one entry a light

    ColourBasis(const Plan& of_plan, const Results& of_results);
};

// Light that a vertex sends back to the viewer: by its own colour, and mirrored.
struct Returned {
    Xyz light;
    double glow_share = 0.0;  // of its luminance that comes from near lights
};
Returned returnedAt(const ColourBasis& source, std::size_t vertex);

// The colour to paint at a vertex, without bands; may lie outside what a screen or paint can show.
Xyz paintedColour(const ColourBasis& source, std::size_t vertex);

// The same for one vertex alone.
Lab plannedColour(const Plan& plan, const Results& results, std::size_t vertex);

}  // namespace glaukophos
