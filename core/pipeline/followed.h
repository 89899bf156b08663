// Following a hand: what one picture shows, worked out for that alone, ahead of all else.
#pragma once

#include <optional>

#include "core/lighting/moving_light.h"
#include "core/pipeline/seen_figure.h"

namespace glaukophos {

// How the plan looks there: `appearance` belongs to `plan`, whose figure is that of `seen`.
struct Followed {
    Plan plan;
    Appearance appearance;
};

// Whether `last` says enough: not of another figure, of more or fewer lights, or with volumes that
// were painted since.
bool canFollow(const Plan& plan, const Evaluated& last);

// The plan's light, all that did not change as it was in `last`: as a preview, or softly once the
// hand halts. A preview looks back on pictures of the same `seen` before. Nothing where `last` says
// too little, or when stopped.
std::optional<Followed> followed(const Plan& plan, const Evaluated& last, const SeenFigure& seen,
                                 Accuracy accuracy = Accuracy::Preview,
                                 const Progress& progress = {},
                                 std::vector<RecentShadows>* recent = nullptr,
                                 Finish finish = Finish::Quick);

}  // namespace glaukophos
