// Edge lines and edge kinds against bodies whose edges are known by geometry.
#include <gtest/gtest.h>

#include <cmath>

#include "core/geometry/ridges.h"
#include "core/plan/band_edges.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

WorkingSurface surfaceOf(const std::vector<Shape>& shapes) {
    return figureOf(shapes)->form->whole;
}

double totalLength(const Ridges& ridges) {
    double length = 0.0;
    for (const Ridge& ridge : ridges.lines) length += lengthOf(ridge.line.points_mm);
    return length;
}

// Volume of a closed body by the divergence theorem: positive when the triangles face outward.
double volumeOf(const Shape& shape) {
    double six = 0.0;
    for (const Triangle& t : shape.triangles) {
        six += shape.positions_mm[t[0]].dot(
            shape.positions_mm[t[1]].cross(shape.positions_mm[t[2]]));
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
    return {{half, -in}, {half, in}, {in, half}, {-in, half},
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

}  // namespace
}  // namespace glaukophos
