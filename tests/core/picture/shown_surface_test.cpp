// Which corners of a surface a picture shows.
#include "core/picture/shown_surface.h"

#include <gtest/gtest.h>

namespace glaukophos {
namespace {

// Two triangles side by side; 1 and 2 are corners of both.
Surface twoTriangles() {
    Surface surface;
    surface.mesh.triangles = {{0, 1, 2}, {1, 3, 2}};
    surface.labels = {0, 0};
    surface.normals.resize(4, Vec3::UnitZ());
    return surface;
}

TracedFrame frameOf(const std::vector<PixelHit>& hits) {
    return {{static_cast<int>(hits.size()), 1}, hits, {}};
}

PixelHit hitAt(std::uint32_t triangle, float u, float v) {
    PixelHit hit;
    hit.triangle = triangle;
    hit.u = u;
    hit.v = v;
    return hit;
}

TEST(ShownSurface, CornersCountByTheirWeightInAnyPixel) {
    const Surface surface = twoTriangles();
    // Mostly corner 0, a fifth of 1; then mostly corner 2 of the same triangle.
    const TracedFrame frame = frameOf({hitAt(0, 0.2F, 0.1F), hitAt(0, 0.05F, 0.85F)});
    const ShownSurface shown = shownSurface(frame, surface, 0.25F);
    EXPECT_EQ(shown.triangles, (std::vector<bool>{true, false}));
    EXPECT_EQ(shown.corners, (std::vector<bool>{true, false, true, false}));
    EXPECT_EQ(shownSurface(frame, surface, 0.2F).corners,
              (std::vector<bool>{true, true, true, false}));
}

TEST(ShownSurface, TheNearestCornerCountsAlways) {
    const TracedFrame frame = frameOf({hitAt(1, 0.33F, 0.33F), hitAt(kNothing, 0.0F, 0.0F)});
    EXPECT_EQ(shownSurface(frame, twoTriangles(), 0.9F).corners,
              (std::vector<bool>{false, true, false, false}));
    EXPECT_EQ(shownSurface(frame, twoTriangles(), 0.0F).corners,
              (std::vector<bool>{false, true, true, true}));
}

}  // namespace
}  // namespace glaukophos
