// A frame is given as it was traced: as a whole, though kept in tiles.
#include "core/picture/kept_frames.h"

namespace glaukophos {

void KeptFrames::keep(const TracedFrame& frame, std::size_t tile, Frame& kept) {
    TileHits hits;
    bool any = false;
    forTilePixels(frame.grid, tile, [&](std::size_t i, int x, int y) {
        hits.at(i) = frame.at(x, y);
        any = any || hits.at(i).triangle != kNothing;
    });
    kept.places[tile] = any ? static_cast<std::uint32_t>(kept.hits.size()) : kEmpty;
    if (any) kept.hits.push_back(hits);
}

void KeptFrames::fill(const Frame& kept, std::size_t tile, TracedFrame& frame) {
    if (kept.places[tile] == kEmpty) return;
    const TileHits& hits = kept.hits[kept.places[tile]];
    forTilePixels(frame.grid, tile, [&](std::size_t i, int x, int y) {
        frame.pixels[frame.indexOf(x, y)] = hits.at(i);
    });
}

TracedFrame KeptFrames::traced(const Figure& figure, const Camera& camera, const PixelGrid& grid,
                               int number, const std::vector<std::uint8_t>& tiles) {
    const Eigen::Vector2f jitter = jitterOf(number);
    const auto pixels =
        static_cast<std::size_t>(grid.width) * static_cast<std::size_t>(grid.height);
    if (pixels > kMostPixels) return traceFrame(figure, camera, grid, jitter, tiles);
    if (m_form != figure.form || m_camera != camera || m_grid != grid) {
        m_frames.clear();
        m_form = figure.form;
        m_camera = camera;
        m_grid = grid;
    }
    const auto index = static_cast<std::size_t>(number);
    if (m_frames.size() <= index) m_frames.resize(index + 1);
    Frame& kept = m_frames[index];
    const auto count = static_cast<std::size_t>(tilesAcross(grid.width)) *
                       static_cast<std::size_t>(tilesAcross(grid.height));
    kept.places.resize(count, kUnknown);
    std::vector<std::uint8_t> missing(count, 0);
    for (std::size_t t = 0; t < count; ++t) {
        const bool wanted = tiles.empty() || tiles[t] != 0;
        missing[t] = wanted && kept.places[t] == kUnknown ? 1 : 0;
    }
    TracedFrame frame = traceFrame(figure, camera, grid, jitter, missing);
    for (std::size_t t = 0; t < count; ++t) {
        if (missing[t] != 0) {
            keep(frame, t, kept);
        } else if (tiles.empty() || tiles[t] != 0) {
            fill(kept, t, frame);
        }
    }
    return frame;
}

}  // namespace glaukophos
