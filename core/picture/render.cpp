// Frames are added up in light; further ones only where they make a difference.
#include "core/picture/render.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <cmath>

#include "core/base/finite.h"
#include "core/picture/shader.h"

namespace glaukophos {
namespace {

// Later frames differ from the picture so far only where neighbouring pixels do.
constexpr int kWholeFrames = 2;

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
