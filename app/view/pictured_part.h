// Which part small pictures show when none is chosen.
#pragma once

#include <optional>

#include "core/pipeline/evaluated.h"

namespace glaukophos {

// The chosen part, or else the main focus, or else the largest one that is painted; nothing when
// the plan has changed its parts since.
std::optional<PartIndex> pictured(const Evaluated& evaluated, std::optional<PartIndex> chosen);

}  // namespace glaukophos
