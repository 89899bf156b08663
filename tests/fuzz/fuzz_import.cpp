// Any bytes as a mesh file: they open or are refused with a sentence; never a crash or a leak.
#include <cstdint>
#include <cstdio>
#include <cstdlib>

#include "core/io/mesh_file.h"
#include "core/io/surface_ply.h"

using namespace glaukophos;

// The first byte chooses the file's ending, the rest is its content.
extern "C" int LLVMFuzzerTestOneInput(  // NOLINT(readability-identifier-naming): libFuzzer's name
    const std::uint8_t* data, std::size_t size) {
    if (size < 1) return 0;
    static const char* const endings[] = {"stl", "obj", "ply", "3mf", "gltf", "glb", "surface"};
    const char* ending = endings[data[0] % 7];
    const std::span<const char> bytes(reinterpret_cast<const char*>(data) + 1, size - 1);
    if (ending == endings[6]) {
        static_cast<void>(parseSurfacePly(bytes, 4));
        return 0;
    }
    // A folder that does not exist, so that nothing beside the file can be found.
    auto meshes = parseMeshes(std::string("/nowhere/figure.") + ending, bytes, {});
    if (!meshes) {
        if (meshes.error().message.size() < 20) std::abort();
        return 0;
    }
    const auto figure = assembleFigure(std::move(*meshes), Division::Pieces, "figure", {});
    if (figure && figure->labels.size() != figure->mesh.triangles.size()) std::abort();
    return 0;
}
