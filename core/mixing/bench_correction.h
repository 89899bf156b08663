// What a mix that came out otherwise than said tells about the pots in it.
#pragma once

#include <string>

#include "core/mixing/mixes.h"

namespace glaukophos {

enum class CameOut { Lighter, AsSaid, Darker };

// The change in the rack that explains it.
struct PotCorrection {
    std::size_t paint = 0;  // index into the rack
    Paint corrected;
};

// Most pots are blends that nobody knows: the one that least is known of, and that moves the mix
// most, is taken to be weaker or stronger than was thought, by as much as a difference that is
// plainly seen (5 L*; common practice, no source). A pot alone is lighter or darker itself. None
// for AsSaid.
std::optional<PotCorrection> correctionFor(const MixingRack& rack, const Recipe& recipe,
                                           CameOut came_out);

// The pot of a mix that is put right first: see above. The mix is not empty.
std::size_t leastKnown(const MixingRack& rack, const Recipe& recipe);

// "Iron teal counts as 0.7 times as strong as was said.", or the lightness of a pot alone.
std::string inWords(const MixingRack& before, const PotCorrection& correction);

}  // namespace glaukophos
