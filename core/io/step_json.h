// The choices about the work as entries of plan.json.
#pragma once

#include <span>

#include "core/io/json_entry.h"
#include "core/plan/step_choices.h"

namespace glaukophos {

// What is not written has its usual value.
StepChoices stepsFrom(const Entry& entry);
Json stepsJson(const StepChoices& steps);

// The index of a key among the entries of a choice; complains by naming all keys.
std::size_t keyFrom(const Entry& entry, const char* name, std::span<const ShadingEntry> entries,
                    std::size_t otherwise);

}  // namespace glaukophos
