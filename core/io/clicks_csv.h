// Clicked pairs of a photograph as a table.
#pragma once

#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/plan/photographs.h"

namespace glaukophos {

// Rows of x, y, z in mm and pixel x, y; a first row of words is passed over, further columns too.
// Fails naming the line.
Result<std::vector<PhotoPair>> parseClicks(std::string_view text);

}  // namespace glaukophos
