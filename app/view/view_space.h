// Where things of the figure are on a view of it, and the other way round.
#pragma once

#include <QPointF>
#include <memory>
#include <optional>

#include "core/figure/figure.h"
#include "core/picture/camera.h"

namespace glaukophos {

// A place on the working surface.
struct SurfacePoint {
    std::uint32_t triangle = 0;
    Vec3 point_mm = Vec3::Zero();
    Vec3 normal = Vec3::UnitZ();  // of the triangle
};

// Positions are in the view's own pixels, the grid in those of the device.
struct ViewSpace {
    std::shared_ptr<const Figure> figure;
    Camera camera;
    PixelGrid grid;
    double device_pixel_ratio = 1.0;

    [[nodiscard]] CameraRay rayAt(const QPointF& position) const;
    [[nodiscard]] std::optional<RayHit> hitAt(const QPointF& position) const;
    [[nodiscard]] SurfacePoint pointAt(const RayHit& hit, const CameraRay& ray) const;
    // None beside the figure.
    [[nodiscard]] std::optional<SurfacePoint> placeAt(const QPointF& position) const;
    // Nothing when the point lies behind the eye.
    [[nodiscard]] std::optional<QPointF> positionOf(const Vec3& point_mm) const;
    // How long a length is on the view, at the middle of the figure.
    [[nodiscard]] double pixelsFor(double mm) const;
};

}  // namespace glaukophos
