// Pieces are gathered over shared edges.
#include "core/figure/depth_area.h"

#include "core/base/low_discrepancy.h"
#include "core/base/parallel.h"
#include "core/geometry/ball_depth.h"

namespace glaukophos {
namespace {

constexpr int kGlances = 96;  // over all directions: half of them go into the surface

bool seesOutside(const Form& form, std::size_t v, const std::vector<Vec3>& directions) {
    const Receivers receivers = form.receivers();
    const Vec3& normal = form.normals[v];
    const Vec3 from = form.points_mm[v] + receivers.offset_mm * normal;
    return std::ranges::any_of(directions, [&](const Vec3& direction) {
        return direction.dot(normal) > 0.05F && !form.occluders.occluded(from, direction, 1e30F);
    });
}

}  // namespace

Result<std::vector<float>> depthsOf(const Form& form, float radius_mm, const Progress& progress) {
    const std::span<const Vec3> vertices = form.whole.mesh.positions_mm;
    auto depths = depthsBelowBall(form.whole.mesh, form.shown, vertices, radius_mm, progress);
    if (!depths) return depths;
    const std::vector<Vec3> directions = fibonacciSphere(kGlances);
    const bool whole =
        forChunks(vertices.size(), {progress.stop, {}}, [&](std::size_t begin, std::size_t end) {
            for (std::size_t v = begin; v < end; ++v) {
                if ((*depths)[v] > 0.0F && !seesOutside(form, v, directions)) (*depths)[v] = 0.0F;
            }
        });
    if (!whole) return fail(ErrorCode::Cancelled, "Stopped.");
    return depths;
}

DepthArea deeperThan(const Form& form, std::span<const float> depths_mm, double least_mm,
                     double smallest_mm2) {
    const Mesh& mesh = form.whole.mesh;
    std::vector<bool> open(mesh.triangles.size());  // deep, and in no piece yet
    for (std::size_t t = 0; t < open.size(); ++t) {
        const Triangle& corners = mesh.triangles[t];
        const double sum = depths_mm[corners[0]] + depths_mm[corners[1]] + depths_mm[corners[2]];
        open[t] = sum / 3.0 > least_mm;
    }
    DepthArea area;
    for (std::uint32_t first = 0; first < open.size(); ++first) {
        if (!open[first]) continue;
        std::vector<std::uint32_t> piece = {first};
        open[first] = false;
        double piece_mm2 = 0.0;
        for (std::size_t i = 0; i < piece.size(); ++i) {
            piece_mm2 += areaVector(mesh, mesh.triangles[piece[i]]).norm();
            for (const std::uint32_t next : form.neighbours.across[piece[i]]) {
                if (next == kNoTriangle || !open[next]) continue;
                open[next] = false;
                piece.push_back(next);
            }
        }
        if (piece_mm2 < smallest_mm2) continue;
        area.triangles.insert(area.triangles.end(), piece.begin(), piece.end());
        area.area_mm2 += piece_mm2;
        ++area.pieces;
    }
    std::ranges::sort(area.triangles);
    return area;
}

}  // namespace glaukophos
