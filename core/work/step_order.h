// Steps in the painter's own order, and what it breaks.
#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/work/step.h"

namespace glaukophos {

// Moves steps as the painter did, one after another; moves of steps that are not there any more do
// nothing. Fails when moves go round in a circle.
Result<void> moveSteps(const std::vector<MovedStep>& wanted, std::vector<Step>& steps);

// A reason that does not hold in the order of `steps`: what comes too early, before what, and why
// it should not.
struct BrokenRule {
    std::size_t step = 0;
    std::size_t should_follow = 0;
    std::string why;
};
std::vector<BrokenRule> brokenRules(const std::vector<Step>& steps);

// "Apron: Light comes before Apron: base, though each layer lies on the one before."
std::string inWords(const std::vector<Step>& steps, const BrokenRule& rule);

// The choices after a drag: `step` comes straight after `after` (empty: first). An earlier move of
// the same step goes, and so does any that would make a circle.
void moveStep(std::vector<MovedStep>& moved, const std::string& step, const std::string& after);

// The last steps of the phases from `first` to `last`, as indices: those that no other of them
// follows.
std::vector<std::size_t> endsOf(const std::vector<Step>& steps, Phase first, Phase last);

}  // namespace glaukophos
