// The colour of each pixel of a traced frame.
#pragma once

#include "core/picture/look.h"
#include "core/picture/shade_choice.h"
#include "core/picture/traced_frame.h"

namespace glaukophos {

// Everything that shading one frame reads.
struct Shader {
    const Figure& figure;
    const Camera& camera;
    const TracedFrame& frame;
    const Look& look;
    const ShadeChoice& choice;
    Eigen::Vector2f jitter;
    Vec3 key;  // studio light: over the viewer's left shoulder

    [[nodiscard]] const PixelHit& at(int x, int y) const { return frame.at(x, y); }
    [[nodiscard]] CameraRay ray(int x, int y) const {
        return rayThrough(camera, frame.grid, static_cast<float>(x) + 0.5F + jitter.x(),
                          static_cast<float>(y) + 0.5F + jitter.y());
    }
    // Distance in pixels from the nearest band border, by the gradient across the picture.
    [[nodiscard]] float borderDistance(const PixelHit& hit, int x, int y, float lightness) const;
    // Only triangles that a border crosses can carry a line.
    [[nodiscard]] bool borderCrosses(const Triangle& t) const;
    [[nodiscard]] Vec3 surfaceColour(const PixelHit& hit, int x, int y) const;
    // A source is palest where it faces the eye and takes the light's tint towards its rim.
    [[nodiscard]] Vec3 sourceColour(const PixelHit& hit, const Triangle& t,
                                    const Vec3& direction) const;
    [[nodiscard]] Vec3 clayColour(const PixelHit& hit, const Triangle& t) const;
    [[nodiscard]] Vec3 background(int x, int y) const;
    // Light on the floor relative to the open floor.
    [[nodiscard]] Vec3 floorFactor(const FloorPlace& place) const;
    // Bilinear between the four lattice points round it.
    [[nodiscard]] Vec3 floorAt(const FloorPlace& place) const;
    // 1 where the part changes or the depth jumps, seen from this pixel to its neighbours.
    [[nodiscard]] bool onEdge(const PixelHit& hit, int x, int y) const;
    // Whether the chosen part begins or ends within `reach` pixels.
    [[nodiscard]] bool selectedEdge(const PixelHit& hit, int x, int y, int reach) const;
    // Tailor's chalk: a grainy pale stroke along its edge, a hair of dark beside it on pale ground.
    [[nodiscard]] Vec3 chalked(const Vec3& colour, const PixelHit& hit, int x, int y) const;
    [[nodiscard]] Vec3 pixel(int x, int y) const;
};

}  // namespace glaukophos
