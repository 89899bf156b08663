// Ladders from the painter's own pots, and pots that would make a good ladder.
#pragma once

#include "core/colour/recipe.h"
#include "core/painted/ladder.h"
#include "core/plan/plan.h"

namespace glaukophos {

// The pots spread over the bands of a ladder, dark to light: each pot as it is in its band, what
// lies between two of them mixed. One recipe a band that is present; none where a pot is not in
// the rack, which is said.
struct PotRecipes {
    std::vector<std::size_t> paints;   // indices into the rack, in the order of the pots
    std::vector<Recipe> recipes;       // without drops where the primer is left bare
    std::vector<std::string> remarks;  // what does not come out as wanted, in sentences
};
PotRecipes recipesOfPots(const Plan& plan, const PotLadder& pots, const Ladder& ladder,
                         const MixingRack& rack);

// Three pots (with a dark or a white end where the ladder asks for more) that come near a ladder.
struct PotProposal {
    std::string name;    // "quiet", "lively", "with an odd third"
    std::string reason;  // one or two sentences
    PotLadder pots;
};
// At most one of each kind; none from a rack with fewer than three pots that cover.
std::vector<PotProposal> proposedPots(const Plan& plan, const Part& part, const Ladder& ladder,
                                      const MixingRack& rack);

}  // namespace glaukophos
