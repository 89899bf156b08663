// The bands of one part as drops: what, how thin, how often, and what bridges a jump.
#pragma once

#include <optional>
#include <string>

#include "core/colour/palette.h"
#include "core/painted/appearance.h"

namespace glaukophos {

// What bridges a step between neighbouring bands that would be seen as a jump.
struct Bridge {
    // The two neighbours' mixes, by parts, in the ratio that leaves the smallest steps.
    int darker_parts = 1;
    int lighter_parts = 1;
    Recipe between;     // the same in drops, as near as whole ones come: for colour and amount
    double step = 0.0;  // the larger of the two steps that are left, CIEDE2000
    // Or veils of the lighter mix over the darker one, each with its own parts of thinner.
    std::vector<double> veil_thinners;
};

// "1 part of the Shade mix and 2 of the Light mix".
std::string inWords(const Bridge& bridge, const char* darker, const char* lighter);

struct BandMix {
    bool present = false;  // nothing of the part lies in this band, or no paint has a colour
    Recipe recipe;
    // The same mix as the band below: a step between them would not be seen.
    bool joined = false;
    double thinner = 1.0;  // parts to one of paint
    int coats = 1;         // over what lies below when it is laid: see buildUpOf
    int batches = 1;       // of the recipe, so that it does not run out
    double step = 0.0;     // CIEDE2000 from the mix of the band below; 0 for the first
    std::optional<Bridge> bridge;
};

struct PartMixes {
    std::vector<std::size_t> paints;   // indices into the rack
    std::vector<BandMix> bands;        // one entry a band
    std::vector<std::string> remarks;  // what does not come out as wanted, in sentences
};

// A rise in lightness that shows between neighbouring bands, L*. Common practice, no source.
inline constexpr double kLeastRise = 4.0;

// Joins bands whose mixes rise by less than `kLeastRise` from the one below: as few as possible,
// the darkest and the lightest last. Bands between keep the nearer mix.
void joinBands(const Ladder& ladder, std::vector<BandMix>& bands);

// Mixes for a ladder from `allowed` paints (empty: all that cover), by the choices of the plan;
// from the painter's own pots where the part (an index) has them.
PartMixes mixesOfPart(const Plan& plan, std::size_t part, const Ladder& ladder,
                      const MixingRack& rack, std::span<const std::size_t> allowed);

// Choices of the plan as the solver takes them.
RecipeChoices recipeChoices(const MixingChoices& mixing);

}  // namespace glaukophos
