// Cameras round the middle of the figure.
#include "core/picture/camera.h"

#include <algorithm>
#include <cmath>

#include "core/light/irradiance.h"

namespace glaukophos {
namespace {

constexpr float kMargin = 1.16F;      // the near side of the base looks larger
constexpr float kEyeDistance = 9.0F;  // in half heights: about arm's length for a 32 mm figure

// Axes for looking along the opposite of `towards({hour, height})`; turns with the hour, so it is
// well defined straight above and below too.
void lookFrom(Camera& camera, double hour, double height_deg, bool upside_down) {
    camera.forward = -towards({hour, height_deg});
    camera.up = towards({hour, height_deg + 90.0});
    camera.right = camera.forward.cross(camera.up).normalized();
    if (upside_down) {
        camera.up = -camera.up;
        camera.right = -camera.right;
    }
}

// Half the height of a picture that holds the figure's bounding cylinder from this height.
float halfHeightToFit(const Bounds& figure, double height_deg, const PixelGrid& grid) {
    const Vec3 size = figure.size();
    const float radius = 0.54F * std::max(size.x(), size.y());
    const auto tilt = static_cast<float>(radians(height_deg));
    const float vertical =
        0.5F * size.z() * std::abs(std::cos(tilt)) + radius * std::abs(std::sin(tilt));
    return kMargin * std::max({vertical, radius / grid.aspect(), 1e-3F});
}

// What is nearer belongs to the light, or sticks inside it.
float nearestSeen(const Plan& plan, const Light& light) {
    return std::visit(
        Overloaded{[](const Lamp& lamp) { return static_cast<float>(lamp.radius_mm); },
                   [](const Rod& rod) { return static_cast<float>(rod.radius_mm); },
                   [&](const GlowingPart&) { return 0.6F * ownBounds(plan, light).diagonal(); },
                   [](const auto&) { return 0.0F; }},
        light.kind);
}

}  // namespace

CameraRay rayThrough(const Camera& camera, const PixelGrid& grid, float x, float y) {
    const float scale = 2.0F * camera.half_height / static_cast<float>(grid.height);
    const float across = (x - 0.5F * static_cast<float>(grid.width)) * scale;
    const float along = (0.5F * static_cast<float>(grid.height) - y) * scale;
    const Vec3 offset = across * camera.right + along * camera.up;
    if (camera.parallel) return {camera.eye_mm + offset, camera.forward};
    const Vec3 direction = (camera.forward + offset).normalized();
    return {camera.eye_mm + camera.near_mm * direction, direction};
}

std::optional<Eigen::Vector2f> pixelOf(const Camera& camera, const PixelGrid& grid,
                                       const Vec3& point_mm) {
    const Vec3 to_point = point_mm - camera.eye_mm;
    const float depth = camera.parallel ? 1.0F : to_point.dot(camera.forward);
    if (depth <= 1e-4F) return std::nullopt;
    const float scale = 0.5F * static_cast<float>(grid.height) / (camera.half_height * depth);
    return Eigen::Vector2f(
        0.5F * static_cast<float>(grid.width) + to_point.dot(camera.right) * scale,
        0.5F * static_cast<float>(grid.height) - to_point.dot(camera.up) * scale);
}

Camera heldCamera(const Bounds& figure, const ViewChoice& view, const PixelGrid& grid) {
    Camera camera;
    lookFrom(camera, view.hour, view.height_deg, view.upside_down);
    const float half = halfHeightToFit(figure, view.height_deg, grid);
    const float distance = kEyeDistance * half;
    camera.eye_mm = figure.centre() + view.focus_mm - distance * camera.forward;
    camera.half_height = half / (distance * static_cast<float>(view.zoom));
    return camera;
}

void hideParts(Camera& camera, const Plan& plan) {
    if (std::ranges::none_of(plan.parts, &Part::hidden)) return;
    const PartLabels& labels = plan.figure->surface.labels;
    camera.passed.resize(labels.size(), false);
    for (std::size_t t = 0; t < labels.size(); ++t) {
        if (plan.parts[labels[t]].hidden) camera.passed[t] = true;
    }
}

Camera cameraAt(const Plan& plan, const Light& light, const PixelGrid& grid) {
    const Bounds& figure = plan.figure->bounds();
    Camera camera;
    camera.passed = passedBy(light, plan.figure->surface.labels);
    if (const auto middle = middleOf(plan, light)) {
        const Vec3 to_light = *middle - figure.centre();
        const ClockDirection clock = clockFrom(to_light);
        lookFrom(camera, clock.hour, clock.height_deg, false);
        camera.eye_mm = *middle;
        camera.near_mm = nearestSeen(plan, light);
        // Wide enough for the whole figure unless the light is very close to it.
        const float radius = 0.5F * figure.diagonal();
        const float fit = radius / std::max(to_light.norm(), 0.2F * radius);
        camera.half_height = std::clamp(fit, 0.2F, 1.7F) / std::min(1.0F, grid.aspect());
        return camera;
    }
    const ClockDirection from = clockOf(plan, light).value_or(ClockDirection{0.0, 90.0});
    lookFrom(camera, from.hour, from.height_deg, false);
    camera.parallel = true;
    camera.half_height = halfHeightToFit(figure, from.height_deg, grid);
    camera.eye_mm = figure.centre() - 2.0F * figure.diagonal() * camera.forward;
    return camera;
}

}  // namespace glaukophos
