// Figures from files: STL, OBJ, PLY.
#pragma once

#include <filesystem>
#include <span>

#include "core/plan/figure.h"

namespace glaukophos {

// Files larger than this are refused with a message.
inline constexpr std::uintmax_t kLargestMeshFile = 2'000'000'000;

struct TriangleSoup {
    std::vector<Vec3> positions_mm;
    std::vector<Triangle> triangles;
};
struct NamedSoup {
    std::string name;
    TriangleSoup soup;
};

// Whether a figure that is one single mesh is divided into its connected pieces.
enum class Division { Pieces, AsGiven };

// Reads one figure from one or more files. Several meshes become one part each; a single mesh
// becomes one part for each connected piece, the smallest together in one part when there are
// more than kMostPieces. Every failure is one sentence that says what to do.
Result<ImportedFigure> readFigure(std::span<const std::filesystem::path> files, Division division,
                                  const Progress& progress);

inline constexpr std::size_t kMostPieces = 24;

// The meshes in the content of one file. `file` gives the ending and the name for messages.
Result<std::vector<NamedSoup>> parseMeshes(const std::filesystem::path& file,
                                           std::span<const char> bytes, const Progress& progress);

// Checks, welds and puts meshes together. `source` is used in messages.
Result<ImportedFigure> assembleFigure(std::vector<NamedSoup> soups, Division division,
                                      const std::string& source);

// Binary STL of one part.
std::string binaryStl(const Mesh& mesh, std::size_t part, const std::string& name);

// The reverse. Fails when the size does not match the count the file states.
Result<TriangleSoup> parseBinaryStl(std::span<const char> bytes, const std::string& name);
bool looksLikeBinaryStl(std::span<const char> bytes);

}  // namespace glaukophos
