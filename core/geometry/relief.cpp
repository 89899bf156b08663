// The differential of a neighbourhood's mean: what a brush drawn across feels.
#include "core/geometry/relief.h"

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

// What counts of a vertex when it lies beside another: in a row, so that nothing is looked up.
struct Near {
    Vec3 at_mm;
    float area_mm2;
    Vec3 normal;
};

// Of a vertex from those round it.
float reliefAt(const Vec3& at_mm, const Vec3& normal, float radius_mm, std::span<const Near> near) {
    Vec3 sum = Vec3::Zero();
    float area = 0.0F;
    for (const Near& other : near) {
        const Vec3 away = other.at_mm - at_mm;
        if (away.squaredNorm() > radius_mm * radius_mm) continue;
        if (other.normal.dot(normal) < -0.2F) continue;  // the far side of a sheet
        sum += other.area_mm2 * away;
        area += other.area_mm2;
    }
    return area > 0.0F ? -(sum / area).dot(normal) : 0.0F;
}

}  // namespace

std::vector<float> reliefOf(const Mesh& mesh, std::span<const Vec3> normals, float radius_mm) {
    const std::vector<Vec3>& positions = mesh.positions_mm;
    const std::vector<float> areas = areasRound(mesh);
    const VertexCells cells(positions, radius_mm, [](std::uint32_t) { return true; });
    std::vector<float> relief(positions.size(), 0.0F);
    cells.forCells([&](std::span<const std::uint32_t> own, std::span<const std::uint32_t> round) {
        std::vector<Near> near;
        near.reserve(round.size());
        for (const std::uint32_t v : round) near.push_back({positions[v], areas[v], normals[v]});
        for (const std::uint32_t v : own) {
            relief[v] = reliefAt(positions[v], normals[v], radius_mm, near);
        }
    });
    return relief;
}

}  // namespace glaukophos
