// The differential of a neighbourhood's mean: what a brush drawn across feels.
#include "core/geometry/relief.h"

#include "core/base/parallel.h"
#include "core/geometry/vertex_cells.h"

namespace glaukophos {

namespace {

// A third of the area of the triangles round each vertex, mm2.
std::vector<float> areasRound(const Mesh& mesh) {
    std::vector<float> areas(mesh.positions_mm.size(), 0.0F);
    for (const Triangle& t : mesh.triangles) {
        const Vec3& a = mesh.positions_mm[t[0]];
        const Vec3 cross = (mesh.positions_mm[t[1]] - a).cross(mesh.positions_mm[t[2]] - a);
        for (const std::uint32_t v : t) areas[v] += cross.norm() / 6.0F;
    }
    return areas;
}

}  // namespace

std::vector<float> reliefOf(const Mesh& mesh, std::span<const Vec3> normals, float radius_mm) {
    const std::vector<Vec3>& positions = mesh.positions_mm;
    const std::vector<float> areas = areasRound(mesh);
    const VertexCells cells(positions, radius_mm, [](std::uint32_t) { return true; });
    std::vector<float> relief(positions.size(), 0.0F);
    forChunks(positions.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            const Vec3& normal = normals[v];
            Vec3 sum = Vec3::Zero();
            float area = 0.0F;
            cells.forNear(positions[v], [&](std::uint32_t other) {
                const Vec3 away = positions[other] - positions[v];
                if (away.squaredNorm() > radius_mm * radius_mm) return;
                if (normals[other].dot(normal) < -0.2F) return;  // the far side of a sheet
                sum += areas[other] * away;
                area += areas[other];
            });
            if (area > 0.0F) relief[v] = -(sum / area).dot(normal);
        }
    });
    return relief;
}

}  // namespace glaukophos
