// Commands about photographs.
#pragma once

#include "cli/commands.h"

namespace glaukophos {

struct MatchOptions {
    std::string photograph;  // PNG or JPEG
    std::string clicks;      // CSV: x,y,z in mm, pixel x,y; empty: without clicks
    std::string on;          // drawn over it: borders, edges or colours; with -o
};

// Where the camera stood.
Result<void> runMatch(const CommonOptions& options, const MatchOptions& match);

}  // namespace glaukophos
