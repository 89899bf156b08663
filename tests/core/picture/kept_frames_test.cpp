// Frames that are kept against frames that are traced.
#include "core/picture/kept_frames.h"

#include <gtest/gtest.h>

#include "core/picture/render.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

constexpr PixelGrid kGrid{61, 47};  // that tiles do not fill

class Frames : public ::testing::Test {
  protected:
    [[nodiscard]] Camera from(double hour) const {
        ViewChoice view;
        view.hour = hour;
        return heldCamera(figure().bounds(), view, kGrid);
    }
    [[nodiscard]] const Figure& figure() const { return *m_plan.figure; }
    // As the frame is traced anew, in the marked tiles; what else a kept frame shows is open.
    void expectTheSame(const TracedFrame& kept, const Camera& camera, int number,
                       const std::vector<std::uint8_t>& tiles) const {
        const TracedFrame anew = traceFrame(figure(), camera, kGrid, jitterOf(number), tiles);
        ASSERT_EQ(kept.pixels.size(), anew.pixels.size());
        for (std::size_t i = 0; i < anew.pixels.size(); ++i) {
            EXPECT_EQ(kept.pixels[i].triangle, anew.pixels[i].triangle) << i;
            EXPECT_EQ(kept.pixels[i].u, anew.pixels[i].u) << i;
        }
    }

    Plan m_plan = planOf({sphere({0, 0, 6}, 5, 32)});
};

std::vector<std::uint8_t> everySecondTile(std::size_t first) {
    std::vector<std::uint8_t> tiles(static_cast<std::size_t>(tilesAcross(kGrid.width)) *
                                    static_cast<std::size_t>(tilesAcross(kGrid.height)));
    for (std::size_t t = 0; t < tiles.size(); ++t) tiles[t] = (t + first) % 2 == 0 ? 1 : 0;
    return tiles;
}

TEST_F(Frames, ThatAreKeptAreAsIfTracedAnew) {
    KeptFrames kept;
    const Camera camera = from(2.0);
    for (int round = 0; round < 2; ++round) {
        for (const int number : {1, 5}) {
            expectTheSame(kept.traced(figure(), camera, kGrid, number, {}), camera, number, {});
        }
    }
}

TEST_F(Frames, AreTracedFurtherWhereMoreTilesAreAskedFor) {
    KeptFrames kept;
    const Camera camera = from(2.0);
    for (const std::size_t first : {0, 1, 0}) {
        const auto tiles = everySecondTile(first);
        expectTheSame(kept.traced(figure(), camera, kGrid, 3, tiles), camera, 3, tiles);
    }
    expectTheSame(kept.traced(figure(), camera, kGrid, 3, {}), camera, 3, {});
}

TEST_F(Frames, OfAnotherPlaceAreForgotten) {
    KeptFrames kept;
    kept.traced(figure(), from(2.0), kGrid, 2, {});
    expectTheSame(kept.traced(figure(), from(5.0), kGrid, 2, {}), from(5.0), 2, {});
}

}  // namespace
}  // namespace glaukophos
