// Commands of the review: photographs, and the log of what was painted.
#pragma once

#include "cli/commands.h"
#include "core/photo/match.h"

namespace glaukophos {

struct MatchOptions {
    std::string photograph;  // PNG or JPEG
    std::string clicks;      // CSV: x,y,z in mm, pixel x,y; empty: without clicks
    std::string on;          // drawn over it: borders, edges or colours; with -o
};

// Where the camera of a photograph stood, for what is found in it.
struct PoseOptions {
    std::string photograph;
    std::string clicks;                // as for match
    std::string pose;                  // JSON that `match --json` wrote; empty: matched here
    std::vector<std::string> card_px;  // "x,y" of the grey, or of white, grey and black
};

struct CompareOptions {
    PoseOptions pose;
    std::vector<std::string> lamps;  // "hour,height[,half angle]"; none: diffuse light
    double fill = -1.0;              // under lamps: of the first lamp's strength; below 0: usual
    double grey = 0.18;              // reflectance of the card's grey
    int steps = -1;                  // that are painted; below 0: all
    bool map = false;                // -o is a picture of what is off
    std::string take;                // plan to write, with the worst three as steps
};

struct RelightOptions {
    PoseOptions pose;
    std::string take;  // plan to write, with this light
};

struct LogOptions {
    std::string file;         // empty: where the window keeps it
    std::string search;       // words that entries must have
    std::string import_from;  // CSV to take in first
    bool csv = false;
};

// Where the camera stood.
Result<void> runMatch(const CommonOptions& options, const MatchOptions& match);

// Painted against planned.
Result<void> runCompare(const CommonOptions& options, const CompareOptions& compare);

// The light that fell on a primed figure.
Result<void> runRelightFrom(const CommonOptions& options, const RelightOptions& relight);

// PNG or JPEG.
Result<Photograph> readPhotograph(const std::string& file);
// By clicks of a CSV file; without it the figure is looked for.
Result<PhotoMatch> matchedBy(const std::string& clicks_file, const Form& form,
                             const Photograph& photo);

// A plan from a photograph alone, written to the output.
Result<void> runStudyFrom(const std::string& photograph, const std::string& output);

// What was painted over all plans, and the pace learned from it.
Result<void> runLog(const CommonOptions& options, const LogOptions& log);

}  // namespace glaukophos
