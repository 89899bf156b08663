// Commands of the review: photographs, and the log of what was painted.
#pragma once

#include "cli/commands.h"

namespace glaukophos {

struct MatchOptions {
    std::string photograph;  // PNG or JPEG
    std::string clicks;      // CSV: x,y,z in mm, pixel x,y; empty: without clicks
    std::string on;          // drawn over it: borders, edges or colours; with -o
};

struct LogOptions {
    std::string file;         // empty: where the window keeps it
    std::string search;       // words that entries must have
    std::string import_from;  // CSV to take in first
    bool csv = false;
};

// Where the camera stood.
Result<void> runMatch(const CommonOptions& options, const MatchOptions& match);

// What was painted over all plans, and the pace learned from it.
Result<void> runLog(const CommonOptions& options, const LogOptions& log);

}  // namespace glaukophos
