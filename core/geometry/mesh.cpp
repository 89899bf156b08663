// Bounds, areas, joining and picking of meshes.
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

Vec3 centroidOf(const Mesh& mesh, const Triangle& triangle) {
    return (mesh.positions_mm[triangle[0]] + mesh.positions_mm[triangle[1]] +
            mesh.positions_mm[triangle[2]]) /
           3.0F;
}

std::vector<Vec3> centroidsOf(const Mesh& mesh) {
    std::vector<Vec3> centroids;
    centroids.reserve(mesh.triangles.size());
    for (const Triangle& t : mesh.triangles) centroids.push_back(centroidOf(mesh, t));
    return centroids;
}

double areaOf(const Mesh& mesh, std::span<const Triangle> triangles) {
    double area = 0.0;
    for (const Triangle& t : triangles) area += areaVector(mesh, t).norm();
    return area;
}

void append(Mesh& mesh, std::span<const Vec3> positions_mm, std::span<const Triangle> triangles) {
    const auto first = static_cast<std::uint32_t>(mesh.positions_mm.size());
    mesh.positions_mm.insert(mesh.positions_mm.end(), positions_mm.begin(), positions_mm.end());
    mesh.triangles.reserve(mesh.triangles.size() + triangles.size());
    for (const Triangle& t : triangles) {
        mesh.triangles.push_back({first + t[0], first + t[1], first + t[2]});
    }
}

Mesh partOf(const Mesh& mesh, const PartLabels& labels, PartIndex part) {
    constexpr std::uint32_t kUnseen = std::numeric_limits<std::uint32_t>::max();
    std::vector<std::uint32_t> renumbered(mesh.positions_mm.size(), kUnseen);
    Mesh piece;
    for (std::size_t i = 0; i < labels.size(); ++i) {
        if (labels[i] != part) continue;
        Triangle t = mesh.triangles[i];
        for (std::uint32_t& corner : t) {
            std::uint32_t& number = renumbered[corner];
            if (number == kUnseen) {
                number = static_cast<std::uint32_t>(piece.positions_mm.size());
                piece.positions_mm.push_back(mesh.positions_mm[corner]);
            }
            corner = number;
        }
        piece.triangles.push_back(t);
    }
    return piece;
}

}  // namespace glaukophos
