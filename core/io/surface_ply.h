// The working surface with its parts, as binary PLY that other programs can read too.
#pragma once

#include <span>
#include <string>

#include "core/base/result.h"
#include "core/geometry/surface.h"

namespace glaukophos {

// Little endian: vertices x, y, z; faces of three corners with a number of their part.
std::string surfacePly(const WorkingSurface& surface, const PartLabels& labels);

// Reads only what surfacePly() writes, with parts below `part_count`; normals are measured anew.
Result<WorkingSurface> parseSurfacePly(std::span<const char> bytes, std::size_t part_count);

}  // namespace glaukophos
