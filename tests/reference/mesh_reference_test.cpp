// Counts of files in Debian's assimp-testmodels, taken from the files themselves by other means.
#include <gtest/gtest.h>

#include <cstring>
#include <filesystem>
#include <fstream>
#include <sstream>

#include "core/io/file_bytes.h"
#include "core/io/mesh_file.h"

namespace glaukophos {
namespace {

namespace fs = std::filesystem;

const fs::path kModels = "/usr/share/assimp/models";

std::size_t trianglesRead(const fs::path& file) {
    const auto figure = readFigure({&file, 1}, Division::Pieces, {});
    EXPECT_TRUE(figure) << file << (figure ? "" : figure.error().message);
    return figure ? figure->repair.triangles_read : 0;
}

std::size_t linesBeginningWith(const fs::path& file, const std::string& word) {
    std::ifstream stream(file);
    std::size_t count = 0;
    for (std::string line; std::getline(stream, line);) {
        const std::size_t first = line.find_first_not_of(" \t");
        if (first != std::string::npos && line.compare(first, word.size(), word) == 0) ++count;
    }
    return count;
}

TEST(AssimpModels, BinaryStlHasTheCountOfItsHeader) {
    const auto bytes = readBytes(kModels / "STL/Spider_binary.stl", 1 << 30);
    ASSERT_TRUE(bytes);
    std::uint32_t count = 0;
    std::memcpy(&count, bytes->data() + 80, 4);
    EXPECT_EQ(trianglesRead(kModels / "STL/Spider_binary.stl"), count);
}

TEST(AssimpModels, AsciiStlHasOneTriangleAFacet) {
    const fs::path file = kModels / "STL/Spider_ascii.stl";
    EXPECT_EQ(trianglesRead(file), linesBeginningWith(file, "facet normal"));
}

TEST(AssimpModels, BothFormsOfTheSpiderAreTheSame) {
    EXPECT_EQ(trianglesRead(kModels / "STL/Spider_ascii.stl"),
              trianglesRead(kModels / "STL/Spider_binary.stl"));
}

TEST(AssimpModels, ObjBoxIsSixQuads) {
    const fs::path file = kModels / "OBJ/box.obj";
    EXPECT_EQ(linesBeginningWith(file, "f "), 6U);
    EXPECT_EQ(trianglesRead(file), 12U);
}

TEST(AssimpModels, PlyCubesHaveTwelveTriangles) {
    EXPECT_EQ(trianglesRead(kModels / "PLY/cube.ply"), 12U);
    EXPECT_EQ(trianglesRead(kModels / "PLY/cube_binary.ply"), 12U);
}

// Whatever the file: a figure with triangles, or one sentence.
TEST(AssimpModels, EveryFileOpensOrSaysWhyNot) {
    std::size_t tried = 0;
    for (const auto& entry : fs::recursive_directory_iterator(kModels)) {
        std::string ending = entry.path().extension().string();
        for (char& c : ending) c = static_cast<char>(std::tolower(c));
        const std::array<std::string, 6> ours = {".stl", ".obj", ".ply", ".3mf", ".gltf", ".glb"};
        if (std::ranges::find(ours, ending) == ours.end()) continue;
        ++tried;
        const fs::path& file = entry.path();
        const auto figure = readFigure({&file, 1}, Division::Pieces, {});
        if (figure) {
            EXPECT_FALSE(figure->mesh.triangles.empty()) << file;
            EXPECT_EQ(figure->labels.size(), figure->mesh.triangles.size()) << file;
        } else {
            EXPECT_GT(figure.error().message.size(), 20U) << file;
            EXPECT_EQ(figure.error().message.find('\n'), std::string::npos) << file;
        }
    }
    EXPECT_GT(tried, 90U);
}

}  // namespace
}  // namespace glaukophos
