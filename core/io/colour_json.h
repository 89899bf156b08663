// The choices about colour, the rack and mixing as entries of plan.json.
#pragma once

#include "core/io/json_entry.h"
#include "core/plan/plan.h"

namespace glaukophos {

// What is not written has its usual value.
ColourChoices coloursFrom(const Entry& entry);
Json coloursJson(const ColourChoices& colours);

MixingChoices mixingFrom(const Entry& entry);
Json mixingJson(const MixingChoices& mixing);

Underpainting underFrom(const Entry& entry);
Json underJson(const Underpainting& under);

// `list` is a list of paints; `place` names it in complaints.
std::vector<Paint> rackFrom(const Json& list, const std::string& place);
Json rackJson(const std::vector<Paint>& rack);

// What is a part's own: its shading, how it is dulled by night, its ramp and filter.
void takePartColours(const Entry& entry, Part& part);
void addPartColours(const Part& part, Json& json);

}  // namespace glaukophos
