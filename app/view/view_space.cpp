#include "app/view/view_space.h"

#include <algorithm>

namespace glaukophos {

CameraRay ViewSpace::rayAt(const QPointF& position) const {
    return rayThrough(camera, grid, static_cast<float>(position.x() * device_pixel_ratio),
                      static_cast<float>(position.y() * device_pixel_ratio));
}

std::optional<RayHit> ViewSpace::hitAt(const QPointF& position) const {
    const CameraRay ray = rayAt(position);
    return figure->form->shown.nearest(ray.origin, ray.direction, 1e30F, camera.passed);
}

SurfacePoint ViewSpace::pointAt(const RayHit& hit, const CameraRay& ray) const {
    const Mesh& mesh = figure->surface.mesh;
    return {hit.triangle, ray.origin + hit.distance_mm * ray.direction,
            areaVector(mesh, mesh.triangles[hit.triangle]).stableNormalized()};
}

std::optional<SurfacePoint> ViewSpace::placeAt(const QPointF& position) const {
    const auto hit = hitAt(position);
    return hit ? std::optional(pointAt(*hit, rayAt(position))) : std::nullopt;
}

std::optional<QPointF> ViewSpace::positionOf(const Vec3& point_mm) const {
    const auto pixel = pixelOf(camera, grid, point_mm);
    if (!pixel) return std::nullopt;
    return QPointF(pixel->x() / device_pixel_ratio, pixel->y() / device_pixel_ratio);
}

double ViewSpace::pixelsFor(double mm) const {
    const double depth =
        camera.parallel ? 1.0 : std::max(1e-3F, (figure->bounds().centre() - camera.eye_mm).norm());
    const double height = grid.height / device_pixel_ratio;
    return mm / (2.0 * static_cast<double>(camera.half_height) * depth) * height;
}

}  // namespace glaukophos
