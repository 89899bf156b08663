// Figures from files: STL, OBJ, PLY, 3MF, glTF.
#pragma once

#include <filesystem>
#include <span>

#include "core/figure/figure.h"
#include "core/io/named_mesh.h"

namespace glaukophos {

// Files larger than this are refused with a message.
inline constexpr std::uintmax_t kLargestMeshFile = 2'000'000'000;

// Whether a figure that is one single mesh is divided into its connected pieces.
enum class Division { Pieces, AsGiven };

// The meshes of one or more files, as they are. Every failure is one sentence that says what to do.
Result<std::vector<NamedMesh>> readMeshes(std::span<const std::filesystem::path> files,
                                          const Progress& progress);

// Reads one figure from one or more files. Several meshes become one part each; a single mesh
// becomes one part for each connected piece, the smallest together in one part when there are
// more than kMostPieces. Every failure is one sentence that says what to do.
Result<ImportedFigure> readFigure(std::span<const std::filesystem::path> files, Division division,
                                  const Progress& progress);

inline constexpr std::size_t kMostPieces = 24;
inline constexpr std::size_t kMostParts = 1000;

// The meshes in the content of one file. `file` gives the ending and the name for messages; files
// it names itself (materials, buffers) are looked for beside it and nowhere else.
Result<std::vector<NamedMesh>> parseMeshes(const std::filesystem::path& file,
                                           std::span<const char> bytes, const Progress& progress);

// Repairs meshes and puts them together. `source` is used in messages.
Result<ImportedFigure> assembleFigure(std::vector<NamedMesh> meshes, Division division,
                                      const std::string& source, const Progress& progress);

std::string binaryStl(const Mesh& mesh, const std::string& name);

// The reverse. Fails when the size does not match the count the file states.
Result<Mesh> parseBinaryStl(std::span<const char> bytes, const std::string& name);
bool looksLikeBinaryStl(std::span<const char> bytes);
// The same of a file, of which only the start is read.
bool isBinaryStl(const std::filesystem::path& file);

}  // namespace glaukophos
