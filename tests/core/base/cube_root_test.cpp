// Cube roots against the C library's.
#include "core/base/cube_root.h"

#include <gtest/gtest.h>

#include <limits>

namespace glaukophos {
namespace {

TEST(CubeRoot, IsThatOfTheLibrary) {
    constexpr double kLastPlaces = 5.0 * std::numeric_limits<double>::epsilon();
    for (double x = 1e-300; x < 1e300; x *= 1.037) {
        EXPECT_NEAR(cubeRoot(x) / std::cbrt(x), 1.0, kLastPlaces) << x;
        EXPECT_EQ(cubeRoot(-x), -cubeRoot(x));
    }
}

TEST(CubeRoot, OfWholeCubesAndNothing) {
    EXPECT_EQ(cubeRoot(0.0), 0.0);
    for (int root = 1; root <= 100; ++root) {
        EXPECT_NEAR(cubeRoot(root * root * root), root, 1e-13 * root);
    }
}

}  // namespace
}  // namespace glaukophos
