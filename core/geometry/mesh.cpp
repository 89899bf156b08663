// Bounds, areas and joining of meshes.
#include "core/geometry/mesh.h"

#include <tbb/parallel_reduce.h>

#include <functional>

#include "core/base/parallel.h"

namespace glaukophos {

namespace {

// Fewer are sooner done on one core.
constexpr std::size_t kManyAtOnce = 65536;

}  // namespace

Bounds boundsOf(std::span<const Vec3> points) {
    using Range = tbb::blocked_range<std::size_t>;
    const auto addTo = [&](const Range& range, Bounds bounds) {
        for (std::size_t i = range.begin(); i < range.end(); ++i) bounds.add(points[i]);
        return bounds;
    };
    return tbb::parallel_reduce(Range(0, points.size(), kManyAtOnce), Bounds{}, addTo,
                                [](Bounds a, const Bounds& b) {
                                    a.low = a.low.cwiseMin(b.low);
                                    a.high = a.high.cwiseMax(b.high);
                                    return a;
                                });
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
    std::vector<Vec3> centroids(mesh.triangles.size());
    forChunks(centroids.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i)
            centroids[i] = centroidOf(mesh, mesh.triangles[i]);
    });
    return centroids;
}

double areaOf(const Mesh& mesh) {
    using Range = tbb::blocked_range<std::size_t>;
    const auto addTo = [&](const Range& range, double area) {
        for (std::size_t i = range.begin(); i < range.end(); ++i) {
            area += areaVector(mesh, mesh.triangles[i]).norm();
        }
        return area;
    };
    // The same sum on any number of cores.
    return tbb::parallel_deterministic_reduce(Range(0, mesh.triangles.size(), kManyAtOnce), 0.0,
                                              addTo, std::plus<>());
}

void append(Mesh& mesh, std::span<const Vec3> positions_mm, std::span<const Triangle> triangles) {
    const auto first = static_cast<std::uint32_t>(mesh.positions_mm.size());
    mesh.positions_mm.insert(mesh.positions_mm.end(), positions_mm.begin(), positions_mm.end());
    mesh.triangles.reserve(mesh.triangles.size() + triangles.size());
    for (const Triangle& t : triangles) {
        mesh.triangles.push_back({first + t[0], first + t[1], first + t[2]});
    }
}

}  // namespace glaukophos
