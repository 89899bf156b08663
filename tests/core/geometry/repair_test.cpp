#include "core/geometry/repair.h"
#include "core/geometry/clean.h"

#include <gtest/gtest.h>

#include <algorithm>

#include <array>
#include <cmath>
#include <set>

#include "core/geometry/neighbours.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// Loose corners, as STL has them.
struct Soup {
    Mesh mesh;
    PartLabels labels;
};

Soup soupOf(const std::vector<Shape>& shapes) {
    const Mesh whole = meshOf(shapes);
    Soup soup;
    for (const Triangle& t : whole.triangles) {
        const auto first = static_cast<std::uint32_t>(soup.mesh.positions_mm.size());
        for (const std::uint32_t corner : t) {
            soup.mesh.positions_mm.push_back(whole.positions_mm[corner]);
        }
        soup.mesh.triangles.push_back({first, first + 1, first + 2});
    }
    soup.labels = labelsOf(shapes);
    return soup;
}

RepairReport repaired(Soup& soup) {
    const auto report = repair(soup.mesh, soup.labels, "test", {});
    EXPECT_TRUE(report) << (report ? "" : report.error().message);
    EXPECT_EQ(soup.labels.size(), soup.mesh.triangles.size());
    return report ? report->report : RepairReport{};
}

double signedVolume(const Mesh& mesh) {
    double volume = 0.0;
    for (const Triangle& t : mesh.triangles) {
        const auto at = [&](std::size_t k) { return mesh.positions_mm[t[k]].cast<double>(); };
        volume += at(0).dot(Vec3d(at(1).cross(at(2)))) / 6.0;
    }
    return volume;
}

TEST(Repair, FindsNothingToDoOnAGoodBox) {
    Soup soup = soupOf({box({1, 2, 3}, {5, 5, 5})});
    const RepairReport report = repaired(soup);
    EXPECT_EQ(soup.mesh.positions_mm.size(), 8U);
    EXPECT_EQ(report.pieces, 1U);
    EXPECT_EQ(report.open_edges + report.crowded_edges + report.turned + report.pieces_turned, 0U);
    EXPECT_EQ(inWords(report), std::vector<std::string>{"The mesh is closed and in good order."});
}

TEST(Repair, TurnsASingleTriangleThatFacesTheWrongWay) {
    Soup soup = soupOf({box({0, 0, 0}, {2, 3, 4})});
    std::swap(soup.mesh.triangles[5][0], soup.mesh.triangles[5][1]);
    const RepairReport report = repaired(soup);
    EXPECT_EQ(report.turned, 1U);
    EXPECT_NEAR(signedVolume(soup.mesh), 24.0, 1e-4);
}

TEST(Repair, TurnsAPieceThatIsInsideOut) {
    Soup soup = soupOf({sphere({0, 0, 0}, 5, 12, 0, 180, true), box({9, 0, 0}, {12, 3, 3})});
    const RepairReport report = repaired(soup);
    EXPECT_EQ(report.pieces_turned, 1U);
    EXPECT_GT(signedVolume(soup.mesh), 400.0);
}

// Divergence theorem: a small hole changes the volume little, so that its sign still says what is
// inside; of an open sheet it says nothing.
TEST(Repair, TurnsAnInsideOutPieceWithASmallHole) {
    Soup soup = soupOf({sphere({0, 0, 0}, 5, 40, 0, 180, true)});
    soup.mesh.triangles.erase(soup.mesh.triangles.begin() + 900, soup.mesh.triangles.begin() + 903);
    soup.labels.resize(soup.mesh.triangles.size());
    const RepairReport report = repaired(soup);
    EXPECT_GT(report.open_edges, 0U);
    EXPECT_EQ(report.pieces_turned, 1U);
    EXPECT_GT(signedVolume(soup.mesh), 400.0);
    const std::vector<std::string> words = inWords(report);
    EXPECT_NE(std::ranges::find(words, "1 piece was inside out and was turned."), words.end());
}

TEST(Repair, LeavesAnOpenBowlAsItFaces) {
    Soup soup = soupOf({sphere({0, 0, 0}, 5, 40, 90, 180, true)});
    EXPECT_EQ(repaired(soup).pieces_turned, 0U);
}

