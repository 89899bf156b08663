// The choices about values as an entry of plan.json.
#pragma once

#include "core/io/json_entry.h"
#include "core/plan/value_choices.h"

namespace glaukophos {

// What is not written has its usual value.
ValueChoices valuesFrom(const Entry& entry);
Json valuesJson(const ValueChoices& values);

}  // namespace glaukophos
