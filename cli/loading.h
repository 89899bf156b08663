// What the commands have in common: plans with the options applied, and where output goes.
#pragma once

#include "cli/commands.h"
#include "core/io/json_entry.h"
#include "core/pipeline/advance.h"

namespace glaukophos {

// The plan with values and lights from the command line.
Result<Plan> load(const CommonOptions& options);
// With the sky tables that the window keeps, and those of earlier commands.
Result<EvaluatedPtr> evaluatedWithCache(const Plan& plan, Goal goal);
Result<Evaluated> loadAndEvaluate(const CommonOptions& options, Goal goal = Goal::Appearance);

// All of a file; "-" is standard input.
Result<std::string> textOf(const std::string& file);

// The same for what is said beside a picture that goes to the output file.
CommonOptions toStandardOutput(CommonOptions options);

// To the output file, or to standard output.
Result<void> print(const CommonOptions& options, const std::string& text);
Result<void> printJson(const CommonOptions& options, const Json& json);

}  // namespace glaukophos
