// Lists of numbers and of points in a plan's JSON.
#pragma once

#include "core/io/json_entry.h"

namespace glaukophos {

std::vector<double> numbersFrom(const Entry& entry, const char* key);
// Three numbers a point.
std::vector<Vec3> pointsFrom(const Entry& entry, const char* key);
Json pointsJson(const std::vector<Vec3>& points);

}  // namespace glaukophos
