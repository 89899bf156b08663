// The mean of a disc of radius r round a place on a curved surface, by integration: it lies r^2 /
// 4R below the top of a ball of radius R, and r^2 / 8R below that of a cylinder.
#include <gtest/gtest.h>

#include "core/geometry/relief.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

double meanRelief(const Shape& shape, float radius_mm, float low_z, float high_z) {
    const auto figure = figureOf({shape});
    const Surface& surface = figure->surface;
    const std::vector<float> relief = reliefOf(surface.mesh, surface.normals, radius_mm);
    double sum = 0.0;
    double area = 0.0;
    for (std::size_t v = 0; v < relief.size(); ++v) {
        const float z = surface.mesh.positions_mm[v].z();
        if (z < low_z || z > high_z) continue;
        sum += surface.areas_mm2[v] * relief[v];
        area += surface.areas_mm2[v];
    }
    return sum / area;
}

TEST(Relief, OfABallIsThatOfItsCap) {
    const double expected = 1.2 * 1.2 / (4.0 * 8.0);
    EXPECT_NEAR(meanRelief(sphere({0, 0, 0}, 8, 90), 1.2F, -5, 5), expected, 0.12 * expected);
}

TEST(Relief, OfACylinderIsHalfOfThat) {
    const double expected = 1.2 * 1.2 / (8.0 * 6.0);
    EXPECT_NEAR(meanRelief(cylinder({0, 0, 0}, 6, 20, 180), 1.2F, 5, 15), expected,
                0.15 * expected);
}

TEST(Relief, OfABowlIsNegativeAndOfAPlateNothing) {
    const double expected = -1.2 * 1.2 / (4.0 * 8.0);
    EXPECT_NEAR(meanRelief(sphere({0, 0, 0}, 8, 90, 90, 180, true), 1.2F, -7, -3), expected,
                0.15 * -expected);
    const auto figure = figureOf({plate({0, 0, 0}, 8)});
    const std::vector<float> relief = reliefOf(figure->surface.mesh, figure->surface.normals, 1.2F);
    for (const float r : relief) EXPECT_NEAR(r, 0.0F, 1e-4F);
}

}  // namespace
}  // namespace glaukophos
