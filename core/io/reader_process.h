// Mesh formats that a library reads for us, in a process of their own.
#pragma once

#include <filesystem>
#include <span>
#include <vector>

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/io/named_mesh.h"

namespace glaukophos {

// ASCII STL, OBJ, PLY, 3MF and glTF. A file that crashes the library, or makes it take more than
// 6 GB or far longer than files of its size do, is refused with a sentence; a stop is obeyed within
// a tenth of a second.
Result<std::vector<NamedMesh>> readInOwnProcess(const std::filesystem::path& file,
                                                std::span<const char> bytes,
                                                const Progress& progress);

}  // namespace glaukophos
