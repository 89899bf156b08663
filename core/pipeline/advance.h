// From a plan to all that follows, working out only what differs from before.
#pragma once

#include <functional>

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/pipeline/evaluated.h"

namespace glaukophos {

// How far to go. Each goal includes those before it.
enum class Goal { Appearance, Marks, Mixes, Desk };

// Sky tables from earlier days: they take seconds to trace. Both may be empty.
struct SkyKeeping {
    std::function<std::optional<SkyTable>(const Form&)> find;
    std::function<void(const Form&, const SkyTable&)> keep;
};

struct Advance {
    Goal goal = Goal::Desk;
    std::optional<std::size_t> scored;  // a far light: judge every direction for it
    SkyKeeping sky;
    // For a window; both may be empty. `shown` gets a preview at once, then each state that is
    // better; `rests` waits for the hand to rest before what takes long, and says whether it did.
    std::function<void(const EvaluatedPtr&)> shown;
    std::function<bool()> rests;
    // Pictures follow the hand on their own: the preview is left out once the hand rests.
    bool followed = false;
};

// The furthest state reached before it was stopped; null when nothing was. `before` is what the
// last call returned, of whatever plan; null at first. With `shown`, a preview is always finished,
// unless it is left out.
EvaluatedPtr advance(const Plan& plan, const EvaluatedPtr& before, const Progress& progress,
                     const Advance& how = {});

// All of it at full accuracy, up to the goal. Fails only when stopped, or with what keeps the desk
// from being worked out.
Result<EvaluatedPtr> evaluated(const Plan& plan, Goal goal, const Progress& progress = {},
                               const SkyKeeping& sky = {});

}  // namespace glaukophos