// Halves whose rims are apart by what a file's last digits lose, and a box of its own.
TEST(Repair, ClosesHairThinCracksAndCountsPiecesAfterwards) {
    Shape upper = sphere({0, 0, 0}, 5, 40, 0, 90);
    Shape lower = sphere({0, 0, 0}, 5, 40, 0, 90, true);
    for (Vec3& p : lower.positions_mm) p.z() = -p.z();
    for (Vec3& p : upper.positions_mm) p.z() += 1e-5F;
    Soup soup = soupOf({upper, lower, box({12, 0, 0}, {13, 1, 9})});
    const auto done = repair(soup.mesh, soup.labels, "test", {});
    ASSERT_TRUE(done);
    EXPECT_EQ(done->report.closed, 160U);  // eighty edges each
    EXPECT_EQ(done->report.open_edges, 0U);
    EXPECT_EQ(done->report.pieces, 2U);
    EXPECT_EQ(done->pieces, connectedPieces(soup.mesh.positions_mm.size(), soup.mesh.triangles));
    EXPECT_EQ(done->pieces.back(), 1U);  // the box
}

TEST(Weld, KeepsTheFirstOfEqualCornersInTheirOrder) {
    std::vector<Vec3> positions = {{3, 0, 0}, {1, 0, 0},     {2, 0, 0}, {1, 0, 0},
                                   {0, 5, 0}, {-0.0F, 5, 0}, {3, 0, 0}};
    std::vector<Triangle> triangles = {{0, 1, 4}, {6, 3, 5}, {2, 3, 4}};
    PartLabels labels = {0, 0, 0};
    weld(positions, triangles, labels);
    const std::vector<Vec3> wanted = {{3, 0, 0}, {1, 0, 0}, {0, 5, 0}, {2, 0, 0}};
    ASSERT_EQ(positions.size(), wanted.size());
    for (const Vec3& corner : wanted) {
        EXPECT_NE(std::ranges::find(positions, corner), positions.end());
    }
    EXPECT_EQ(triangles[0], triangles[1]);
}

// Corners on a lattice, as a soup of voxels has them, against a set of the standard library.
TEST(Weld, OfManyKeepsAsManyPlacesAsASet) {
    constexpr std::uint32_t kTriangles = 60'000;
    std::vector<Vec3> positions;
    std::vector<Triangle> triangles;
    std::uint32_t random = 1;
    const auto coordinate = [&] {
        random = random * 1664525U + 1013904223U;
        const auto step = static_cast<float>(random >> 27) - 16.0F;
        return step == 0.0F && (random & 1U) != 0 ? -0.0F : step;
    };
    for (std::uint32_t i = 0; i < 3 * kTriangles; ++i) {
        positions.emplace_back(coordinate(), coordinate(), coordinate());
    }
    for (std::uint32_t i = 0; i < kTriangles; ++i) {
        triangles.push_back({3 * i, 3 * i + 1, 3 * i + 2});
    }
    std::set<std::array<float, 3>> places;  // to which -0 and 0 are one
    for (const Vec3& p : positions) places.insert({p.x(), p.y(), p.z()});
    const std::vector<Vec3> before = positions;
    PartLabels labels(kTriangles, 0);
    const CleanReport report = weld(positions, triangles, labels);
    EXPECT_EQ(report.corners_welded, before.size() - places.size());
    EXPECT_EQ(triangles.size(), kTriangles - report.triangles_without_area);
    std::size_t k = 0;  // those without area are gone, the others come in their order
    for (const Triangle& t : triangles) {
        while (k < kTriangles &&
               !std::ranges::equal(
                   t, Triangle{0, 1, 2}, {}, [&](auto corner) { return positions[corner]; },
                   [&](auto corner) { return before[3 * k + corner]; })) {
            ++k;
        }
        ASSERT_LT(k, kTriangles);
        ++k;
    }
}

TEST(Triangles, OfTheSameCornersAreFoundWithTheFirst) {
    const std::vector<Triangle> triangles = {{1, 2, 3}, {4, 5, 6}, {3, 1, 2}, {2, 1, 3}, {4, 5, 7}};
    std::set<std::pair<std::size_t, std::size_t>> found;
    forSameCorners(triangles,
                   [&](std::size_t earlier, std::size_t later) { found.emplace(earlier, later); });
    EXPECT_EQ(found, (std::set<std::pair<std::size_t, std::size_t>>{{0, 2}, {0, 3}}));
}

