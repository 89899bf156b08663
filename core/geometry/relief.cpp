// The differential of a neighbourhood's mean: what a brush drawn across feels.
#include "core/geometry/relief.h"

#include "core/base/parallel.h"
#include "core/geometry/vertex_cells.h"

namespace glaukophos {

std::vector<float> reliefOf(const Surface& surface, float radius_mm) {
    const std::vector<Vec3>& positions = surface.mesh.positions_mm;
    const VertexCells cells(positions, radius_mm, [](std::uint32_t) { return true; });
    std::vector<float> relief(positions.size(), 0.0F);
    forChunks(positions.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            const Vec3& normal = surface.normals[v];
            Vec3 sum = Vec3::Zero();
            float area = 0.0F;
            cells.forNear(positions[v], [&](std::uint32_t other) {
                const Vec3 away = positions[other] - positions[v];
                if (away.squaredNorm() > radius_mm * radius_mm) return;
                if (surface.normals[other].dot(normal) < -0.2F) return;  // the far side of a sheet
                sum += surface.areas_mm2[other] * away;
                area += surface.areas_mm2[other];
            });
            if (area > 0.0F) relief[v] = -(sum / area).dot(normal);
        }
    });
    return relief;
}

}  // namespace glaukophos
