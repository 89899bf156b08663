// The stroke stays on its side of what it goes over.
#include "core/plan/brushed.h"

#include <algorithm>

#include "core/base/parallel.h"
#include "core/base/smooth_step.h"

namespace glaukophos {
namespace {

constexpr float kFirmReach = 1.3F;  // of its radius: where a firm brush leaves nothing

float firm(float away) { return static_cast<float>(smoothStep((kFirmReach - away) / 0.3)); }

float soft(float away) {
    const float inside = std::max(0.0F, 1.0F - away * away);
    return inside * inside;
}

// `amount` of the way to the nearest point of the stroke, in radii, for what lies within `reach`
// radii.
template <class Stroke, class Amount>
void alongStroke(std::span<const Vec3> places_mm, std::span<const Vec3> normals,
                 const Stroke& stroke, float reach, const Amount& amount,
                 const std::function<void(std::size_t, float)>& change) {
    const auto radius = static_cast<float>(stroke.radius_mm);
    Bounds bounds = boundsOf(std::span<const Vec3>(stroke.points_mm));
    bounds.low.array() -= reach * radius;
    bounds.high.array() += reach * radius;
    forChunks(places_mm.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t p = begin; p < end; ++p) {
            const Vec3& place = places_mm[p];
            const bool inside = (place.array() >= bounds.low.array()).all() &&
                                (place.array() <= bounds.high.array()).all();
            if (!inside) continue;
            float nearest = reach;
            for (std::size_t i = 0; i < stroke.points_mm.size(); ++i) {
                if (stroke.normals[i].dot(normals[p]) < 0.2F) continue;
                nearest = std::min(nearest, (stroke.points_mm[i] - place).norm() / radius);
            }
            const float here = nearest < reach ? amount(nearest) : 0.0F;
            if (here > 0.0F) change(p, here);
        }
    });
}

}  // namespace

void whereBrushed(const Surface& surface, const Correction& stroke,
                  const std::function<void(std::size_t vertex, float amount)>& change) {
    alongStroke(surface.mesh.positions_mm, surface.normals, stroke, kFirmReach, firm, change);
}

void whereBrushed(std::span<const Vec3> points_mm, std::span<const Vec3> normals,
                  const PaintedVolume& stroke,
                  const std::function<void(std::size_t place, float amount)>& change) {
    alongStroke(points_mm, normals, stroke, 1.0F, soft, change);
}

}  // namespace glaukophos
