// Fixed layout: the header is compared, not interpreted.
#include "core/io/surface_ply.h"

#include <fmt/format.h>

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <cstring>

namespace glaukophos {
namespace {

// Of a vertex: x, y, z, and the luminance of a photograph where that stands for the figure.
std::size_t vertexBytes(const WorkingSurface& surface) {
    return surface.pictured.empty() ? 12 : 16;
}
constexpr std::size_t kFaceBytes = 1 + 12 + 2;

std::string headerFor(const WorkingSurface& surface) {
    return fmt::format(
        "ply\nformat binary_little_endian 1.0\n"
        "comment working surface in mm; edges up to {:.6f}, deviation {:.6f}\n"
        "element vertex {}\nproperty float x\nproperty float y\nproperty float z\n{}"
        "element face {}\nproperty list uchar uint vertex_indices\nproperty ushort part\n"
        "end_header\n",
        surface.longest_edge_mm, surface.deviation_mm, surface.mesh.positions_mm.size(),
        surface.pictured.empty() ? "" : "property float luminance\n",
        surface.mesh.triangles.size());
}

tl::unexpected<Error> damaged() {
    return fail(ErrorCode::BadInput,
                "The working surface in the plan is damaged. Use an earlier copy.");
}

// The numbers of the header, when it is one of ours.
bool readHeader(std::string_view bytes, WorkingSurface& surface) {
    const std::string head(bytes.substr(0, 600));
    unsigned long long vertices = 0;
    unsigned long long faces = 0;
    if (std::sscanf(head.c_str(),  // NOLINT(cert-err34-c): compared with the whole header below
                    "ply\nformat binary_little_endian 1.0\n"
                    "comment working surface in mm; edges up to %f, deviation %f\n"
                    "element vertex %llu\nproperty float x\nproperty float y\nproperty float z\n",
                    &surface.longest_edge_mm, &surface.deviation_mm, &vertices) != 3) {
        return false;
    }
    const std::size_t face = head.find("element face ");
    if (face == std::string::npos) return false;
    faces = std::strtoull(head.c_str() + face + 13, nullptr, 10);
    const bool pictured = head.find("property float luminance\n") < face;
    if (vertices == 0 || faces == 0 || vertices > bytes.size() || faces > bytes.size()) {
        return false;
    }
    surface.mesh.positions_mm.resize(vertices);
    surface.mesh.triangles.resize(faces);
    surface.labels.resize(faces);
    if (pictured) surface.pictured.resize(vertices);
    const std::string expected = headerFor(surface);
    return bytes.starts_with(expected) &&
           bytes.size() == expected.size() + vertices * vertexBytes(surface) + faces * kFaceBytes;
}

}  // namespace

std::string surfacePly(const WorkingSurface& surface, const PartLabels& labels) {
    std::string bytes = headerFor(surface);
    const std::size_t header = bytes.size();
    const auto& positions = surface.mesh.positions_mm;
    const std::size_t stride = vertexBytes(surface);
    bytes.resize(header + positions.size() * stride + labels.size() * kFaceBytes);
    char* at = bytes.data() + header;
    for (std::size_t v = 0; v < positions.size(); ++v, at += stride) {
        std::memcpy(at, positions[v].data(), 12);
        if (!surface.pictured.empty()) std::memcpy(at + 12, &surface.pictured[v], 4);
    }
    for (std::size_t i = 0; i < labels.size(); ++i, at += kFaceBytes) {
        at[0] = 3;
        std::memcpy(at + 1, surface.mesh.triangles[i].data(), 12);
        std::memcpy(at + 13, &labels[i], 2);
    }
    return bytes;
}

Result<WorkingSurface> parseSurfacePly(std::span<const char> bytes, std::size_t part_count) {
    WorkingSurface surface;
    if (!readHeader({bytes.data(), bytes.size()}, surface)) return damaged();
    auto& positions = surface.mesh.positions_mm;
    const char* at = bytes.data() + headerFor(surface).size();
    for (std::size_t v = 0; v < positions.size(); ++v, at += vertexBytes(surface)) {
        std::memcpy(positions[v].data(), at, 12);
        if (!surface.pictured.empty()) std::memcpy(&surface.pictured[v], at + 12, 4);
    }
    for (std::size_t i = 0; i < surface.labels.size(); ++i, at += kFaceBytes) {
        std::memcpy(surface.mesh.triangles[i].data(), at + 1, 12);
        std::memcpy(&surface.labels[i], at + 13, 2);
        const bool sound = at[0] == 3 && surface.labels[i] < part_count &&
                           *std::ranges::max_element(surface.mesh.triangles[i]) < positions.size();
        if (!sound) return damaged();
    }
    const bool in_range = std::ranges::all_of(
        positions, [](const Vec3& p) { return p.allFinite() && p.cwiseAbs().maxCoeff() <= 1e6F; });
    const bool of_light = std::ranges::all_of(
        surface.pictured, [](float luminance) { return luminance >= 0.0F && luminance <= 100.0F; });
    if (!in_range || !of_light) return damaged();
    surface.normals = angleWeightedNormals(surface.mesh);
    return surface;
}

}  // namespace glaukophos
