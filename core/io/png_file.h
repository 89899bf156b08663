// Pictures to PNG files.
#pragma once

#include <filesystem>

#include "core/base/result.h"
#include "core/picture/render.h"

namespace glaukophos {

Result<void> writePng(const Image& image, const std::filesystem::path& file);

}  // namespace glaukophos
