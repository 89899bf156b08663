// Bounds, areas and joining of meshes.
#include "core/geometry/mesh.h"

namespace glaukophos {

Bounds boundsOf(std::span<const Vec3> points) {
    Bounds bounds;
    for (const Vec3& p : points) {
        bounds.low = bounds.low.cwiseMin(p);
        bounds.high = bounds.high.cwiseMax(p);
    }
    return bounds;
}

Vec3 areaVector(const Mesh& mesh, const Triangle& triangle) {
    const Vec3& a = mesh.positions_mm[triangle[0]];
    return 0.5F * (mesh.positions_mm[triangle[1]] - a).cross(mesh.positions_mm[triangle[2]] - a);
}

double areaOf(const Mesh& mesh, std::span<const Triangle> triangles) {
    double area = 0.0;
    for (const Triangle& t : triangles) area += areaVector(mesh, t).norm();
    return area;
}

void appendPart(Mesh& mesh, std::span<const Vec3> positions_mm,
                std::span<const Triangle> triangles) {
    const auto first = static_cast<std::uint32_t>(mesh.positions_mm.size());
    mesh.positions_mm.insert(mesh.positions_mm.end(), positions_mm.begin(), positions_mm.end());
    for (const Triangle& t : triangles) {
        mesh.triangles.push_back({first + t[0], first + t[1], first + t[2]});
    }
    mesh.part_starts.push_back(static_cast<std::uint32_t>(mesh.triangles.size()));
}

}  // namespace glaukophos
