// Bolts and nets of light. How they should look is common practice, no source; where a wall between
// two cells runs is geometry.
#include <gtest/gtest.h>

#include <cmath>

#include "core/figure/grown_bolt.h"
#include "core/figure/light_net.h"
#include "core/geometry/polyline.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

struct Ground {
    std::shared_ptr<const Figure> figure = figureOf({plate({0, 0, 0}, 20)});
    SurfaceWays ways{figure->form->whole.mesh, figure->form->whole.normals, figure->form->shown};
};

TEST(Bolt, RunsFromRootToEndAndThins) {
    const Ground ground;
    const Strokes bolt = grownBolt(ground.ways, {-15, 0, 0}, {15, 3, 0}, {7, 5});
    ASSERT_FALSE(bolt.empty());
    const Stroke& trunk = bolt.strokes.front();
    EXPECT_FALSE(trunk.forks_off);
    EXPECT_LT((trunk.points_mm.front() - Vec3(-15, 0, 0)).norm(), 0.1);
    EXPECT_LT((trunk.points_mm.back() - Vec3(15, 3, 0)).norm(), 0.1);
    EXPECT_GT(lengthOf(trunk.points_mm), 1.03 * std::hypot(30, 3)) << "it is jagged";
    EXPECT_LT(lengthOf(trunk.points_mm), 1.8 * std::hypot(30, 3));
    EXPECT_GT(trunk.width_from, trunk.width_to);
    for (const Stroke& stroke : bolt.strokes) {
        for (const Vec3& point : stroke.points_mm) EXPECT_NEAR(point.z(), 0.0, 1e-4);
        EXPECT_LE(stroke.width_from, 1.0);
        EXPECT_LT(stroke.width_to, stroke.width_from);
    }
}

// Irregular in side, angle and spacing, and never side by side.
TEST(Bolt, ForksAreIrregularAndNeverParallel) {
    const Ground ground;
    int left = 0;
    int right = 0;
    for (std::uint32_t seed = 1; seed <= 12; ++seed) {
        const Strokes bolt = grownBolt(ground.ways, {-15, 0, 0}, {15, 0, 0}, {seed, 6});
        EXPECT_EQ(parallelForks(bolt), 0) << seed;
        EXPECT_EQ(bolt.forks_mm.size() + 1, bolt.strokes.size());
        EXPECT_GE(bolt.forks_mm.size(), 3U) << seed;
        for (const Stroke& stroke : bolt.strokes) {
            if (!stroke.forks_off) continue;
            const Vec3 way = stroke.points_mm.back() - stroke.points_mm.front();
            ++(way.y() > 0 ? left : right);
            EXPECT_LT(lengthOf(stroke.points_mm), 15.0);
        }
    }
    EXPECT_GT(left, 15);
    EXPECT_GT(right, 15);
    EXPECT_EQ(grownBolt(ground.ways, {-15, 0, 0}, {15, 0, 0}, {3, 4}).strokes[1].points_mm,
              grownBolt(ground.ways, {-15, 0, 0}, {15, 0, 0}, {3, 4}).strokes[1].points_mm);
    EXPECT_NE(grownBolt(ground.ways, {-15, 0, 0}, {15, 0, 0}, {3, 4}).strokes[0].points_mm,
              grownBolt(ground.ways, {-15, 0, 0}, {15, 0, 0}, {4, 4}).strokes[0].points_mm);
}

// By hand: two forks that differ by 5 degrees are parallel, by 15 they are not.
TEST(Bolt, ParallelForksAreCounted) {
    const auto fork = [](double angle_deg) {
        const auto x = static_cast<float>(std::cos(radians(angle_deg)));
        const auto y = static_cast<float>(std::sin(radians(angle_deg)));
        return Stroke{{{0, 0, 0}, {x, y, 0}}, 0.5, 0.2, true};
    };
    EXPECT_EQ(parallelForks({{fork(20), fork(25), fork(60)}, {}}), 1);
    EXPECT_EQ(parallelForks({{fork(20), fork(35), fork(60)}, {}}), 0);
}

// A plane through scattered points' cells meets 1.458 density^(2/3) of them a unit of area, and has
// 2.286 density^(1/3) of walls (Moller, Lectures on Random Voronoi Tessellations, 1994, for random
// points; those of the net stand a little more evenly). Each knot ends three walls, and there are
// two knots a cell (Euler).
TEST(LightNet, HasMeshesOfTheWidthAskedFor) {
    const double density = 0.7 / (4.0 * 4.0 * 4.0);  // cells are drawn out upwards
    double knots = 0.0;
    double length = 0.0;
    constexpr int kLevels = 4;
    for (int level = 0; level < kLevels; ++level) {
        const float z = static_cast<float>(level) * 4.0F / 0.7F / kLevels;
        const auto figure = figureOf({plate({0, 0, z}, 24)});
        const Strokes net =
            lightNet(figure->surface.mesh, {5, 4.0, z, 8.0}, [](std::uint32_t) { return true; });
        knots += static_cast<double>(net.forks_mm.size()) / kLevels;
        for (const Stroke& stroke : net.strokes) length += lengthOf(stroke.points_mm) / kLevels;
    }
    const double area = 48.0 * 48.0;
    const double expected = 2.0 * 1.458 * std::pow(density, 2.0 / 3.0) * area;
    EXPECT_NEAR(knots, expected, 0.25 * expected);
    const double walls = 2.286 * std::cbrt(density) * area;
    EXPECT_NEAR(length, walls, 0.15 * walls);
}

TEST(LightNet, ThinsWithHeightUntilItIsGone) {
    const auto figure = figureOf({cylinder({0, 0, -2}, 4, 20, 96)});
    const NetChoices choices{2, 2.5, 0.0, 8.0};
    const Strokes net = lightNet(figure->surface.mesh, choices, [](std::uint32_t) { return true; });
    ASSERT_GT(net.strokes.size(), 50U);
    for (const Stroke& stroke : net.strokes) {
        for (const Vec3& point : stroke.points_mm) EXPECT_LT(point.z(), 8.0 + 1.0);
        const double expected = std::clamp(1.0 - stroke.points_mm[0].z() / 8.0, 0.0, 1.0);
        EXPECT_NEAR(stroke.width_from, expected, 1e-6);
    }
    EXPECT_TRUE(
        lightNet(figure->surface.mesh, choices, [](std::uint32_t) { return false; }).empty());
}

}  // namespace
}  // namespace glaukophos
