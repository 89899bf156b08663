// Lights as entries of plan.json.
#pragma once

#include "core/base/result.h"
#include "core/io/json_entry.h"
#include "core/io/part_references.h"
#include "core/plan/plan.h"

namespace glaukophos {

Light lightFrom(const Entry& entry, const std::string& fallback_name);
LightPartNames lightPartNamesFrom(const Entry& entry);

// Fills in the parts that the light names; fails when one of them is not there.
Result<void> joinParts(Light& light, const LightPartNames& names, const std::vector<Part>& parts);

Json lightJson(const Light& light, const std::vector<Part>& parts);

}  // namespace glaukophos
