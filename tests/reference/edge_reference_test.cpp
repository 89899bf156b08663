// Edge lines and edge kinds against bodies whose edges are known by geometry.
#include <gtest/gtest.h>

#include <cmath>

#include "core/geometry/ridges.h"
#include "core/painted/band_edges.h"
#include "core/painted/edge_lines.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

WorkingSurface surfaceOf(const std::vector<Shape>& shapes) { return figureOf(shapes)->form->whole; }

double totalLength(const Ridges& ridges) {
    double length = 0.0;
    for (const Ridge& ridge : ridges.lines) length += lengthOf(ridge.line.points_mm);
    return length;
}

// Volume of a closed body by the divergence theorem: positive when the triangles face outward.
double volumeOf(const Shape& shape) {
    double six = 0.0;
    for (const Triangle& t : shape.triangles) {
        six +=
            shape.positions_mm[t[0]].dot(shape.positions_mm[t[1]].cross(shape.positions_mm[t[2]]));
    }
    return six / 6.0;
}

TEST(Shapes, FaceOutward) {
    EXPECT_NEAR(volumeOf(torus({0, 0, 0}, 10, 3, 128, 64)), 2 * kPi * kPi * 10 * 9, 20.0);
    EXPECT_NEAR(volumeOf(cylinder({0, 0, 0}, 5, 10, 128)), kPi * 250, 2.0);
}

// Geometry: a cube has twelve edges of its side's length, and eight corners.
TEST(EdgeLines, OfACubeAreItsTwelveEdges) {
    const Ridges ridges = ridgesOf(surfaceOf({box({-10, -10, 0}, {10, 10, 20})}), {}, {});
    EXPECT_NEAR(totalLength(ridges), 12 * 20.0, 0.01 * 240);
    EXPECT_EQ(ridges.corners.size(), 8U);
    for (const Ridge& ridge : ridges.lines) {
        for (const Vec3& p : ridge.line.points_mm) {
            // On an edge at least two coordinates are at their limits.
            const Vec3 inside(10 - std::abs(p.x()), 10 - std::abs(p.y()),
                              10 - std::abs(p.z() - 10));
            std::array<float, 3> sorted{inside.x(), inside.y(), inside.z()};
            std::ranges::sort(sorted);
            EXPECT_LT(sorted[1], 0.35F) << p.transpose();
        }
    }
}

std::vector<Eigen::Vector2f> bevelled(float half, float bevel) {
    const float in = half - bevel;
    return {{half, -in}, {half, in},   {in, half},   {-in, half},
            {-half, in}, {-half, -in}, {-in, -half}, {in, -half}};
}

// Geometry: each bevel of a bar has two edges along it. A bevel narrower than the brush's mark is
// one edge to the painter.
TEST(EdgeLines, OfABevelledBarAreTwoABevelWhenItIsWiderThanTheBrush) {
    const auto lengthwise = [](const Ridges& ridges) {
        double length = 0.0;
        for (const Ridge& ridge : ridges.lines) {
            const std::vector<Vec3>& points = ridge.line.points_mm;
            for (std::size_t i = 1; i < points.size(); ++i) {
                if (std::abs(points[i].x()) > 13 || std::abs(points[i - 1].x()) > 13) continue;
                length += std::abs(points[i].x() - points[i - 1].x());
            }
        }
        return length;
    };
    RidgeOptions options;
    const Ridges wide = ridgesOf(surfaceOf({bar(bevelled(6, 2.0F), -15, 15)}), options, {});
    EXPECT_NEAR(lengthwise(wide), 8 * 26.0, 0.06 * 8 * 26);
    options.width_mm = 1.2;
    const Ridges narrow = ridgesOf(surfaceOf({bar(bevelled(6, 0.4F), -15, 15)}), options, {});
    EXPECT_NEAR(lengthwise(narrow), 4 * 26.0, 0.06 * 4 * 26);
}

