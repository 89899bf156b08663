// Tiles of sixteen camera rays.
#include "core/picture/traced_frame.h"

#include <tbb/parallel_for.h>

#include <algorithm>

#include "core/base/low_discrepancy.h"

namespace glaukophos {
namespace {

static_assert(kTilePixels == 16, "a tile is one packet of rays");

// Pixels that can show the figure: the box round the projected corners of its bounds.
struct PixelBox {
    int left = 0;
    int top = 0;
    int right = 0;
    int bottom = 0;
};

PixelBox boxOf(const Bounds& bounds, const Camera& camera, const PixelGrid& grid) {
    Eigen::Vector2f low = Eigen::Vector2f::Constant(1e9F);
    Eigen::Vector2f high = Eigen::Vector2f::Constant(-1e9F);
    for (int corner = 0; corner < 8; ++corner) {
        const Vec3 point((corner & 1) != 0 ? bounds.high.x() : bounds.low.x(),
                         (corner & 2) != 0 ? bounds.high.y() : bounds.low.y(),
                         (corner & 4) != 0 ? bounds.high.z() : bounds.low.z());
        const auto pixel = pixelOf(camera, grid, point);
        if (!pixel) return {0, 0, grid.width, grid.height};
        low = low.cwiseMin(*pixel);
        high = high.cwiseMax(*pixel);
    }
    const auto clampTo = [](float v, int most) {
        return static_cast<int>(std::clamp(v, 0.0F, static_cast<float>(most)));
    };
    return {clampTo(low.x() - 1.0F, grid.width), clampTo(low.y() - 1.0F, grid.height),
            clampTo(high.x() + 2.0F, grid.width), clampTo(high.y() + 2.0F, grid.height)};
}

void traceTile(const Figure& figure, const Camera& camera, std::size_t tile,
               const Eigen::Vector2f& jitter, TracedFrame& frame) {
    HitPacket packet;
    forTilePixels(frame.grid, tile, [&](std::size_t lane, int x, int y) {
        const CameraRay ray =
            rayThrough(camera, frame.grid, static_cast<float>(x) + 0.5F + jitter.x(),
                       static_cast<float>(y) + 0.5F + jitter.y());
        packet.set(lane, ray.origin, ray.direction);
    });
    figure.form->shown.nearest(packet, camera.passed);
    forTilePixels(frame.grid, tile, [&](std::size_t lane, int x, int y) {
        if (!packet.hit(lane)) return;
        frame.pixels[frame.indexOf(x, y)] = figure.form->shown.hitOf(packet, lane);
    });
}

}  // namespace

FloorPlace floorShown(const FloorGrid& grid, const CameraRay& ray) {
    if (ray.direction.z() >= -1e-4F || ray.origin.z() <= grid.corner_mm.z()) return {};
    const float t = (grid.corner_mm.z() - ray.origin.z()) / ray.direction.z();
    const Vec3 point = ray.origin + t * ray.direction;
    const Eigen::Vector2f cell = (point - grid.corner_mm).head<2>() / grid.spacing_mm;
    const auto last = static_cast<float>(grid.side - 1);
    const float radius = (cell - Eigen::Vector2f::Constant(0.5F * last)).norm() / (0.5F * last);
    if (radius >= 0.98F) return {};
    const float fade = std::clamp((0.98F - radius) / 0.6F, 0.0F, 1.0F);
    return {cell.x(), cell.y(), fade * fade * (3.0F - 2.0F * fade)};
}

TracedFrame traceFrame(const Figure& figure, const Camera& camera, const PixelGrid& grid,
                       const Eigen::Vector2f& jitter, const std::vector<std::uint8_t>& tiles) {
    TracedFrame frame;
    frame.grid = grid;
    PixelHit nothing;
    nothing.triangle = kNothing;
    frame.pixels.assign(
        static_cast<std::size_t>(grid.width) * static_cast<std::size_t>(grid.height), nothing);
    const PixelBox box = boxOf(figure.bounds(), camera, grid);
    const int columns = tilesAcross(grid.width);
    tbb::parallel_for(box.top / kPacketSide_px,
                      std::max(box.top / kPacketSide_px, tilesAcross(box.bottom)), [&](int row) {
                          for (int column = box.left / kPacketSide_px;
                               column < tilesAcross(box.right); ++column) {
                              const auto tile = tileAt(column, row, columns);
                              if (!tiles.empty() && tiles[tile] == 0) continue;
                              traceTile(figure, camera, tile, jitter, frame);
                          }
                      });
    return frame;
}

void findFloor(const Figure& figure, const Camera& camera, TracedFrame& frame) {
    const PixelGrid& grid = frame.grid;
    frame.floor.assign(frame.pixels.size(), {});
    tbb::parallel_for(0, grid.height, [&](int y) {
        for (int x = 0; x < grid.width; ++x) {
            if (frame.at(x, y).triangle != kNothing) continue;
            frame.floor[frame.indexOf(x, y)] = floorShown(
                figure.form->floor, rayThrough(camera, grid, static_cast<float>(x) + 0.5F,
                                               static_cast<float>(y) + 0.5F));
        }
    });
}

Eigen::Vector2f jitterOf(int frame) {
    if (frame == 0) return Eigen::Vector2f::Zero();
    const Point2 p = spreadPoint(static_cast<std::uint32_t>(frame), {0.0, 0.0});
    return {static_cast<float>(p.x - 0.5), static_cast<float>(p.y - 0.5)};
}

}  // namespace glaukophos
