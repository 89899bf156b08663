// Coarse pictures brought to full size: what bilinear filtering keeps exactly, and what must not
// change at all.
#include "core/picture/coarse_picture.h"

#include <gtest/gtest.h>

#include <cstdlib>
#include <functional>

namespace glaukophos {
namespace {

template <class Value>
Image filled(const PixelGrid& grid, const Value& value) {
    Image image{grid.width, grid.height, {}};
    for (int y = 0; y < grid.height; ++y) {
        for (int x = 0; x < grid.width; ++x) {
            const int byte = value(x, y);
            for (int c = 0; c < 3; ++c) image.rgb.push_back(static_cast<std::uint8_t>(byte));
        }
    }
    return image;
}

int at(const Image& image, int x, int y) {
    return image.rgb[3 * static_cast<std::size_t>(y * image.width + x)];
}

constexpr PixelGrid kGrid{41, 23};  // no multiple of two or three

// Bilinear interpolation gives linear functions back (any textbook of numerical methods).
TEST(CoarsePicture, ARampStaysARamp) {
    for (const int times : {2, 3}) {
        const auto slope = [times](double x, double y) {
            return 20.0 + times * (2.0 * x + 3.0 * y);
        };
        const PixelGrid coarse = coarser(kGrid, times);
        EXPECT_EQ(coarse.width, (kGrid.width + times - 1) / times);
        const Image small =
            filled(coarse, [&](int x, int y) { return static_cast<int>(slope(x, y)); });
        const Image large = enlarged(small, enlargingBy(times, kGrid));
        ASSERT_EQ(large.width, kGrid.width);
        ASSERT_EQ(large.height, kGrid.height);
        for (int y = times; y < kGrid.height - times; ++y) {
            for (int x = times; x < kGrid.width - times; ++x) {
                const double wanted = slope((x + 0.5) / times - 0.5, (y + 0.5) / times - 0.5);
                EXPECT_NEAR(at(large, x, y), wanted, 1.01) << x << ' ' << y;
            }
        }
    }
}

// Grain much finer than a coarse pixel.
Image grained() {
    return filled(kGrid, [](int x, int y) { return 120 + (x * 37 + y * 91) % 60; });
}

TEST(CoarsePicture, NothingChangesWhereNothingChanged) {
    const PixelGrid coarse = coarser(kGrid, 3);
    const Image same = filled(coarse, [](int x, int y) { return (x * y) % 256; });
    EXPECT_EQ(changed(grained(), same, same, enlargingBy(3, kGrid)).rgb, grained().rgb);
}

TEST(CoarsePicture, GrainStaysWhileItDarkensInProportionAndLightensBySteps) {
    const PixelGrid coarse = coarser(kGrid, 2);
    const Image then = filled(coarse, [](int, int) { return 150; });
    const Image dark = filled(coarse, [](int, int) { return 75; });
    const Image light = filled(coarse, [](int, int) { return 180; });
    const Image sharp = grained();
    const Image darker = changed(sharp, then, dark, enlargingBy(2, kGrid));
    const Image lighter = changed(sharp, then, light, enlargingBy(2, kGrid));
    for (int y = 0; y < kGrid.height; ++y) {
        for (int x = 0; x < kGrid.width; ++x) {
            EXPECT_NEAR(at(darker, x, y), 0.5 * at(sharp, x, y), 1.0);
            EXPECT_EQ(at(lighter, x, y), at(sharp, x, y) + 30);
        }
    }
}

// Light that changes on the left alone has a crisp border there.
void expectCrispBorder(const std::function<ShownThing(bool is_left)>& side) {
    constexpr int kTimes = 3;
    constexpr int kBorder = 20;  // inside a coarse pixel
    const PixelGrid coarse = coarser(kGrid, kTimes);
    ShownThings things;
    for (int i = 0; i < kGrid.width * kGrid.height; ++i) {
        things.push_back(side(i % kGrid.width < kBorder));
    }
    ShownThings coarse_things;
    for (int i = 0; i < coarse.width * coarse.height; ++i) {
        coarse_things.push_back(side(kTimes * (i % coarse.width) + kTimes / 2 < kBorder));
    }
    const auto left = [](int x) { return kTimes * x + kTimes / 2 < kBorder; };
    const Image then = filled(coarse, [](int, int) { return 100; });
    const Image now = filled(coarse, [&](int x, int) { return left(x) ? 140 : 100; });
    const Image sharp = grained();
    const Image result =
        changed(sharp, then, now, enlargingBy(kTimes, kGrid, things, coarse_things));
    for (int y = 0; y < kGrid.height; ++y) {
        for (int x = 0; x < kGrid.width; ++x) {
            const int more = at(result, x, y) - at(sharp, x, y);
            EXPECT_EQ(more, x < kBorder ? 40 : 0) << x << ' ' << y;
        }
    }
}

TEST(CoarsePicture, ChangesKeepToTheThingTheyBelongTo) {
    expectCrispBorder([](bool is_left) { return ShownThing{is_left ? 1U : 2U, Vec3::UnitZ()}; });
}

TEST(CoarsePicture, ChangesKeepToTheirSideOfACrease) {
    expectCrispBorder([](bool is_left) {
        return ShownThing{1, is_left ? Vec3::UnitZ() : Vec3::UnitX()};
    });
}

TEST(CoarsePicture, SaysWhichPartEachPixelShowsAndHowItIsTurned) {
    Surface surface;
    surface.mesh.triangles = {{0, 1, 2}};
    surface.normals = {Vec3::UnitX(), Vec3::UnitY(), Vec3::UnitZ()};
    surface.labels = {7};
    const TracedFrame frame{{2, 1}, {{0, 0.5F, 0.5F, 9.0F}, {kNothing, 0.0F, 0.0F, 0.0F}}, {}};
    const ShownThings things = shownThings(frame, surface);
    ASSERT_EQ(things.size(), 2U);
    EXPECT_EQ(things[0].thing, 7U);
    EXPECT_NEAR(things[0].normal.dot(Vec3(0, 1, 1).normalized()), 1.0, 1e-6);
    EXPECT_NE(things[1].thing, 7U);
}

}  // namespace
}  // namespace glaukophos
