// Triangles, names, transformations and plain colours are taken; everything else is left behind.
#include "reader/assimp_reader.h"

#include <assimp/MemoryIOWrapper.h>
#include <assimp/postprocess.h>
#include <assimp/scene.h>
#include <fmt/format.h>

#include <algorithm>
#include <assimp/IOSystem.hpp>
#include <assimp/Importer.hpp>
#include <assimp/ProgressHandler.hpp>
#include <exception>
#include <sstream>

#include "core/colour/colour.h"
#include "core/io/file_bytes.h"

namespace glaukophos {
namespace {

namespace fs = std::filesystem;

constexpr std::uintmax_t kLargestSideFile = 500'000'000;
constexpr int kDeepestNode = 200;
constexpr std::size_t kMostTriangles = 60'000'000;

class Reporter : public Assimp::ProgressHandler {
  public:
    explicit Reporter(const Progress& progress) : m_progress(progress) {}
    bool Update(float fraction) override {  // NOLINT(readability-identifier-naming): Assimp's name
        if (fraction >= 0.0F) m_progress.at(0.9 * fraction);
        return !m_progress.stopped();
    }

  private:
    const Progress& m_progress;
};

// Hands out the file itself from memory, and files beside it; nothing from other folders.
// NOLINTBEGIN(readability-identifier-naming): Assimp's names
class BesideOnly : public Assimp::IOSystem {
  public:
    BesideOnly(const fs::path& file, std::string shown_name, std::span<const char> bytes)
        : m_folder(file.parent_path()), m_shown_name(std::move(shown_name)), m_bytes(bytes) {}

    bool Exists(const char* name) const override {
        return name == m_shown_name || fs::is_regular_file(beside(name));
    }
    char getOsSeparator() const override { return '/'; }
    Assimp::IOStream* Open(const char* name, const char* mode) override {
        if (std::string_view(mode).find('w') != std::string_view::npos) return nullptr;
        if (name == m_shown_name) {
            return new Assimp::MemoryIOStream(reinterpret_cast<const std::uint8_t*>(m_bytes.data()),
                                              m_bytes.size());
        }
        auto bytes = readBytes(beside(name), kLargestSideFile);
        if (!bytes) return nullptr;
        auto* copy = new std::uint8_t[bytes->size()];  // owned by the stream
        std::ranges::copy(*bytes, copy);
        return new Assimp::MemoryIOStream(copy, bytes->size(), true);
    }
    void Close(Assimp::IOStream* stream) override { delete stream; }

  private:
    [[nodiscard]] fs::path beside(const char* name) const {
        return m_folder / fs::path(name).filename();
    }

    fs::path m_folder;
    std::string m_shown_name;
    std::span<const char> m_bytes;
};
// NOLINTEND(readability-identifier-naming)

std::string lowered(std::string text) {
    std::ranges::transform(text, text.begin(), [](char c) {
        return c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c;
    });
    return text;
}

// The format by content first, then by the file's ending; empty when it is none of ours.
std::string formatOf(const fs::path& file, std::span<const char> bytes) {
    const std::string_view head(bytes.data(), std::min<std::size_t>(bytes.size(), 512));
    const std::string_view content(bytes.data(), bytes.size());
    if (head.starts_with("ply")) return "ply";
    if (head.starts_with("glTF")) return "glb";
    if (head.starts_with("PK\x03\x04") && content.find("3D/") != std::string_view::npos) {
        return "3mf";
    }
    const std::size_t first = head.find_first_not_of(" \t\r\n\xEF\xBB\xBF");
    if (first != std::string_view::npos && head[first] == '{' &&
        content.find("\"asset\"") != std::string_view::npos) {
        return "gltf";
    }
    if (head.find("solid") != std::string_view::npos &&
        head.find("facet") != std::string_view::npos) {
        return "stl";
    }
    const std::string ending = lowered(file.extension().string());
    for (const char* known : {".obj", ".stl", ".ply", ".3mf", ".gltf", ".glb"}) {
        if (ending == known) return ending.substr(1);
    }
    return {};
}

// A PLY header may promise more elements than the file can hold, and the reader would believe it.
bool promisesTooMuch(std::span<const char> bytes) {
    std::istringstream header(std::string(bytes.data(), std::min<std::size_t>(bytes.size(), 8192)));
    std::string line;
    double promised = 0.0;
    while (std::getline(header, line) && !line.starts_with("end_header")) {
        std::istringstream words(line);
        std::string keyword;
        std::string element;
        double count = 0.0;
        if (words >> keyword >> element >> count && keyword == "element") promised += count;
    }
    return promised > static_cast<double>(bytes.size());
}

tl::unexpected<Error> unreadable(const std::string& name, std::string why) {
    std::ranges::replace(why, '\n', ' ');
    return fail(ErrorCode::BadInput,
                fmt::format("{} could not be read as a mesh ({}). Choose an STL, OBJ, PLY, 3MF or "
                            "glTF file, or export it again.",
                            name, why));
}

Vec3 encoded(const aiColor4D& colour, bool is_linear) {
    Vec3 rgb(colour.r, colour.g, colour.b);
    rgb = rgb.allFinite() ? Vec3(rgb.cwiseMax(0.0F).cwiseMin(1.0F)) : Vec3(Vec3::Constant(0.6F));
    if (!is_linear) return rgb;
    const Srgb srgb = encodedFrom({rgb.cast<double>()});
    return {static_cast<float>(srgb.r), static_cast<float>(srgb.g), static_cast<float>(srgb.b)};
}

// The mean colour of its vertices, else that of its material where it is not the reader's default.
std::optional<Vec3> colourOf(const aiScene& scene, const aiMesh& mesh, bool is_linear) {
    if (mesh.mColors[0] != nullptr && mesh.mNumVertices > 0) {
        aiColor4D sum(0, 0, 0, 0);
        for (unsigned i = 0; i < mesh.mNumVertices; ++i) sum += mesh.mColors[0][i];
        return encoded(sum / static_cast<float>(mesh.mNumVertices), is_linear);
    }
    if (mesh.mMaterialIndex >= scene.mNumMaterials) return std::nullopt;
    const aiMaterial& material = *scene.mMaterials[mesh.mMaterialIndex];
    aiString name;
    material.Get(AI_MATKEY_NAME, name);
    aiColor4D colour;
    if (name == aiString(AI_DEFAULT_MATERIAL_NAME) ||
        material.Get(AI_MATKEY_COLOR_DIFFUSE, colour) != aiReturn_SUCCESS) {
        return std::nullopt;
    }
    return encoded(colour, is_linear);
}

NamedMesh meshOf(const aiMesh& mesh, const aiMatrix4x4& placed) {
    NamedMesh named;
    named.mesh.positions_mm.reserve(mesh.mNumVertices);
    for (unsigned i = 0; i < mesh.mNumVertices; ++i) {
        const aiVector3D p = placed * mesh.mVertices[i];
        named.mesh.positions_mm.emplace_back(p.x, p.y, p.z);
    }
    for (unsigned i = 0; i < mesh.mNumFaces; ++i) {
        const aiFace& face = mesh.mFaces[i];
        if (face.mNumIndices != 3) continue;
        const Triangle t{face.mIndices[0], face.mIndices[1], face.mIndices[2]};
        if (*std::ranges::max_element(t) < mesh.mNumVertices) named.mesh.triangles.push_back(t);
    }
    return named;
}

// Walks the scene's nodes; the same mesh may hang in several places.
struct Collector {
    const aiScene& scene;
    std::string file_name;
    std::string format;
    std::vector<NamedMesh> meshes;
    std::size_t triangles = 0;

