#include "core/picture/quick_picture.h"

#include <gtest/gtest.h>

#include <cmath>

#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

constexpr PixelGrid kGrid{200, 160};

Image pictureOf(const Mesh& mesh, bool y_is_up = false) {
    const Mesh* shown = &mesh;
    return quickPicture({&shown, 1}, y_is_up, kGrid, {0.0F, 0.0F, false});
}

int greyAt(const Image& image, int x, int y) {
    const auto row = static_cast<std::size_t>(y) * static_cast<std::size_t>(image.width);
    return image.rgb[3 * (row + static_cast<std::size_t>(x))];
}

// The box round everything that is not ground.
struct Extent {
    int left = kGrid.width;
    int right = -1;
    int top = kGrid.height;
    int bottom = -1;
    int count = 0;
};

Extent extentOf(const Image& image) {
    Extent extent;
    for (int y = 0; y < image.height; ++y) {
        for (int x = 0; x < image.width; ++x) {
            if (greyAt(image, x, y) < 20) continue;
            extent.left = std::min(extent.left, x);
            extent.right = std::max(extent.right, x);
            extent.top = std::min(extent.top, y);
            extent.bottom = std::max(extent.bottom, y);
            ++extent.count;
        }
    }
    return extent;
}

TEST(QuickPicture, ShowsABallAsADisc) {
    const Extent seen = extentOf(pictureOf(meshOf({sphere({0, 0, 7}, 7, 60)})));
    const int wide = seen.right - seen.left + 1;
    const int tall = seen.bottom - seen.top + 1;
    EXPECT_NEAR(wide, tall, 2);
    EXPECT_GT(tall, kGrid.height / 2);
    EXPECT_NEAR(seen.count, kPi / 4.0 * wide * tall, 0.03 * wide * tall);
}

TEST(QuickPicture, NearSurfaceHidesWhatIsBehind) {
    // A lit plate before a ball: the ball's curved shading must not show through.
    const Mesh mesh = meshOf({box({-6, -9, 0}, {6, -8.8F, 12}), sphere({0, 0, 6}, 4, 40)});
    const Image image = pictureOf(mesh);
    const auto at = [&](int x, int y) { return greyAt(image, x, y); };
    const int x = kGrid.width / 2;
    const int y = kGrid.height / 2;
    for (int d = -6; d <= 6; d += 3) EXPECT_EQ(at(x + d, y), at(x, y));
}

// Of millions of triangles not all are drawn: it must not show.
TEST(QuickPicture, MillionsOfTrianglesLookLikeThousands) {
    const Image few = pictureOf(meshOf({sphere({0, 0, 7}, 7, 120)}));
    const Mesh fine = meshOf({sphere({0, 0, 7}, 7, 800)});
    ASSERT_GT(fine.triangles.size(), 2'000'000U);
    const Image many = pictureOf(fine);
    const Extent wanted = extentOf(few);
    const Extent seen = extentOf(many);
    EXPECT_NEAR(seen.left, wanted.left, 2);
    EXPECT_NEAR(seen.right, wanted.right, 2);
    EXPECT_NEAR(seen.count, wanted.count, 0.03 * wanted.count);
    // No holes, and no dark grains: inside the disc all pixels are nearly the same.
    int apart = 0;
    for (std::size_t i = 0; i < few.rgb.size(); i += 3) {
        if (few.rgb[i] >= 20 && std::abs(few.rgb[i] - many.rgb[i]) > 12) ++apart;
    }
    EXPECT_LT(apart, 0.03 * wanted.count);
}

TEST(QuickPicture, FilesWithYUpAreStoodUp) {
    const Mesh tall_along_y = meshOf({box({-2, 0, -2}, {2, 20, 2})});
    const Extent seen = extentOf(pictureOf(tall_along_y, true));
    EXPECT_GT(seen.bottom - seen.top, 2 * (seen.right - seen.left));
}

TEST(QuickPicture, CornersThatAreNoNumbersDoNoHarm) {
    Mesh mesh = meshOf({sphere({0, 0, 7}, 7, 60)});
    const int whole = extentOf(pictureOf(mesh)).count;
    mesh.positions_mm[700] = Vec3::Constant(NAN);
    EXPECT_NEAR(extentOf(pictureOf(mesh)).count, whole, 60);
    for (Vec3& p : mesh.positions_mm) p.x() = INFINITY;
    EXPECT_EQ(extentOf(pictureOf(mesh)).count, 0);
    EXPECT_EQ(extentOf(pictureOf({})).count, 0);
}

}  // namespace
}  // namespace glaukophos
