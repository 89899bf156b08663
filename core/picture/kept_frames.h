// What the frames of a picture show, kept while only its light changes.
#pragma once

#include <array>
#include <memory>

#include "core/picture/traced_frame.h"

namespace glaukophos {

// Keeps hits by tile, and only where there are any: some 40 MB for a figure in 836 x 510 pixels.
class KeptFrames {
  public:
    // What traceFrame gives for the frame of this number with its jitter: what was traced before
    // from the same place is not traced again. Pictures of more pixels than kMostPixels are not
    // kept.
    TracedFrame traced(const Figure& figure, const Camera& camera, const PixelGrid& grid,
                       int number, const std::vector<std::uint8_t>& tiles);

    static constexpr std::size_t kMostPixels = 1'500'000;

  private:
    using TileHits = std::array<PixelHit, kTilePixels>;
    struct Frame {
        std::vector<std::uint32_t> places;  // of each tile in `hits`, or one of the following
        std::vector<TileHits> hits;
    };
    static constexpr std::uint32_t kUnknown = 0xFFFFFFFFU;
    static constexpr std::uint32_t kEmpty = 0xFFFFFFFEU;

    static void keep(const TracedFrame& frame, std::size_t tile, Frame& kept);
    static void fill(const Frame& kept, std::size_t tile, TracedFrame& frame);

    std::shared_ptr<const Form> m_form;
    Camera m_camera;
    PixelGrid m_grid;
    std::vector<Frame> m_frames;  // by number
};

}  // namespace glaukophos
