// Binary STL by our own reader (many times faster); the other formats by the reader process.
#include "core/io/mesh_file.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <cstring>
#include <optional>

#include "core/geometry/clean.h"
#include "core/io/file_bytes.h"
#include "core/io/reader_process.h"

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

// `start` holds the header at least, `size` is that of the whole file in bytes.
bool fitsItsCount(std::span<const char> start, std::uintmax_t size) {
    const std::uintmax_t told = kStlHeader + kStlTriangle * std::uintmax_t{triangleCountOf(start)};
    return size >= told && size < told + kStlTriangle;
}

tl::unexpected<Error> cutShort(const std::string& name) {
    return fail(ErrorCode::BadInput,
                fmt::format("{} is cut short or is not a binary STL file. Export it again.", name));
}

// Appends triangles with corners of their own. Each takes twelve floats (normal, three corners) and
// two bytes, little endian.
void addStlTriangles(Mesh& mesh, std::span<const char> bytes) {
    std::size_t next = mesh.triangles.size();
    mesh.positions_mm.resize(3 * (next + bytes.size() / kStlTriangle));
    for (std::size_t at = 0; at < bytes.size(); at += kStlTriangle, ++next) {
        std::memcpy(mesh.positions_mm[3 * next].data(), &bytes[at + 12], 36);
        const auto first = static_cast<std::uint32_t>(3 * next);
        mesh.triangles.push_back({first, first + 1, first + 2});
    }
}

Mesh roomFor(std::size_t triangles) {
    Mesh mesh;
    mesh.positions_mm.reserve(3 * triangles);
    mesh.triangles.reserve(triangles);
    return mesh;
}

// How many triangles follow in a file that begins and ends as a binary STL does; else nothing.
std::optional<std::size_t> readStlHeader(std::ifstream& stream, const fs::path& file) {
    std::array<char, kStlHeader> start{};
    if (!stream.read(start.data(), start.size())) return std::nullopt;
    std::error_code error;
    const std::uintmax_t size = fs::file_size(file, error);
    if (error || !fitsItsCount(start, size)) return std::nullopt;
    return triangleCountOf(start);
}

// A block at a time: the bytes of a large file beside its mesh would take as much memory again.
Result<Mesh> readBinaryStl(const fs::path& file, const Progress& progress) {
    constexpr std::size_t kBlock = 20'000;  // triangles
    auto stream = openBytes(file, kLargestMeshFile);
    if (!stream) return tl::unexpected(stream.error());
    const auto told = readStlHeader(*stream, file);
    if (!told) return cutShort(file.filename().string());
    const std::size_t count = *told;
    Mesh mesh = roomFor(count);
    std::vector<char> block(kStlTriangle * kBlock);
    while (mesh.triangles.size() < count) {
        const std::size_t next = std::min(kBlock, count - mesh.triangles.size());
        const std::span<const char> bytes(block.data(), next * kStlTriangle);
        stream->read(block.data(), static_cast<std::streamsize>(bytes.size()));
        if (!*stream) return cutShort(file.filename().string());
        addStlTriangles(mesh, bytes);
        progress.at(static_cast<double>(mesh.triangles.size()) / static_cast<double>(count));
        if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
    }
    return mesh;
}

std::vector<NamedMesh> alone(Mesh mesh, const fs::path& file) {
    std::vector<NamedMesh> meshes(1);
    meshes[0].name = file.stem().string();
    meshes[0].mesh = std::move(mesh);
    return meshes;
}

Result<std::vector<NamedMesh>> readMeshesOf(const fs::path& file, const Progress& progress) {
    if (isBinaryStl(file)) {
        auto mesh = readBinaryStl(file, progress);
        if (!mesh) return tl::unexpected(mesh.error());
        return alone(std::move(*mesh), file);
    }
    const auto bytes = readBytes(file, kLargestMeshFile);
    if (!bytes) return tl::unexpected(bytes.error());
    return parseMeshes(file, *bytes, progress);
}

// Several meshes of one name (the materials of one group) are one part.
void addMesh(ImportedFigure& figure, NamedMesh named) {
    const auto same = std::ranges::find(figure.parts, named.name, &ImportedPart::name);
    const auto part = static_cast<PartIndex>(same - figure.parts.begin());
    if (same == figure.parts.end()) figure.parts.push_back({named.name, named.colour});
    if (figure.mesh.triangles.empty()) {
        figure.mesh = std::move(named.mesh);
    } else {
        append(figure.mesh, named.mesh.positions_mm, named.mesh.triangles);
    }
    figure.labels.resize(figure.mesh.triangles.size(), part);
    figure.y_is_up = figure.y_is_up || named.y_is_up;
}

