// A plan and everything that follows from it.
#pragma once

#include <memory>
#include <optional>
#include <string>

#include "core/findings/findings.h"
#include "core/lighting/score.h"
#include "core/work/batch.h"
#include "core/work/steps.h"

namespace glaukophos {

// The work at the desk: what is laid where, when, and what will go wrong.
struct Desk {
    Work work;                   // empty where there is a problem
    std::optional<Batch> batch;  // none where it has no schedule
    std::vector<Finding> findings;
    std::string problem;  // one sentence; empty: none
};

struct Traces;  // what `advance` needs to go on from here: see traces.h

// Cheap to copy: what is large is shared and immutable.
struct Evaluated {
    Plan plan;
    std::shared_ptr<const Appearance> appearance;  // never null
    std::shared_ptr<const Marks> marks;            // never null
    bool marked = false;                           // the marks were worked out
    int sky_rounds = 0;                            // of kSkyRounds
    bool complete = false;                         // the light will not be refined any more
    int serial = 0;                                // differs where the appearance does
    std::shared_ptr<const Mixes> mixes;  // drops for all colours; null until they are worked out
    std::shared_ptr<const Desk> desk;    // null until it is worked out, last of all
    std::size_t scored_light = 0;
    std::optional<ScoreMap> score;  // of every direction, once the sky is traced; if asked for
    std::shared_ptr<const Traces> traces;
};
using EvaluatedPtr = std::shared_ptr<const Evaluated>;

}  // namespace glaukophos
