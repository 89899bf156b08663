// Rays start a little under the surface; those that meet a face from outside are dropped, as in
// the paper.
#include "core/geometry/shape_diameter.h"

#include <algorithm>
#include <cmath>

#include "core/base/low_discrepancy.h"
#include "core/base/parallel.h"

namespace glaukophos {
namespace {

constexpr std::uint32_t kRays = 16;
constexpr double kHalfAngle_deg = 60.0;

float diameterAt(const Mesh& mesh, const RayScene& scene, std::uint32_t triangle) {
    const Vec3 normal = areaVector(mesh, mesh.triangles[triangle]).stableNormalized();
    if (normal.squaredNorm() < 0.5F) return 0.0F;
    const Vec3 inward = -normal;
    const Vec3 origin =
        centroidOf(mesh, mesh.triangles[triangle]) + 1e-4F * scene.bounds().diagonal() * inward;
    const Frame frame = frameAround(inward);
    const auto sine = static_cast<float>(std::sin(radians(kHalfAngle_deg)));
    std::vector<float> ways;
    for (std::uint32_t i = 0; i < kRays; ++i) {
        const Point2 disc = toUnitDisc(spreadPoint(i, shiftFor(triangle)));
        const float x = sine * static_cast<float>(disc.x);
        const float y = sine * static_cast<float>(disc.y);
        const Vec3 w = x * frame.tangent + y * frame.bitangent +
                       std::sqrt(std::max(0.0F, 1.0F - x * x - y * y)) * inward;
        const auto hit = scene.nearest(origin, w);
        if (!hit) continue;
        const bool from_inside = areaVector(mesh, mesh.triangles[hit->triangle]).dot(w) > 0.0F;
        if (from_inside) ways.push_back(hit->distance_mm);
    }
    if (ways.empty()) return 0.0F;
    std::ranges::sort(ways);
    return 0.5F * (ways[(ways.size() - 1) / 2] + ways[ways.size() / 2]);
}

}  // namespace

std::vector<float> shapeDiameters(const Mesh& mesh, const RayScene& scene,
                                  const Progress& progress) {
    std::vector<float> diameters(mesh.triangles.size(), 0.0F);
    forChunks(mesh.triangles.size(), progress, [&](std::size_t begin, std::size_t end) {
        for (std::size_t t = begin; t < end; ++t) {
            diameters[t] = diameterAt(mesh, scene, static_cast<std::uint32_t>(t));
        }
    });
    return diameters;
}

}  // namespace glaukophos
