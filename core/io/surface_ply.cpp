// Fixed layout: the header is compared, not interpreted.
#include "core/io/surface_ply.h"

#include <fmt/format.h>

#include <algorithm>
#include <cstdio>
#include <cstring>

namespace glaukophos {
namespace {

constexpr std::size_t kVertexBytes = 12;
constexpr std::size_t kFaceBytes = 1 + 12 + 2;

std::string headerFor(const WorkingSurface& surface) {
    return fmt::format(
        "ply\nformat binary_little_endian 1.0\n"
        "comment working surface in mm; edges up to {:.6f}, deviation {:.6f}\n"
        "element vertex {}\nproperty float x\nproperty float y\nproperty float z\n"
        "element face {}\nproperty list uchar uint vertex_indices\nproperty ushort part\n"
        "end_header\n",
        surface.longest_edge_mm, surface.deviation_mm, surface.mesh.positions_mm.size(),
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
                    "element vertex %llu\nproperty float x\nproperty float y\nproperty float z\n"
                    "element face %llu\n",
                    &surface.longest_edge_mm, &surface.deviation_mm, &vertices, &faces) != 4) {
        return false;
    }
    if (vertices == 0 || faces == 0 || vertices > bytes.size() || faces > bytes.size()) {
        return false;
    }
    surface.mesh.positions_mm.resize(vertices);
    surface.mesh.triangles.resize(faces);
    surface.labels.resize(faces);
    const std::string expected = headerFor(surface);
    return bytes.starts_with(expected) &&
           bytes.size() == expected.size() + vertices * kVertexBytes + faces * kFaceBytes;
}

}  // namespace

std::string surfacePly(const WorkingSurface& surface, const PartLabels& labels) {
    std::string bytes = headerFor(surface);
    const std::size_t header = bytes.size();
    const auto& positions = surface.mesh.positions_mm;
    bytes.resize(header + positions.size() * kVertexBytes + labels.size() * kFaceBytes);
    std::memcpy(bytes.data() + header, positions.front().data(), positions.size() * kVertexBytes);
    char* at = bytes.data() + header + positions.size() * kVertexBytes;
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
    std::memcpy(positions.front().data(), at, positions.size() * kVertexBytes);
    at += positions.size() * kVertexBytes;
    for (std::size_t i = 0; i < surface.labels.size(); ++i, at += kFaceBytes) {
        std::memcpy(surface.mesh.triangles[i].data(), at + 1, 12);
        std::memcpy(&surface.labels[i], at + 13, 2);
        const bool sound = at[0] == 3 && surface.labels[i] < part_count &&
                           *std::ranges::max_element(surface.mesh.triangles[i]) < positions.size();
        if (!sound) return damaged();
    }
    const bool in_range = std::ranges::all_of(
        positions, [](const Vec3& p) { return p.allFinite() && p.cwiseAbs().maxCoeff() <= 1e6F; });
    if (!in_range) return damaged();
    surface.normals = angleWeightedNormals(surface.mesh);
    return surface;
}

}  // namespace glaukophos
