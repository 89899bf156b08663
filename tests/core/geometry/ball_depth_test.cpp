// Depths below a ball in bodies where geometry gives them in closed form.
#include "core/geometry/ball_depth.h"

#include <gtest/gtest.h>

#include <cmath>
#include <numbers>

#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

std::vector<float> depthsOn(const Mesh& mesh, const std::vector<Vec3>& points, float radius_mm) {
    const auto scene = RayScene::build(mesh);
    const auto depths = depthsBelowBall(mesh, *scene, points, radius_mm, {});
    EXPECT_TRUE(depths);
    return depths.value_or(std::vector<float>(points.size(), -1.0F));
}

// A block with a V along x, its bottom at the origin.
Mesh grooved(double half_angle_rad, float depth_mm) {
    const float half_mm = depth_mm * static_cast<float>(std::tan(half_angle_rad));
    const float rim = half_mm + 4;
    return meshOf(
        {bar({{-rim, -3}, {0, -3}, {0, 0}, {-half_mm, depth_mm}, {-rim, depth_mm}}, -8, 8),
         bar({{0, -3}, {rim, -3}, {rim, depth_mm}, {half_mm, depth_mm}, {0, 0}}, -8, 8)});
}

// A ball of radius R in a V of half angle a has its middle R / sin a above the bottom (elementary
// trigonometry).
TEST(BallDepth, OfTheBottomOfAGrooveIsThatUnderTheBallThatRestsInIt) {
    for (const double half_angle_deg : {25.0, 40.0, 60.0}) {
        const double a = half_angle_deg * std::numbers::pi / 180;
        for (const float radius : {0.5F, 1.0F}) {
            const auto depths = depthsOn(grooved(a, 2.5F), {{0, 0, 0}, {0.37F, 0, 0}}, radius);
            const double expected = radius / std::sin(a) - radius;
            EXPECT_NEAR(depths[0], expected, 0.02) << half_angle_deg << " deg, " << radius;
            EXPECT_NEAR(depths[1], expected, 0.02) << half_angle_deg << " deg, " << radius;
        }
    }
}

// Across a slot narrower than itself a ball rests on both edges and hangs in by
// R - sqrt(R^2 - w^2 / 4) (Pythagoras).
TEST(BallDepth, OfASlotsFloorIsMeasuredFromTheBallThatCannotEnterIt) {
    for (const float width : {0.6F, 1.2F}) {
        const float t = 1.5F;
        const Mesh mesh =
            meshOf({box({-8, -6, -t}, {8, -width / 2, 0}), box({-8, width / 2, -t}, {8, 6, 0}),
                    box({-8, -6, -t - 2}, {8, 6, -t})});
        const float radius = 1.0F;
        const auto depths = depthsOn(mesh, {{0, 0, -t}, {2, -4, 0}}, radius);
        EXPECT_NEAR(depths[0], t + std::sqrt(radius * radius - width * width / 4) - radius, 0.02);
        EXPECT_NEAR(depths[1], 0, 0.01) << "on the flat beside it";
    }
}

// A ball fits into a slot that is wider than it, whatever its depth.
TEST(BallDepth, IsNoneInASlotThatTheBallGoesInto) {
    const Mesh mesh = meshOf({box({-8, -6, -3}, {8, -0.8F, 0}), box({-8, 0.8F, -3}, {8, 6, 0}),
                              box({-8, -6, -5}, {8, 6, -3})});
    EXPECT_NEAR(depthsOn(mesh, {{0, 0, -3}}, 0.6F)[0], 0, 0.01);
}

// Nothing on a convex body lies below the ball.
TEST(BallDepth, IsNoneOnAConvexBody) {
    const Mesh mesh = meshOf({sphere({1, 2, 3}, 4, 48)});
    for (const float depth : depthsOn(mesh, mesh.positions_mm, 0.8F)) EXPECT_LT(depth, 0.03);
}

TEST(BallDepth, CanBeStopped) {
    std::stop_source stop;
    stop.request_stop();
    const Mesh mesh = meshOf({box({0, 0, 0}, {5, 5, 5})});
    const auto scene = RayScene::build(mesh);
    EXPECT_FALSE(depthsBelowBall(mesh, *scene, mesh.positions_mm, 1, {stop.get_token(), {}}));
}

}  // namespace
}  // namespace glaukophos
