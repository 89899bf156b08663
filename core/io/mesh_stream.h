// Meshes as bytes between the reader process and the program; both ends are this file.
#pragma once

#include <optional>
#include <span>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/io/named_mesh.h"

namespace glaukophos {

// File descriptors of the reader process.
inline constexpr int kReaderInput = 3;
inline constexpr int kReaderOutput = 4;
inline constexpr int kReaderProgress = 5;

std::string encoded(std::span<const NamedMesh> meshes);
std::string encoded(const Error& error);

// Checks everything: the other process may have been led astray by its file. Nothing when the
// bytes make no sense.
std::optional<Result<std::vector<NamedMesh>>> decodedMeshes(std::string_view bytes);

}  // namespace glaukophos
