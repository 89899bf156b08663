// Whether the pots are in the rack is asked when they are mixed.
#include "core/plan/pot_ladder.h"

#include <algorithm>

namespace glaukophos {

std::string problemWith(const PotLadder& ladder) {
    if (ladder.pots.size() < kFewestPots || ladder.pots.size() > kMostPots) {
        return "A ladder takes 2 to 9 pots.";
    }
    if (std::ranges::any_of(ladder.pots, [](const std::string& pot) { return pot.empty(); })) {
        return "Each pot of a ladder needs a name from the rack.";
    }
    const auto sound = [](int parts) { return parts >= 1 && parts <= 20; };
    if (!sound(ladder.darker_parts) || !sound(ladder.lighter_parts)) {
        return "Neighbouring pots are mixed by 1 to 20 parts of each.";
    }
    return {};
}

}  // namespace glaukophos
