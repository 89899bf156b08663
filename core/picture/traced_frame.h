// What each pixel of a picture shows.
#pragma once

#include <vector>

#include "core/figure/figure.h"
#include "core/picture/camera.h"

namespace glaukophos {

inline constexpr std::uint32_t kNothing = 0xFFFFFFFFU;

// Pictures are traced, and made finer, by tiles of this many pixels a side.
inline constexpr int kPacketSide_px = 4;

inline int tilesAcross(int pixels) { return (pixels + kPacketSide_px - 1) / kPacketSide_px; }

inline std::size_t tileAt(int column, int row, int columns) {
    return static_cast<std::size_t>(row) * static_cast<std::size_t>(columns) +
           static_cast<std::size_t>(column);
}

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

// One ray a pixel, moved by `jitter` (-.5..+.5 pixel), in the marked tiles; in all when none is.
TracedFrame traceFrame(const Figure& figure, const Camera& camera, const PixelGrid& grid,
                       const Eigen::Vector2f& jitter, const std::vector<std::uint8_t>& tiles = {});

// Fills `frame.floor`: worth it where the frame, traced without jitter, is shaded again and again.
void findFloor(const Figure& figure, const Camera& camera, TracedFrame& frame);

// Offsets that fill the pixel evenly, the first one in the middle.
Eigen::Vector2f jitterOf(int frame);

}  // namespace glaukophos
