#include "core/io/reader_process.h"
#include "core/io/mesh_file.h"

#include <gtest/gtest.h>

#include <chrono>
#include <thread>

#include "core/io/file_bytes.h"
#include "core/io/mesh_stream.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;
using namespace std::chrono_literals;

std::vector<NamedMesh> twoMeshes() {
    NamedMesh first;
    first.name = "ball";
    first.mesh = meshOf({sphere({0, 0, 0}, 2, 8)});
    first.colour = Vec3(0.25F, 0.5F, 0.75F);
    NamedMesh second;
    second.name = "empty";
    second.y_is_up = true;
    return {first, second};
}

TEST(MeshStream, ComesBackAsItWas) {
    const auto back = decodedMeshes(encoded(twoMeshes()));
    ASSERT_TRUE(back && *back);
    const std::vector<NamedMesh>& meshes = **back;
    ASSERT_EQ(meshes.size(), 2U);
    EXPECT_EQ(meshes[0].name, "ball");
    EXPECT_EQ(meshes[0].mesh.triangles, twoMeshes()[0].mesh.triangles);
    EXPECT_EQ(meshes[0].mesh.positions_mm, twoMeshes()[0].mesh.positions_mm);
    EXPECT_EQ(meshes[0].colour, twoMeshes()[0].colour);
    EXPECT_TRUE(meshes[1].y_is_up);
    const auto refused = decodedMeshes(encoded(Error{ErrorCode::TooLarge, "Too large."}));
    ASSERT_TRUE(refused && !*refused);
    EXPECT_EQ(refused->error().code, ErrorCode::TooLarge);
}

TEST(MeshStream, DamageAtAnyPlaceIsNoticedOrHarmless) {
    const std::string whole = encoded(twoMeshes());
    for (std::size_t length = 0; length < whole.size(); length += 13) {
        EXPECT_FALSE(decodedMeshes(std::string_view(whole).substr(0, length)));
    }
    for (std::size_t at = 0; at < whole.size(); at += 7) {
        std::string damaged = whole;
        damaged[at] = static_cast<char>(damaged[at] ^ 0xFF);
        const auto back = decodedMeshes(damaged);
        if (!back || !*back) continue;
        for (const NamedMesh& named : **back) {
            for (const Triangle& t : named.mesh.triangles) {
                ASSERT_LT(*std::ranges::max_element(t), named.mesh.positions_mm.size());
            }
        }
    }
}

// Found by fuzzing: the import library ends with a segmentation fault on this file.
TEST(ReaderProcess, AFileThatCrashesTheLibraryIsRefusedWithASentence) {
    const std::filesystem::path file =
        GLAUKOPHOS_SOURCE "/tests/data/damaged/crashes-its-reader-1.ply";
    const auto figure = readFigure({&file, 1}, Division::Pieces, {});
    ASSERT_FALSE(figure);
    EXPECT_NE(figure.error().message.find("crashes-its-reader-1.ply"), std::string::npos);
    EXPECT_NE(figure.error().message.find("export it again"), std::string::npos);
}

TEST(ReaderProcess, ReportsProgressAndObeysAStopWithinASecond) {
    std::string obj;
    for (int i = 0; i < 600'000; ++i) {
        obj += "v " + std::to_string(i % 997) + " " + std::to_string(i % 31) + " 0.5\n";
        if (i > 2) obj += "f " + std::to_string(i) + " " + std::to_string(i - 1) + " 1\n";
    }
    std::stop_source source;
    std::jthread stopper([&] {
        std::this_thread::sleep_for(100ms);
        source.request_stop();
    });
    const auto begin = std::chrono::steady_clock::now();
    const auto meshes = readInOwnProcess("/nowhere/large.obj", obj, {source.get_token(), {}});
    EXPECT_LT(std::chrono::steady_clock::now() - begin, 1100ms);
    ASSERT_FALSE(meshes);
    EXPECT_EQ(meshes.error().code, ErrorCode::Cancelled);
}

TEST(ReaderProcess, FilesOutsideTheFolderAreNotRead) {
    const auto folder = std::filesystem::temp_directory_path() / "glaukophos-beside";
    std::filesystem::create_directories(folder / "inside");
    ASSERT_TRUE(writeAtomically(folder / "colours.mtl", "newmtl red\nKd 1 0 0\n"));
    const std::string obj =
        "mtllib ../colours.mtl\no part\nv 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl red\nf 1 2 3\n";
    const auto outside = readInOwnProcess(folder / "inside" / "a.obj", obj, {});
    ASSERT_TRUE(outside);
    EXPECT_NE(outside->front().colour, std::optional(Vec3(1, 0, 0)));
    ASSERT_TRUE(writeAtomically(folder / "inside" / "colours.mtl", "newmtl red\nKd 1 0 0\n"));
    const auto beside = readInOwnProcess(folder / "inside" / "a.obj", obj, {});
    ASSERT_TRUE(beside);
    EXPECT_EQ(beside->front().colour, std::optional(Vec3(1, 0, 0)));
    std::filesystem::remove_all(folder);
}

}  // namespace
}  // namespace glaukophos
