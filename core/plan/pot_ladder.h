// The painter's own pots for the ladder of a part. Plain data.
#pragma once

#include <string>
#include <vector>

namespace glaukophos {

// Stands among the pots for the primer, left bare in the deepest band.
inline constexpr const char* kPrimerPot = "primer";

struct PotLadder {
    // Names from the rack, dark to light: shadow, middle and light, or two to nine of them. What
    // lies between two pots is mixed from them.
    std::vector<std::string> pots;
    // Of the darker and of the lighter pot where one mix lies between two.
    int darker_parts = 1;
    int lighter_parts = 1;
    bool operator==(const PotLadder&) const = default;
};

inline constexpr std::size_t kFewestPots = 2;
inline constexpr std::size_t kMostPots = 9;

// One sentence naming what makes no sense; empty when it is sound.
std::string problemWith(const PotLadder& ladder);

}  // namespace glaukophos
