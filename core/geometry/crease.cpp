// From the angle between faces; between 15 and 60 degrees the strength rises from 0 to 1.
#include "core/geometry/crease.h"

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"

namespace glaukophos {
namespace {

constexpr double kSoft_deg = 15.0;
constexpr double kSharp_deg = 60.0;

float strengthOf(const Vec3& n1, const Vec3& n2, const Vec3& across) {
    // Inward: the neighbour rises above the plane of the first face.
    if (n1.dot(across) <= 0.0F) return 0.0F;
    const double angle = degrees(std::acos(std::clamp(n1.dot(n2), -1.0F, 1.0F)));
    return static_cast<float>(std::clamp((angle - kSoft_deg) / (kSharp_deg - kSoft_deg), 0.0, 1.0));
}

}  // namespace

Creases creasesOf(const Mesh& mesh, const Neighbours& neighbours) {
    std::vector<Vec3> normals;
    std::vector<Vec3> centroids;
    normals.reserve(mesh.triangles.size());
    centroids.reserve(mesh.triangles.size());
    for (const Triangle& t : mesh.triangles) {
        normals.push_back(areaVector(mesh, t).stableNormalized());
        centroids.push_back(centroidOf(mesh, t));
    }
    Creases creases;
    creases.strength.assign(mesh.triangles.size(), {0.0F, 0.0F, 0.0F});
    forChunks(mesh.triangles.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t t = begin; t < end; ++t) {
            for (std::size_t k = 0; k < 3; ++k) {
                const std::uint32_t other = neighbours.across[t][k];
                if (other == kNoTriangle) continue;
                creases.strength[t][k] =
                    strengthOf(normals[t], normals[other], centroids[other] - centroids[t]);
            }
        }
    });
    return creases;
}

}  // namespace glaukophos