    // The mesh's own name, then its node's, then its material's; the file's when all are empty.
    [[nodiscard]] std::string nameOf(const aiMesh& mesh, const aiNode& node) const {
        if (mesh.mName.length > 0) return mesh.mName.C_Str();
        if (&node != scene.mRootNode && node.mName.length > 0) return node.mName.C_Str();
        return file_name;
    }

    bool walk(const aiNode& node, const aiMatrix4x4& above, int depth) {
        if (depth > kDeepestNode) return false;
        const aiMatrix4x4 placed = above * node.mTransformation;
        for (unsigned i = 0; i < node.mNumMeshes; ++i) {
            if (node.mMeshes[i] >= scene.mNumMeshes) continue;
            const aiMesh& mesh = *scene.mMeshes[node.mMeshes[i]];
            triangles += mesh.mNumFaces;
            if (triangles > kMostTriangles) return false;
            const bool is_gltf = format == "gltf" || format == "glb";
            NamedMesh named = meshOf(mesh, placed);
            named.name = nameOf(mesh, node);
            named.colour = colourOf(scene, mesh, is_gltf);
            named.y_is_up = is_gltf;  // glTF 2.0 specification, 3.4: +Y is up
            meshes.push_back(std::move(named));
        }
        for (unsigned i = 0; i < node.mNumChildren; ++i) {
            if (!walk(*node.mChildren[i], placed, depth + 1)) return false;
        }
        return true;
    }
};

}  // namespace

Result<std::vector<NamedMesh>> readByAssimp(const fs::path& file, std::span<const char> bytes,
                                            const Progress& progress) {
    const std::string name = file.filename().string();
    const std::string format = formatOf(file, bytes);
    if (format.empty()) return unreadable(name, "its format is not known");
    if (format == "ply" && promisesTooMuch(bytes)) return unreadable(name, "it is cut short");
    try {
        const std::string shown_name = "figure." + format;
        Assimp::Importer importer;
        importer.SetProgressHandler(new Reporter(progress));  // owned by the importer
        importer.SetIOHandler(new BesideOnly(file, shown_name, bytes));
        importer.SetPropertyInteger(AI_CONFIG_PP_RVC_FLAGS,
                                    aiComponent_NORMALS | aiComponent_TANGENTS_AND_BITANGENTS |
                                        aiComponent_TEXCOORDS | aiComponent_TEXTURES |
                                        aiComponent_ANIMATIONS | aiComponent_BONEWEIGHTS);
        importer.SetPropertyInteger(AI_CONFIG_PP_SBP_REMOVE,
                                    aiPrimitiveType_POINT | aiPrimitiveType_LINE);
        const aiScene* scene = importer.ReadFile(
            shown_name, aiProcess_Triangulate | aiProcess_SortByPType | aiProcess_RemoveComponent);
        if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
        if (scene == nullptr) return unreadable(name, importer.GetErrorString());
        if (scene->mRootNode == nullptr) return unreadable(name, "it holds no mesh");
        Collector collector{*scene, file.stem().string(), format, {}, 0};
        if (!collector.walk(*scene->mRootNode, aiMatrix4x4(), 0)) {
            return unreadable(name, "it is nested too deeply or has too many copies");
        }
        return std::move(collector.meshes);
    } catch (const std::exception& e) {
        return unreadable(name, e.what());
    }
}

}  // namespace glaukophos
