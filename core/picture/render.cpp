// Tiles of sixteen camera rays.
#include "core/picture/render.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <cmath>

#include "core/base/finite.h"
#include "core/base/low_discrepancy.h"
#include "core/picture/shader.h"

namespace glaukophos {
namespace {

static_assert(kPacketSide_px * kPacketSide_px == 16, "a tile is one packet of rays");

// Later frames differ from the picture so far only where neighbouring pixels do.
constexpr int kWholeFrames = 2;

std::size_t tileAt(int column, int row, int columns) {
    return static_cast<std::size_t>(row) * static_cast<std::size_t>(columns) +
           static_cast<std::size_t>(column);
}

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

void traceTile(const Figure& figure, const Camera& camera, int left, int top,
               const Eigen::Vector2f& jitter, TracedFrame& frame) {
    const PixelGrid& grid = frame.grid;
    HitPacket packet;
    for (int lane = 0; lane < 16; ++lane) {
        const int x = left + lane % kPacketSide_px;
        const int y = top + lane / kPacketSide_px;
        if (x >= grid.width || y >= grid.height) continue;
        const CameraRay ray = rayThrough(camera, grid, static_cast<float>(x) + 0.5F + jitter.x(),
                                         static_cast<float>(y) + 0.5F + jitter.y());
        packet.set(static_cast<std::size_t>(lane), ray.origin, ray.direction);
    }
    figure.form->shown.nearest(packet, camera.passed);
    for (int lane = 0; lane < 16; ++lane) {
        const auto i = static_cast<std::size_t>(lane);
        if (!packet.hit(i)) continue;
        const int row = top + lane / kPacketSide_px;
        const int column = left + lane % kPacketSide_px;
        frame.pixels[static_cast<std::size_t>(row) * static_cast<std::size_t>(grid.width) +
                     static_cast<std::size_t>(column)] = figure.form->shown.hitOf(packet, i);
    }
}

// Each marked tile with those beside it; nothing of nothing.
std::vector<std::uint8_t> grown(const std::vector<std::uint8_t>& tiles, const PixelGrid& grid) {
    std::vector<std::uint8_t> result(tiles.size(), 0);
    const int columns = tilesAcross(grid.width);
    const int rows = tilesAcross(grid.height);
    for (int i = 0; i < static_cast<int>(tiles.size()); ++i) {
        if (tiles[static_cast<std::size_t>(i)] == 0) continue;
        for (int y = std::max(0, i / columns - 1); y <= std::min(rows - 1, i / columns + 1); ++y) {
            for (int x = std::max(0, i % columns - 1); x <= std::min(columns - 1, i % columns + 1);
                 ++x) {
                result[tileAt(x, y, columns)] = 1;
            }
        }
    }
    return result;
}

}  // namespace

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
                              traceTile(figure, camera, column * kPacketSide_px,
                                        row * kPacketSide_px, jitter, frame);
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
            const auto i = static_cast<std::size_t>(y) * static_cast<std::size_t>(grid.width) +
                           static_cast<std::size_t>(x);
            frame.floor[i] = floorShown(figure.form->floor,
                                        rayThrough(camera, grid, static_cast<float>(x) + 0.5F,
                                                   static_cast<float>(y) + 0.5F));
        }
    });
}

Eigen::Vector2f jitterOf(int frame) {
    if (frame == 0) return Eigen::Vector2f::Zero();
    const Point2 p = spreadPoint(static_cast<std::uint32_t>(frame), {0.0, 0.0});
    return {static_cast<float>(p.x - 0.5), static_cast<float>(p.y - 0.5)};
}

void addFrame(Accumulation& accumulation, const Figure& figure, const Camera& camera,
              const TracedFrame& frame, const Look& look, const ShadeChoice& choice) {
    const auto width = static_cast<std::size_t>(frame.grid.width);
    accumulation.grid = frame.grid;
    accumulation.sum.resize(frame.pixels.size(), Vec3::Zero());
    const Vec3 key =
        (-0.55F * camera.right + 0.75F * camera.up - 0.6F * camera.forward).normalized();
    const Shader shader{figure, camera, frame, look, choice, jitterOf(accumulation.frames), key};
    // Lines are mixed into the frame before it is added; most looks have none.
    const bool has_lines = !look.lines.empty();
    std::vector<Vec3> shaded(has_lines ? frame.pixels.size() : 0);
    const int columns = tilesAcross(frame.grid.width);
    const auto isLeft = [&](int x, int y) {
        return !accumulation.uneven.empty() &&
               accumulation.uneven[tileAt(x / kPacketSide_px, y / kPacketSide_px, columns)] == 0;
    };
    const float again = static_cast<float>(accumulation.frames + 1) /
                        static_cast<float>(std::max(1, accumulation.frames));
    tbb::parallel_for(0, frame.grid.height, [&](int y) {
        for (int x = 0; x < frame.grid.width; ++x) {
            const std::size_t i = static_cast<std::size_t>(y) * width + static_cast<std::size_t>(x);
            if (isLeft(x, y)) {
                accumulation.sum[i] *= again;
            } else if (has_lines) {
                shaded[i] = shader.pixel(x, y);
            } else {
                accumulation.sum[i] += shader.pixel(x, y);
            }
        }
    });
    if (has_lines) {
        drawLines(look.lines, frame, camera, shader.jitter, choice.line_width_px / 1.2F, shaded);
        for (int y = 0; y < frame.grid.height; ++y) {
            for (int x = 0; x < frame.grid.width; ++x) {
                const auto i = static_cast<std::size_t>(y) * width + static_cast<std::size_t>(x);
                if (!isLeft(x, y)) accumulation.sum[i] += shaded[i];
            }
        }
    }
    for (const Vec3& sum : accumulation.sum) requireFinite({sum.data(), 3}, "picture");
    ++accumulation.frames;
}

void addFinerFrame(Accumulation& accumulation, const Figure& figure, const Camera& camera,
                   const Look& look, const ShadeChoice& choice, KeptFrames* kept) {
    if (accumulation.frames == kWholeFrames) markUneven(accumulation);
    // Edges are seen by looking at neighbours: one tile more is traced all round.
    const std::vector<std::uint8_t> seen = grown(accumulation.uneven, accumulation.grid);
    const int number = accumulation.frames;
    const PixelGrid& grid = accumulation.grid;
    const TracedFrame frame = kept != nullptr
                                  ? kept->traced(figure, camera, grid, number, seen)
                                  : traceFrame(figure, camera, grid, jitterOf(number), seen);
    addFrame(accumulation, figure, camera, frame, look, choice);
}

double scaleOf(const Figure& figure, const Camera& camera, const PixelGrid& grid) {
    const float depth =
        camera.parallel
            ? 1.0F
            : std::max(1e-3F, (figure.bounds().centre() - camera.eye_mm).dot(camera.forward));
    return 0.5 * grid.height / static_cast<double>(camera.half_height * depth);
}

Image encoded(const Accumulation& accumulation, const Figure& figure, const Camera& camera,
              const Look& look) {
    if (look.blur_mm <= 0.0) return encoded(accumulation);
    return encoded(
        blurred(accumulation, look.blur_mm * scaleOf(figure, camera, accumulation.grid)));
}

Image renderPicture(const Figure& figure, const Camera& camera, const PixelGrid& grid,
                    const Look& look, const ShadeChoice& choice, int samples) {
    Accumulation accumulation;
    accumulation.grid = grid;
    for (int i = 0; i < samples; ++i) {
        addFinerFrame(accumulation, figure, camera, look, choice);
    }
    return encoded(accumulation, figure, camera, look);
}

}  // namespace glaukophos
