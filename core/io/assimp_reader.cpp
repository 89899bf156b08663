// Only triangles are taken; materials, textures and normals are left behind.
#include "core/io/assimp_reader.h"

#include <assimp/postprocess.h>
#include <assimp/scene.h>
#include <fmt/format.h>

#include <algorithm>
#include <assimp/Importer.hpp>
#include <assimp/ProgressHandler.hpp>
#include <charconv>
#include <exception>
#include <sstream>

namespace glaukophos {
namespace {

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

std::string lowered(std::string text) {
    std::ranges::transform(text, text.begin(), [](char c) {
        return c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c;
    });
    return text;
}

// The format by content first, then by the file's ending; empty when it is none of ours.
std::string formatOf(const std::filesystem::path& file, std::span<const char> bytes) {
    const std::string_view head(bytes.data(), std::min<std::size_t>(bytes.size(), 512));
    if (head.starts_with("ply")) return "ply";
    if (head.find("solid") != std::string_view::npos &&
        head.find("facet") != std::string_view::npos) {
        return "stl";
    }
    const std::string ending = lowered(file.extension().string());
    if (ending == ".obj" || ending == ".stl" || ending == ".ply") return ending.substr(1);
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

NamedSoup soupOf(const aiMesh& mesh, const std::string& fallback_name) {
    NamedSoup named;
    named.name = mesh.mName.length > 0 ? mesh.mName.C_Str() : fallback_name;
    named.soup.positions_mm.reserve(mesh.mNumVertices);
    for (unsigned i = 0; i < mesh.mNumVertices; ++i) {
        const aiVector3D& p = mesh.mVertices[i];
        named.soup.positions_mm.emplace_back(p.x, p.y, p.z);
    }
    for (unsigned i = 0; i < mesh.mNumFaces; ++i) {
        const aiFace& face = mesh.mFaces[i];
        if (face.mNumIndices != 3) continue;
        const Triangle t{face.mIndices[0], face.mIndices[1], face.mIndices[2]};
        if (*std::ranges::max_element(t) < mesh.mNumVertices) named.soup.triangles.push_back(t);
    }
    return named;
}

tl::unexpected<Error> unreadable(const std::string& name, const std::string& why) {
    return fail(ErrorCode::BadInput,
                fmt::format("{} could not be read as a mesh ({}). Choose an STL, OBJ or PLY file, "
                            "or export it again.",
                            name, why));
}

// Meshes in the file that share a name are one part.
void addOrJoin(std::vector<NamedSoup>& soups, NamedSoup named) {
    const auto same = std::ranges::find(soups, named.name, &NamedSoup::name);
    if (same == soups.end()) {
        soups.push_back(std::move(named));
        return;
    }
    const auto first = static_cast<std::uint32_t>(same->soup.positions_mm.size());
    same->soup.positions_mm.insert(same->soup.positions_mm.end(), named.soup.positions_mm.begin(),
                                   named.soup.positions_mm.end());
    for (const Triangle& t : named.soup.triangles) {
        same->soup.triangles.push_back({first + t[0], first + t[1], first + t[2]});
    }
}

}  // namespace

Result<std::vector<NamedSoup>> readByAssimp(const std::filesystem::path& file,
                                            std::span<const char> bytes, const Progress& progress) {
    const std::string name = file.filename().string();
    const std::string format = formatOf(file, bytes);
    if (format.empty()) return unreadable(name, "its format is not known");
    if (format == "ply" && promisesTooMuch(bytes)) return unreadable(name, "it is cut short");
    try {
        Assimp::Importer importer;
        importer.SetProgressHandler(new Reporter(progress));  // owned by the importer
        importer.SetPropertyInteger(AI_CONFIG_PP_RVC_FLAGS,
                                    aiComponent_NORMALS | aiComponent_TANGENTS_AND_BITANGENTS |
                                        aiComponent_COLORS | aiComponent_TEXCOORDS |
                                        aiComponent_MATERIALS);
        importer.SetPropertyInteger(AI_CONFIG_PP_SBP_REMOVE,
                                    aiPrimitiveType_POINT | aiPrimitiveType_LINE);
        const aiScene* scene = importer.ReadFileFromMemory(
            bytes.data(), bytes.size(),
            aiProcess_Triangulate | aiProcess_SortByPType | aiProcess_RemoveComponent,
            format.c_str());
        if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
        if (scene == nullptr) return unreadable(name, importer.GetErrorString());
        std::vector<NamedSoup> soups;
        for (unsigned i = 0; i < scene->mNumMeshes; ++i) {
            addOrJoin(soups, soupOf(*scene->mMeshes[i], file.stem().string()));
        }
        return soups;
    } catch (const std::exception& e) {
        return unreadable(name, e.what());
    }
}

}  // namespace glaukophos
