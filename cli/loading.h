// What the commands have in common: plans with the options applied, and where output goes.
#pragma once

#include "cli/commands.h"
#include "core/io/json_entry.h"
#include "core/plan/evaluate.h"

namespace glaukophos {

struct Evaluated {
    Plan plan;
    Results results;
};

// The plan with values and lights from the command line.
Result<Plan> load(const CommonOptions& options);
Result<Evaluated> loadAndEvaluate(const CommonOptions& options);

// All of a file; "-" is standard input.
Result<std::string> textOf(const std::string& file);

// To the output file, or to standard output.
Result<void> print(const CommonOptions& options, const std::string& text);
Result<void> printJson(const CommonOptions& options, const Json& json);

}  // namespace glaukophos
