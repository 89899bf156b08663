// Binary STL by our own reader (many times faster); the other formats by Assimp.
#include "core/io/mesh_file.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <cstring>

#include "core/geometry/clean.h"
#include "core/io/assimp_reader.h"
#include "core/io/file_bytes.h"

namespace glaukophos {
namespace {

namespace fs = std::filesystem;

constexpr std::size_t kStlHeader = 84;
constexpr std::size_t kStlTriangle = 50;

std::uint32_t triangleCountOf(std::span<const char> bytes) {
    std::uint32_t count = 0;
    std::memcpy(&count, bytes.data() + 80, 4);
    return count;
}

Result<void> checkNumbers(const TriangleSoup& soup, const std::string& file) {
    std::size_t bad = 0;
    for (const Vec3& p : soup.positions_mm) {
        if (!p.allFinite() || p.cwiseAbs().maxCoeff() > 1e6F) ++bad;
    }
    if (bad == 0) return {};
    return fail(ErrorCode::BadInput,
                fmt::format("{}: {} corners have coordinates that are not usable numbers. Repair "
                            "the mesh in the program it comes from and export it again.",
                            file, bad));
}

// Groups triangles by piece; from kMostPieces on they share one part.
void appendPieces(ImportedFigure& figure, const NamedSoup& named) {
    const auto& [name, soup] = named;
    const auto pieces = connectedPieces(soup.positions_mm.size(), soup.triangles);
    const std::size_t count =
        pieces.empty() ? 0 : *std::ranges::max_element(pieces) + std::size_t{1};
    const std::size_t parts = std::min(count, kMostPieces);
    std::vector<std::vector<Triangle>> triangles(parts);
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        triangles[std::min<std::size_t>(pieces[i], parts - 1)].push_back(soup.triangles[i]);
    }
    const auto first = static_cast<std::uint32_t>(figure.mesh.positions_mm.size());
    figure.mesh.positions_mm.insert(figure.mesh.positions_mm.end(), soup.positions_mm.begin(),
                                    soup.positions_mm.end());
    for (std::size_t p = 0; p < parts; ++p) {
        for (const Triangle& t : triangles[p]) {
            figure.mesh.triangles.push_back({first + t[0], first + t[1], first + t[2]});
        }
        figure.mesh.part_starts.push_back(static_cast<std::uint32_t>(figure.mesh.triangles.size()));
        const bool rest = p + 1 == parts && count > kMostPieces;
        figure.part_names.push_back(parts == 1 ? name
                                    : rest     ? name + ", small pieces"
                                               : fmt::format("{}, piece {}", name, p + 1));
    }
}

}  // namespace

bool looksLikeBinaryStl(std::span<const char> bytes) {
    return bytes.size() >= kStlHeader &&
           bytes.size() >= kStlHeader + kStlTriangle * std::size_t{triangleCountOf(bytes)} &&
           bytes.size() < kStlHeader + kStlTriangle * (std::size_t{triangleCountOf(bytes)} + 1);
}

Result<TriangleSoup> parseBinaryStl(std::span<const char> bytes, const std::string& name) {
    if (!looksLikeBinaryStl(bytes)) {
        return fail(
            ErrorCode::BadInput,
            fmt::format("{} is cut short or is not a binary STL file. Export it again.", name));
    }
    const std::size_t count = triangleCountOf(bytes);
    TriangleSoup soup;
    soup.positions_mm.resize(count * 3);
    soup.triangles.resize(count);
    for (std::size_t i = 0; i < count; ++i) {
        // Twelve floats (normal, three corners) and two bytes, little endian.
        const char* corners = bytes.data() + kStlHeader + i * kStlTriangle + 12;
        std::memcpy(soup.positions_mm[3 * i].data(), corners, 36);
        const auto first = static_cast<std::uint32_t>(3 * i);
        soup.triangles[i] = {first, first + 1, first + 2};
    }
    return soup;
}

Result<std::vector<NamedSoup>> parseMeshes(const fs::path& file, std::span<const char> bytes,
                                           const Progress& progress) {
    const std::string name = file.filename().string();
    if (bytes.empty()) {
        return fail(ErrorCode::BadInput,
                    fmt::format("{} is empty. Export the figure again.", name));
    }
    if (!looksLikeBinaryStl(bytes)) return readByAssimp(file, bytes, progress);
    auto soup = parseBinaryStl(bytes, name);
    if (!soup) return tl::unexpected(soup.error());
    return std::vector<NamedSoup>{{file.stem().string(), std::move(*soup)}};
}

Result<ImportedFigure> assembleFigure(std::vector<NamedSoup> soups, Division division,
                                      const std::string& source) {
    ImportedFigure figure;
    for (NamedSoup& named : soups) {
        figure.triangles_read += named.soup.triangles.size();
        if (auto numbers = checkNumbers(named.soup, named.name); !numbers) {
            return tl::unexpected(numbers.error());
        }
        figure.triangles_without_area +=
            weld(named.soup.positions_mm, named.soup.triangles).triangles_without_area;
    }
    std::erase_if(soups, [](const NamedSoup& named) { return named.soup.triangles.empty(); });
    if (soups.empty()) {
        return fail(ErrorCode::BadInput,
                    fmt::format("{} has no triangles. Choose a mesh of a figure (STL, OBJ or PLY).",
                                source));
    }
    if (soups.size() == 1 && division == Division::Pieces) {
        appendPieces(figure, soups.front());
        return figure;
    }
    for (const NamedSoup& named : soups) {
        appendPart(figure.mesh, named.soup.positions_mm, named.soup.triangles);
        figure.part_names.push_back(named.name);
    }
    return figure;
}

Result<ImportedFigure> readFigure(std::span<const fs::path> files, Division division,
                                  const Progress& progress) {
    std::vector<NamedSoup> soups;
    double done = 0.0;
    for (const fs::path& file : files) {
        const auto bytes = readBytes(file, kLargestMeshFile);
        if (!bytes) return tl::unexpected(bytes.error());
        auto read = parseMeshes(
            file, *bytes, {progress.stop, [&](double fraction) {
                               progress.at((done + fraction) / static_cast<double>(files.size()));
                           }});
        if (!read) return tl::unexpected(read.error());
        soups.insert(soups.end(), std::make_move_iterator(read->begin()),
                     std::make_move_iterator(read->end()));
        if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
        done += 1.0;
    }
    const std::string source =
        files.empty() ? "The list of files" : files.front().filename().string();
    return assembleFigure(std::move(soups), division, source);
}

std::string binaryStl(const Mesh& mesh, std::size_t part, const std::string& name) {
    const auto triangles = mesh.trianglesOf(part);
    std::string bytes(kStlHeader + kStlTriangle * triangles.size(), '\0');
    std::memcpy(bytes.data(), name.data(), std::min<std::size_t>(name.size(), 79));
    const auto count = static_cast<std::uint32_t>(triangles.size());
    std::memcpy(bytes.data() + 80, &count, 4);
    char* at = bytes.data() + kStlHeader;
    for (const Triangle& t : triangles) {
        const Vec3 normal = areaVector(mesh, t).stableNormalized();
        std::memcpy(at, normal.data(), 12);
        for (std::size_t k = 0; k < 3; ++k) {
            std::memcpy(at + 12 + 12 * k, mesh.positions_mm[t[k]].data(), 12);
        }
        at += kStlTriangle;
    }
    return bytes;
}

}  // namespace glaukophos
