// A photograph out of a file.
#pragma once

#include <span>

#include "core/base/result.h"
#include "core/picture/accumulation.h"

namespace glaukophos {

using Photograph = Image;  // as the camera encoded it

inline constexpr int kMostPhotoPixels = 60'000'000;

// PNG or JPEG, by what the bytes say; turned upright as the camera noted. Fails with what to do
// where they are neither, damaged, too large, or too small to show anything.
Result<Photograph> decodePhotograph(std::span<const char> bytes);

// What decodePhotograph would refuse by the head alone, without unpacking anything.
Result<void> checkPhotograph(std::span<const char> bytes);

// Smaller by a whole factor, each pixel the mean of a block; what is over at the rim is left out.
Photograph reduced(const Photograph& photo, int factor);

}  // namespace glaukophos
