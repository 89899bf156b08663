// A recipe as it is measured out: drops, or touches of the brush where little is needed.
#pragma once

#include <string>
#include <vector>

#include "core/colour/recipe.h"

namespace glaukophos {

// What a brush tip takes up: a tenth of a drop. Common practice, no source.
inline constexpr int kTouchesADrop = 10;

struct Amount {
    std::size_t paint = 0;  // index into the rack
    int count = 1;
    bool touches = false;  // else drops
    bool operator==(const Amount&) const = default;
};

// The smallest whole drops or touches in the recipe's proportions that give about `needed_drops`
// of paint; where that is more than the recipe's own drops, one batch of it.
std::vector<Amount> amountsOf(const Recipe& recipe, double needed_drops);

// All of them together.
double dropsIn(const std::vector<Amount>& amounts);

// "4 drops Ultramarine, 1 touch Titanium white".
std::string inWords(const MixingRack& rack, const std::vector<Amount>& amounts);

// One batch in drops.
std::string inWords(const MixingRack& rack, const Recipe& recipe);

}  // namespace glaukophos
