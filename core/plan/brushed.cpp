// The stroke stays on its side of what it goes over.
#include "core/plan/brushed.h"

#include <algorithm>

#include "core/base/parallel.h"
#include "core/base/smooth_step.h"

namespace glaukophos {
namespace {

// 0..1 of what a stroke adds at a vertex: full under the brush, none a third of its radius away.
float strokeAt(const Correction& stroke, const Vec3& point, const Vec3& normal) {
    const auto radius = static_cast<float>(stroke.radius_mm);
    float best = 0.0F;
    for (std::size_t i = 0; i < stroke.points_mm.size(); ++i) {
        if (stroke.normals[i].dot(normal) < 0.2F) continue;
        const float away = (stroke.points_mm[i] - point).norm() / radius;
        best = std::max(best, static_cast<float>(smoothStep((1.3 - away) / 0.3)));
    }
    return best;
}

Bounds brushed(const Correction& stroke) {
    Bounds bounds = boundsOf(std::span<const Vec3>(stroke.points_mm));
    const Vec3 margin = Vec3::Constant(static_cast<float>(1.3 * stroke.radius_mm));
    bounds.low -= margin;
    bounds.high += margin;
    return bounds;
}

bool contains(const Bounds& bounds, const Vec3& p) {
    return (p.array() >= bounds.low.array()).all() && (p.array() <= bounds.high.array()).all();
}

}  // namespace

void whereBrushed(const Surface& surface, const Correction& stroke,
                  const std::function<void(std::size_t vertex, float amount)>& change) {
    const Bounds bounds = brushed(stroke);
    forChunks(surface.parts.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            const Vec3& point = surface.mesh.positions_mm[v];
            if (!contains(bounds, point)) continue;
            const float amount = strokeAt(stroke, point, surface.normals[v]);
            if (amount > 0.0F) change(v, amount);
        }
    });
}

}  // namespace glaukophos
