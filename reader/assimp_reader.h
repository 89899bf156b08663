// The formats that Assimp reads for us.
#pragma once

#include <filesystem>
#include <span>
#include <string>
#include <vector>

#include "core/io/mesh_file.h"

namespace glaukophos {

// ASCII STL, OBJ, PLY, 3MF or glTF; one entry a placed mesh. `bytes` is the content of `file`.
Result<std::vector<NamedMesh>> readByAssimp(const std::filesystem::path& file,
                                            std::span<const char> bytes, const Progress& progress);

}  // namespace glaukophos
