// What each pixel of a picture shows.
#pragma once

#include <vector>

#include "core/figure/figure.h"
#include "core/picture/camera.h"

namespace glaukophos {

inline constexpr std::uint32_t kNothing = 0xFFFFFFFFU;

// Pictures are traced, and made finer, by tiles of this many pixels a side: one packet of rays.
inline constexpr int kPacketSide_px = 4;
inline constexpr std::size_t kTilePixels = std::size_t{kPacketSide_px} * kPacketSide_px;

inline int tilesAcross(int pixels) { return (pixels + kPacketSide_px - 1) / kPacketSide_px; }

inline std::size_t tileAt(int column, int row, int columns) {
    return static_cast<std::size_t>(row) * static_cast<std::size_t>(columns) +
           static_cast<std::size_t>(column);
}

// Calls visit(place in the tile, x, y) for the pixels of a tile, but those beyond the grid.
template <class Visit>
void forTilePixels(const PixelGrid& grid, std::size_t tile, const Visit& visit) {
    const auto columns = static_cast<std::size_t>(tilesAcross(grid.width));
    const int left = kPacketSide_px * static_cast<int>(tile % columns);
    const int top = kPacketSide_px * static_cast<int>(tile / columns);
    for (std::size_t i = 0; i < kTilePixels; ++i) {
        const int x = left + static_cast<int>(i) % kPacketSide_px;
        const int y = top + static_cast<int>(i) / kPacketSide_px;
        if (x < grid.width && y < grid.height) visit(i, x, y);
    }
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

    [[nodiscard]] std::size_t indexOf(int x, int y) const {
        return static_cast<std::size_t>(y) * static_cast<std::size_t>(grid.width) +
               static_cast<std::size_t>(x);
    }
    [[nodiscard]] const PixelHit& at(int x, int y) const { return pixels[indexOf(x, y)]; }
};

// One ray a pixel, moved by `jitter` (-.5..+.5 pixel), in the marked tiles; in all when none is.
TracedFrame traceFrame(const Figure& figure, const Camera& camera, const PixelGrid& grid,
                       const Eigen::Vector2f& jitter, const std::vector<std::uint8_t>& tiles = {});

// Fills `frame.floor`: worth it where the frame, traced without jitter, is shaded again and again.
void findFloor(const Figure& figure, const Camera& camera, TracedFrame& frame);

// Offsets that fill the pixel evenly, the first one in the middle.
Eigen::Vector2f jitterOf(int frame);

}  // namespace glaukophos
