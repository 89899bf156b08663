// Whole files in and out, with messages for people.
#pragma once

#include <filesystem>
#include <fstream>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"

namespace glaukophos {

// Opens a file for reading; refuses folders, files above `largest` bytes and files it may not read.
Result<std::ifstream> openBytes(const std::filesystem::path& file, std::uintmax_t largest);

// Reads a whole file, or refuses it as openBytes does.
Result<std::vector<char>> readBytes(const std::filesystem::path& file, std::uintmax_t largest);

// Writes beside the target and renames, so that a crash leaves the old file or the new one.
Result<void> writeAtomically(const std::filesystem::path& file, std::string_view bytes);

}  // namespace glaukophos
