// Few bottles for many colours.
#pragma once

#include <optional>

#include "core/colour/recipe.h"

namespace glaukophos {

struct WantedColour {
    Lab colour;
    double weight = 1.0;  // how much a miss counts
};

// At most `bottles` paints of the rack from which all colours can be mixed with the least miss.
// Indices, ascending. Starts from the paints the colours would take with a free hand, lays aside
// the one that is missed least, again and again, and then exchanges bottles as long as that helps.
std::vector<std::size_t> paletteFor(const MixingRack& rack, std::span<const WantedColour> wanted,
                                    int bottles, const RecipeChoices& choices = {});

// A paint that is not in the rack and would bring the nearest mix closer, by at least a quarter and
// by 1.
struct Help {
    Paint paint;
    double difference = 0.0;  // CIEDE2000 of the recipe with it
};
std::optional<Help> paintThatHelps(const MixingRack& rack, const Lab& target, const Recipe& nearest,
                                   const RecipeChoices& choices = {});

// How far target and mix are apart under another lamp, for an eye that is used to it (Bradford):
// near in daylight and apart here is metamerism. The target is taken to be as smooth as a colour
// can be.
double differenceUnder(const MixingRack& rack, const Lab& target, const Recipe& recipe,
                       double lamp_K);

// Colours under that lamp.
Lab targetUnder(const Lab& target, double lamp_K);
Lab mixUnder(const MixingRack& rack, const Recipe& recipe, double lamp_K);

}  // namespace glaukophos