// A hollow print has an inner shell that faces inwards and must stay so.
TEST(Repair, LeavesTheHollowOfAPrintAsItIs) {
    Soup soup = soupOf({box({0, 0, 0}, {10, 10, 10}), sphere({5, 5, 5}, 2, 12, 0, 180, true)});
    const RepairReport report = repaired(soup);
    EXPECT_EQ(report.pieces_turned, 0U);
    EXPECT_LT(signedVolume(soup.mesh), 1000.0);
}

TEST(Repair, LeavesOutWhatIsNoNumberTwiceOrFlat) {
    Soup soup = soupOf({box({0, 0, 0}, {4, 4, 4})});
    soup.mesh.positions_mm[0].x() = NAN;                    // one corner of one triangle
    soup.mesh.triangles.push_back(soup.mesh.triangles[7]);  // once more
    soup.mesh.triangles.push_back({3, 3, 4});               // no area
    soup.labels.resize(soup.mesh.triangles.size(), 0);
    const RepairReport report = repaired(soup);
    EXPECT_EQ(report.not_a_number, 1U);
    EXPECT_EQ(report.duplicates, 1U);
    EXPECT_EQ(report.without_area, 1U);
    EXPECT_EQ(report.open_edges, 3U);  // the hole where the triangle was
    EXPECT_EQ(soup.mesh.triangles.size(), 11U);
    EXPECT_EQ(inWords(report).size(), 4U) << ::testing::PrintToString(inWords(report));
}

TEST(Repair, StraysFarAwayDoNotCountAsTheFigure) {
    Soup soup = soupOf({sphere({0, 0, 0}, 5, 30), plate({900, 0, 0}, 0.1F)});
    const RepairReport report = repaired(soup);
    EXPECT_EQ(report.far_off, 2U);
    EXPECT_LT(boundsOf(soup.mesh.positions_mm).diagonal(), 20.0F);
}

// A sword that is a piece of its own, or a second figure beside the first, is no stray.
TEST(Repair, PiecesNearbyStay) {
    Soup soup = soupOf({sphere({0, 0, 0}, 5, 30), box({12, 0, 0}, {13, 1, 9})});
    EXPECT_EQ(repaired(soup).far_off, 0U);
    EXPECT_EQ(soup.labels.back(), 1);
}

TEST(Repair, NothingLeftIsRefusedWithTheNameOfTheFile) {
    Soup soup = soupOf({plate({0, 0, 0}, 1)});
    for (Vec3& p : soup.mesh.positions_mm) p.y() = INFINITY;
    const auto report = repair(soup.mesh, soup.labels, "broken.stl", {});
    ASSERT_FALSE(report);
    EXPECT_NE(report.error().message.find("broken.stl"), std::string::npos);
}

// Euler: a closed triangle mesh has 3F/2 edges, each between two triangles.
TEST(Neighbours, OfAClosedMeshAreMutual) {
    Soup soup = soupOf({sphere({0, 0, 0}, 5, 10)});
    repaired(soup);
    const auto n = neighboursOf(soup.mesh.positions_mm.size(), soup.mesh.triangles);
    EXPECT_EQ(n.open_edges + n.crowded_edges, 0U);
    for (std::uint32_t t = 0; t < n.across.size(); ++t) {
        for (const std::uint32_t other : n.across[t]) {
            ASSERT_NE(other, kNoTriangle);
            EXPECT_NE(std::ranges::find(n.across[other], t), n.across[other].end());
        }
    }
    const std::size_t edges = 3 * soup.mesh.triangles.size() / 2;
    EXPECT_EQ(soup.mesh.positions_mm.size() + soup.mesh.triangles.size(), edges + 2);
}

TEST(Neighbours, CountOpenAndCrowdedEdges) {
    // Three triangles on one edge: six open edges, one crowded.
    const std::vector<Triangle> fan = {{0, 1, 2}, {0, 1, 3}, {0, 1, 4}};
    const auto n = neighboursOf(5, fan);
    EXPECT_EQ(n.open_edges, 6U);
    EXPECT_EQ(n.crowded_edges, 1U);
    for (std::size_t t = 0; t < 3; ++t) EXPECT_EQ(n.crowded[t], 1U);
}

}  // namespace
}  // namespace glaukophos
