// Commands about the work: steps, their times, and what will go wrong.
#pragma once

#include <optional>

#include "cli/commands.h"

namespace glaukophos {

struct WorkOptions {
    std::string build_up;  // a key; empty: the plan's own, as are the following
    std::string glow;
    std::string order;
    std::optional<int> figures;
    std::optional<double> pace;
    bool hairdryer = false;
    std::string rack;                // instead of the plan's own
    std::vector<std::string> moved;  // "step key>key it comes after"
    std::string evening;             // "19:00-22:00"; empty: as planned
    std::string date;                // of the first evening
    std::string days;                // "1,3,5": Monday is 1
    bool csv = false;
    bool palette = false;
    bool calendar = false;
};

// Every layer in working order, with recipe, tool and time.
Result<void> runSteps(const CommonOptions& options, const WorkOptions& work);
// When each coat of each figure is painted, against painting one figure after another.
Result<void> runSchedule(const CommonOptions& options, const WorkOptions& work);
// What will go wrong, where, by how much, and the cure. Nothing found is a success too.
Result<void> runFindings(const CommonOptions& options, const WorkOptions& work);

}  // namespace glaukophos