// Parts of which repair left nothing.
void dropEmptyParts(ImportedFigure& figure) {
    std::vector<std::size_t> sizes(figure.parts.size(), 0);
    for (const PartIndex part : figure.labels) ++sizes[part];
    std::vector<PartIndex> renumbered(sizes.size());
    std::vector<ImportedPart> kept;
    for (std::size_t part = 0; part < sizes.size(); ++part) {
        renumbered[part] = static_cast<PartIndex>(kept.size());
        if (sizes[part] > 0) kept.push_back(std::move(figure.parts[part]));
    }
    for (PartIndex& part : figure.labels) part = renumbered[part];
    figure.parts = std::move(kept);
}

// From kMostPieces on, the small pieces share one part.
void divideIntoPieces(ImportedFigure& figure, std::span<const std::uint32_t> pieces) {
    const std::size_t count = figure.repair.pieces;
    if (count == 1) return;
    const std::size_t parts = std::min(count, kMostPieces);
    const ImportedPart whole = figure.parts.front();
    figure.parts.clear();
    for (std::size_t p = 0; p < parts; ++p) {
        const bool rest = p + 1 == parts && count > kMostPieces;
        figure.parts.push_back(
            {rest ? whole.name + ", small pieces" : fmt::format("{}, piece {}", whole.name, p + 1),
             whole.colour, true});
    }
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        figure.labels[i] = static_cast<PartIndex>(std::min<std::size_t>(pieces[i], parts - 1));
    }
}

}  // namespace

bool looksLikeBinaryStl(std::span<const char> bytes) {
    return bytes.size() >= kStlHeader && fitsItsCount(bytes, bytes.size());
}

bool isBinaryStl(const fs::path& file) {
    std::ifstream stream(file, std::ios::binary);
    return readStlHeader(stream, file).has_value();
}

Result<Mesh> parseBinaryStl(std::span<const char> bytes, const std::string& name) {
    if (!looksLikeBinaryStl(bytes)) return cutShort(name);
    const std::size_t count = triangleCountOf(bytes);
    Mesh mesh = roomFor(count);
    addStlTriangles(mesh, bytes.subspan(kStlHeader, count * kStlTriangle));
    return mesh;
}

Result<std::vector<NamedMesh>> parseMeshes(const fs::path& file, std::span<const char> bytes,
                                           const Progress& progress) {
    const std::string name = file.filename().string();
    if (bytes.empty()) {
        return fail(ErrorCode::BadInput,
                    fmt::format("{} is empty. Export the figure again.", name));
    }
    if (!looksLikeBinaryStl(bytes)) return readInOwnProcess(file, bytes, progress);
    auto mesh = parseBinaryStl(bytes, name);
    if (!mesh) return tl::unexpected(mesh.error());
    return alone(std::move(*mesh), file);
}

Result<ImportedFigure> assembleFigure(std::vector<NamedMesh> meshes, Division division,
                                      const std::string& source, const Progress& progress) {
    ImportedFigure figure;
    for (NamedMesh& named : meshes) {
        addMesh(figure, std::move(named));
        named = {};
    }
    if (figure.parts.size() > kMostParts) {
        return fail(ErrorCode::TooLarge,
                    fmt::format("{} has {} parts; up to {} can be planned. Join some of them in "
                                "the program it comes from.",
                                source, figure.parts.size(), kMostParts));
    }
    const auto repaired = repair(figure.mesh, figure.labels, source, progress);
    if (!repaired) return tl::unexpected(repaired.error());
    figure.repair = repaired->report;
    dropEmptyParts(figure);
    if (figure.parts.size() == 1 && division == Division::Pieces) {
        divideIntoPieces(figure, repaired->pieces);
    }
    return figure;
}

Result<std::vector<NamedMesh>> readMeshes(std::span<const fs::path> files,
                                          const Progress& progress) {
    std::vector<NamedMesh> meshes;
    double done = 0.0;
    for (const fs::path& file : files) {
        auto read = readMeshesOf(
            file, {progress.stop, [&](double fraction) {
                       progress.at((done + fraction) / static_cast<double>(files.size()));
                   }});
        if (!read) return tl::unexpected(read.error());
        std::ranges::move(*read, std::back_inserter(meshes));
        if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
        done += 1.0;
    }
    return meshes;
}

Result<ImportedFigure> readFigure(std::span<const fs::path> files, Division division,
                                  const Progress& progress) {
    auto meshes = readMeshes(files, {progress.stop, [&](double f) { progress.at(0.6 * f); }});
    if (!meshes) return tl::unexpected(meshes.error());
    const std::string source =
        files.empty() ? "The list of files" : files.front().filename().string();
    return assembleFigure(std::move(*meshes), division, source,
                          {progress.stop, [&](double f) { progress.at(0.6 + 0.4 * f); }});
}

std::string binaryStl(const Mesh& mesh, const std::string& name) {
    std::string bytes(kStlHeader + kStlTriangle * mesh.triangles.size(), '\0');
    std::memcpy(bytes.data(), name.data(), std::min<std::size_t>(name.size(), 79));
    const auto count = static_cast<std::uint32_t>(mesh.triangles.size());
    std::memcpy(bytes.data() + 80, &count, 4);
    char* at = bytes.data() + kStlHeader;
    for (const Triangle& t : mesh.triangles) {
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
