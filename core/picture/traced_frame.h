// What each pixel of a picture shows.
#pragma once

#include <vector>

#include "core/geometry/ray_scene.h"
#include "core/picture/camera.h"

namespace glaukophos {

inline constexpr std::uint32_t kNothing = 0xFFFFFFFFU;

// What the middle of a pixel shows; `triangle` of the working surface, or kNothing.
using PixelHit = RayHit;

// Where a pixel beside the figure shows the lattice of the floor.
struct FloorPlace {
    float column = 0.0F;
    float row = 0.0F;
    float weight = 0.0F;  // 0: it does not; fading out at the lattice's rim
};
FloorPlace floorShown(const FloorGrid& floor, const CameraRay& ray);

struct TracedFrame {
    PixelGrid grid;
    std::vector<PixelHit> pixels;  // row by row, top first
    // One entry a pixel, of those that show nothing of the figure; empty: found when it is shaded.
    std::vector<FloorPlace> floor;

    [[nodiscard]] const PixelHit& at(int x, int y) const {
        return pixels[static_cast<std::size_t>(y) * static_cast<std::size_t>(grid.width) +
                      static_cast<std::size_t>(x)];
    }
};

}  // namespace glaukophos
