// Commands about paints: they need no figure, or only its ladders.
#pragma once

#include <optional>

#include "cli/commands.h"

namespace glaukophos {

struct MixOptions {
    std::string colour;  // "#rrggbb"; empty: the ladder of `part`
    std::string part;    // of the plan in the common options
    std::string rack;    // CSV or GIMP palette; empty: the generic one
    int paints = 3;      // in one recipe, or in all of a ladder
    int drops = 10;
};

// A colour as whole drops of few paints, or the whole ladder of a part from one small set of them.
Result<void> runMix(const CommonOptions& options, const MixOptions& mix);

struct MixesOptions {
    std::string rack;            // instead of the plan's own
    std::optional<int> bottles;  // instead of the plan's choice
};

// Everything a plan needs in drops: all bands of all parts, and the shells of its glows.
Result<void> runMixes(const CommonOptions& options, const MixesOptions& mixes);

struct CoatsOptions {
    std::string paint;  // its name in the rack
    std::string rack;
    std::string over = "#1a1a1b";  // colour of the ground
    double thinner = 1.0;          // parts of thinner for one of paint
    int most = 12;
};

// How many coats hide the ground, and the colour after each.
Result<void> runCoats(const CommonOptions& options, const CoatsOptions& coats);

// The generic rack, or the one in a file, as CSV.
Result<void> runRack(const CommonOptions& options, const std::string& rack_file);

}  // namespace glaukophos