// Geometry: the rims of a cylinder are two circles; its wall, a ball and a thick ring are round all
// over and have no edge.
TEST(EdgeLines, OfACylinderAreItsTwoRims) {
    const Ridges ridges = ridgesOf(surfaceOf({cylinder({0, 0, 0}, 8, 16, 160)}), {}, {});
    EXPECT_NEAR(totalLength(ridges), 2 * 2 * kPi * 8, 0.03 * 2 * 2 * kPi * 8);
    for (const Ridge& ridge : ridges.lines) {
        for (const Vec3& p : ridge.line.points_mm) EXPECT_NEAR(p.head<2>().norm(), 8.0, 0.3);
    }
}

TEST(EdgeLines, OfRoundBodiesAreNone) {
    EXPECT_TRUE(ridgesOf(surfaceOf({sphere({0, 0, 0}, 8, 60)}), {}, {}).lines.empty());
    EXPECT_TRUE(ridgesOf(surfaceOf({sphere({0, 0, 0}, 1, 24)}), {}, {}).lines.empty());
    EXPECT_TRUE(ridgesOf(surfaceOf({torus({0, 0, 0}, 10, 4, 120, 60)}), {}, {}).lines.empty());
}

// Noise of print layers, 0.02 mm, must neither break the edges nor make new ones.
TEST(EdgeLines, SurviveNoise) {
    WorkingSurface surface = surfaceOf({box({-10, -10, 0}, {10, 10, 20})});
    std::uint32_t state = 1;
    for (Vec3& p : surface.mesh.positions_mm) {
        for (float& x : p) {
            state = state * 1664525U + 1013904223U;
            x += 0.02F * (static_cast<float>(state >> 8U) / 8388608.0F - 1.0F);
        }
    }
    surface.normals = angleWeightedNormals(surface.mesh);
    EXPECT_NEAR(totalLength(ridgesOf(surface, {}, {})), 240.0, 0.05 * 240);
}

// Common practice, no source: on a curved edge the brightest spot is where it comes nearest to
// facing the light, and edges that face down get nothing.
TEST(EdgeLines, OfARimAreBrightestTowardsTheLight) {
    Plan plan = planOf({cylinder({0, 0, 0}, 8, 16, 160)});
    plan.lights = {farLight(2, 35, 0.25)};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const EdgeLines lines =
        edgeLinesOf(plan, *appearance, ridgesOf(plan.figure->form->whole, {}, {}));
    ASSERT_FALSE(lines.brightest_mm.empty());
    const Vec3 top =
        *std::ranges::max_element(lines.brightest_mm, {}, [](const Vec3& p) { return p.z(); });
    EXPECT_NEAR(top.z(), 16.0, 0.4);
    const Vec3 spot = top.cwiseProduct(Vec3(1, 1, 0)).normalized();
    const Vec3 light = towards({2, 35}).cwiseProduct(Vec3(1, 1, 0)).normalized();
    EXPECT_GT(spot.dot(light), std::cos(radians(8.0)));
    ASSERT_EQ(lines.passes.size(), 3U);
    EXPECT_GT(lines.passes[0].length_mm, lines.passes[1].length_mm);
    EXPECT_GT(lines.passes[1].length_mm, lines.passes[2].length_mm);
    EXPECT_GT(lines.passes[2].length_mm, 1.0);
}

TEST(EdgeLines, OfTheEvenSchoolRunAllRoundAndOfCornersAreDots) {
    Plan plan = planOf({box({-10, -10, 0}, {10, 10, 20})});
    plan.lights = {farLight(1.5, 45, 0.25)};
    plan.values.edge_lines.school = EdgeSchool::Even;
    plan.values.edge_lines.width_mm = 0.5;
    plan.values.edge_lines.passes = 2;
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Ridges ridges = ridgesOf(plan.figure->form->whole, {}, {});
    const EdgeLines even = edgeLinesOf(plan, *appearance, ridges);
    for (const EdgePass& pass : even.passes) EXPECT_NEAR(pass.length_mm, 240.0, 5.0);
    plan.values.edge_lines.school = EdgeSchool::Corners;
    const EdgeLines corners = edgeLinesOf(plan, *appearance, ridges);
    EXPECT_TRUE(corners.stretches.empty());
    // Lit are the three faces towards the light: all corners but the one farthest from it.
    EXPECT_EQ(corners.brightest_mm.size(), 7U);
}

