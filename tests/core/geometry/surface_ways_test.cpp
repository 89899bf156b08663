// Ways along bodies where geometry gives the shortest one in closed form.
#include "core/geometry/surface_ways.h"

#include <gtest/gtest.h>

#include <cmath>

#include "core/geometry/polyline.h"
#include "core/geometry/surface.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// Length of the way that is found, on the surface throughout.
double wayOn(const Mesh& mesh, const Vec3& from, const Vec3& to) {
    const std::vector<Vec3> normals = angleWeightedNormals(mesh);
    const auto scene = RayScene::build(mesh);
    const SurfaceWays ways(mesh, normals, *scene);
    const std::vector<Vec3> way = ways.shortest(from, to, 0.25);
    EXPECT_GE(way.size(), 3U);
    for (const Vec3& point : way) EXPECT_LT((ways.nearest(point).point_mm - point).norm(), 1e-3);
    return lengthOf(way);
}

// Unrolled, a cylinder is flat: the way is the hypotenuse of arc and height (elementary geometry).
TEST(SurfaceWays, OnACylinderIsAHelix) {
    const float r = 5.0F;
    const Mesh mesh = figureOf({cylinder({0, 0, 0}, r, 14, 160)})->form->whole.mesh;
    const double angle = 1.9;
    const Vec3 from(r, 0, 3);
    const Vec3 to(r * static_cast<float>(std::cos(angle)), r * static_cast<float>(std::sin(angle)),
                  10);
    const double expected = std::hypot(r * angle, 7.0);
    EXPECT_NEAR(wayOn(mesh, from, to), expected, 0.01 * expected);
}

// On a ball it is the great circle.
TEST(SurfaceWays, OnABallIsAGreatCircle) {
    const Mesh mesh = figureOf({sphere({0, 0, 0}, 6, 64)})->form->whole.mesh;
    const Vec3 from = 6.0F * Vec3(1, 0.2F, 0.1F).normalized();
    const Vec3 to = 6.0F * Vec3(-0.3F, 1, 0.5F).normalized();
    const double expected = 6.0 * std::acos(from.normalized().dot(to.normalized()));
    EXPECT_NEAR(wayOn(mesh, from, to), expected, 0.01 * expected);
}

TEST(SurfaceWays, ThereIsNoneFromOneBodyToAnother) {
    const Mesh mesh = meshOf({box({0, 0, 0}, {1, 1, 1}), box({5, 0, 0}, {6, 1, 1})});
    const std::vector<Vec3> normals = angleWeightedNormals(mesh);
    const auto scene = RayScene::build(mesh);
    EXPECT_TRUE(SurfaceWays(mesh, normals, *scene).shortest({0, 0, 0}, {6, 1, 1}, 0.25).empty());
}

// By hand: an L of 3 and 4 mm in steps of at most 2 mm has four equal pieces.
TEST(Resampled, IsEvenAlongTheLine) {
    const std::vector<Vec3> even = resampled({{0, 0, 0}, {3, 0, 0}, {3, 4, 0}}, 2.0);
    ASSERT_EQ(even.size(), 5U);
    EXPECT_NEAR((even[1] - Vec3(1.75F, 0, 0)).norm(), 0, 1e-5);
    EXPECT_NEAR((even[2] - Vec3(3, 0.5F, 0)).norm(), 0, 1e-5);
    EXPECT_EQ(even.back(), Vec3(3, 4, 0));
}

}  // namespace
}  // namespace glaukophos
