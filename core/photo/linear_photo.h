// Pixels of a photograph as light.
#pragma once

#include <cstdint>
#include <span>
#include <vector>

#include "core/base/vec.h"

namespace glaukophos {

// `rgb` has three bytes a pixel, encoded as sRGB (IEC 61966-2-1); the result one entry a pixel.
std::vector<Vec3> linearPixels(std::span<const std::uint8_t> rgb);

}  // namespace glaukophos