// Geometry: the half-shadow of an edge d away is 2 d tan r wide under a source of angular radius r,
// and D d / (l - d) under one of diameter D at distance l (similar triangles).
TEST(Penumbra, IsDistanceTimesAngle) {
    EXPECT_NEAR(penumbraOfFar(20.0, radians(1.0)), 2 * 20 * std::tan(radians(1.0)), 1e-12);
    EXPECT_NEAR(penumbraOfNear(10.0, 50.0, 8.0), 2.0, 1e-12);
}

// A roof over a floor: its shadow is crisp under a small light and soft under a wide one.
class ShadowOfARoof : public ::testing::Test {
  protected:
    // Lengths of the kinds on the floor, under a light of this angular radius straight above.
    static EdgeLengths under(double radius_deg) {
        Plan plan = planOf({plate({0, 0, 0}, 20), box({-30, -30, 10}, {0, 30, 11})});
        plan.lights = {farLight(0, 90, radius_deg)};
        const auto appearance = evaluate(plan, {});
        EXPECT_TRUE(appearance);
        const BandEdges edges = bandEdgesOf(plan, *appearance);
        for (const BandEdge& edge : edges.edges) {
            EXPECT_TRUE(edge.part != 0 || edge.thrown);
        }
        return edges.parts[0];
    }
};

TEST_F(ShadowOfARoof, IsHardUnderTheMoon) {
    // A quarter of a degree: 2 x 10 x tan 0.25 = 0.09 mm wide. Four borders run across 40 mm.
    const EdgeLengths lengths = under(0.25);
    EXPECT_NEAR(lengths.of(EdgeKind::Hard), 4 * 40.0, 12.0);
    EXPECT_LT(lengths.of(EdgeKind::Lost), 2.0);
}

TEST_F(ShadowOfARoof, IsSoftUnderAWideLight) {
    // Four degrees: 1.4 mm.
    const EdgeLengths lengths = under(4.0);
    EXPECT_NEAR(lengths.of(EdgeKind::Soft), 4 * 40.0, 16.0);
    EXPECT_LT(lengths.of(EdgeKind::Hard), 4.0);
}

TEST_F(ShadowOfARoof, IsLostUnderAVeryWideOne) {
    // Twelve degrees: 4.3 mm.
    const EdgeLengths lengths = under(12.0);
    EXPECT_GT(lengths.of(EdgeKind::Lost), 130.0);
}

// Geometry: on a ball under parallel light borders are circles; a gradual turn of form is blended.
TEST(BandEdges, OfABallAreLostCircles) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 90)});
    plan.lights = {farLight(2, 40)};
    plan.values.contrast = 0.0;
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const auto contours = contoursOf(plan.figure->surface, appearance->values.lightness,
                                     appearance->bands.borders, {});
    ASSERT_EQ(contours.size(), 4U);
    for (const Contour& contour : contours) {
        const double t =
            appearance->values.light_tone.luminance(appearance->bands.borders[contour.border]);
        const double circle = 2.0 * kPi * 10.0 * std::sqrt(1.0 - t * t);
        EXPECT_NEAR(lengthOf(contour.line.points_mm), circle, 0.02 * circle);
        EXPECT_LT((contour.line.points_mm.front() - contour.line.points_mm.back()).norm(), 1e-5F);
    }
    const BandEdges edges = bandEdgesOf(plan, *appearance);
    EXPECT_GT(edges.whole.of(EdgeKind::Lost),
              0.95 * (edges.whole.of(EdgeKind::Lost) + edges.whole.of(EdgeKind::Soft) +
                      edges.whole.of(EdgeKind::Hard)));
    EXPECT_LT(edges.whole.thrown_mm, 4.0);
}

}  // namespace
}  // namespace glaukophos
