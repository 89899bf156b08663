// What each pixel of a picture shows.
#pragma once

#include <vector>

#include "core/geometry/ray_scene.h"
#include "core/picture/camera.h"

namespace glaukophos {

inline constexpr std::uint32_t kNothing = 0xFFFFFFFFU;

// What the middle of a pixel shows; `triangle` of the working surface, or kNothing.
using PixelHit = RayHit;

struct TracedFrame {
    PixelGrid grid;
    std::vector<PixelHit> pixels;  // row by row, top first

    [[nodiscard]] const PixelHit& at(int x, int y) const {
        return pixels[static_cast<std::size_t>(y) * static_cast<std::size_t>(grid.width) +
                      static_cast<std::size_t>(x)];
    }
};

}  // namespace glaukophos
