// Drawn lines as JSON.
#pragma once

#include "core/io/json_entry.h"
#include "core/plan/drawn_line.h"

namespace glaukophos {

DrawnLine lineFrom(const Entry& entry);
Json lineJson(const DrawnLine& line);

}  // namespace glaukophos
