// Where a picture is taken from.
#pragma once

#include <optional>

#include "core/light/light.h"
#include "core/lighting/aim.h"

namespace glaukophos {

struct Camera {
    Vec3 eye_mm = Vec3::Zero();
    Vec3 forward = Vec3::UnitY();
    Vec3 right = Vec3::UnitX();
    Vec3 up = Vec3::UnitZ();
    bool parallel = false;
    // Half the height of the picture: mm when parallel, else as a tangent.
    float half_height = 1.0F;
    PassedTriangles passed;  // not seen: the glass round a lamp that is looked from
    float near_mm = 0.0F;    // nothing nearer is seen: what sticks inside that lamp
    bool operator==(const Camera&) const = default;
};

// A pixel of a picture of `width` x `height`; y points down, pixel centres are at .5.
struct PixelGrid {
    int width = 1;
    int height = 1;
    bool operator==(const PixelGrid&) const = default;

    [[nodiscard]] float aspect() const {
        return static_cast<float>(width) / static_cast<float>(height);
    }
};

struct CameraRay {
    Vec3 origin;
    Vec3 direction;  // unit
};
CameraRay rayThrough(const Camera& camera, const PixelGrid& grid, float x, float y);

// Position in pixels, or nothing when the point lies behind the eye.
std::optional<Eigen::Vector2f> pixelOf(const Camera& camera, const PixelGrid& grid,
                                       const Vec3& point_mm);

// The figure as held in the hand: all of it, whichever way it is turned.
Camera heldCamera(const Bounds& figure, const ViewChoice& view, const PixelGrid& grid);

// Makes the camera look through the plan's hidden parts.
void hideParts(Camera& camera, const Plan& plan);

// What the light sees: from its middle when it stands near the figure, else parallel (skies: from
// above).
Camera cameraAt(const Plan& plan, const Light& light, const PixelGrid& grid);

}  // namespace glaukophos
