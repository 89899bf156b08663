#include <gtest/gtest.h>

#include <tbb/parallel_for.h>
#include <tbb/parallel_invoke.h>

#include <algorithm>
#include <array>
#include <map>
#include <optional>
#include <set>

#include "core/geometry/clean.h"
#include "core/geometry/mesh_parts.h"
#include "core/geometry/neighbours.h"
#include "core/geometry/refine.h"
#include "core/geometry/repair.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

TEST(Weld, MakesOneVertexAPlaceAndDropsSlivers) {
    // Two triangles of a square as loose corners, one of them twice the same corner.
    std::vector<Vec3> positions = {{0, 0, 0}, {1, 0, 0}, {1, 1, 0}, {0, 0, 0},
                                   {1, 1, 0}, {0, 1, 0}, {0, 0, 0}, {-0.0F, 0, 0}};
    std::vector<Triangle> triangles = {{0, 1, 2}, {3, 4, 5}, {6, 7, 1}};
    PartLabels labels = {7, 8, 9};
    const CleanReport report = weld(positions, triangles, labels);
    EXPECT_EQ(labels, (PartLabels{7, 8}));
    EXPECT_EQ(positions.size(), 4U);
    EXPECT_EQ(triangles.size(), 2U);
    EXPECT_EQ(report.triangles_without_area, 1U);
    EXPECT_EQ(report.corners_welded, 4U);
}

TEST(ConnectedPieces, AreNumberedFromTheLargest) {
    const Mesh mesh = meshOf({plate({0, 0, 0}, 1), box({5, 5, 5}, {6, 6, 6})});
    const auto pieces = connectedPieces(mesh.positions_mm.size(), mesh.triangles);
    EXPECT_EQ(pieces.front(), 1U);  // the plate has two triangles, the box twelve
    EXPECT_EQ(pieces.back(), 0U);
}

TEST(MeshParts, HoldTheirTrianglesInOrderWithVerticesOfTheirOwn) {
    const Mesh mesh = meshOf({sphere({0, 0, 0}, 5, 8)});
    PartLabels labels;
    for (std::size_t i = 0; i < mesh.triangles.size(); ++i) {
        labels.push_back(static_cast<PartIndex>(i % 3));
    }
    const MeshParts parts(mesh, labels, 4);
    for (std::size_t p = 0; p < 3; ++p) {
        const Mesh piece = parts.part(p);
        std::set<std::uint32_t> used;
        for (std::size_t i = 0; i < piece.triangles.size(); ++i) {
            for (std::size_t k = 0; k < 3; ++k) {
                const Vec3& here = piece.positions_mm[piece.triangles[i][k]];
                EXPECT_EQ(here, mesh.positions_mm[mesh.triangles[3 * i + p][k]]);
                used.insert(piece.triangles[i][k]);
            }
        }
        EXPECT_EQ(piece.triangles.size(), (mesh.triangles.size() + 2 - p) / 3);
        EXPECT_EQ(used.size(), piece.positions_mm.size());
    }
    EXPECT_TRUE(parts.part(3).triangles.empty());
}

// Every edge of a closed mesh belongs to exactly two triangles.
void expectClosed(const std::vector<Triangle>& triangles) {
    std::map<std::pair<std::uint32_t, std::uint32_t>, int> edges;
    for (const Triangle& t : triangles) {
        for (std::size_t k = 0; k < 3; ++k) {
            const auto [low, high] = std::minmax(t[k], t[(k + 1) % 3]);
            ++edges[{low, high}];
        }
    }
    EXPECT_TRUE(std::ranges::all_of(edges, [](const auto& edge) { return edge.second == 2; }));
}

TEST(Subdivide, SplitsLongEdgesKeepsTheAreaAndStaysClosed) {
    Shape shape = box({0, 0, 0}, {3, 1, 10});
    subdivide(shape.positions_mm, shape.triangles, 0.8F, 1'000'000);
    const Mesh mesh = meshOf({shape});
    EXPECT_NEAR(areaOf(mesh), 2 * (3 + 30 + 10), 1e-3);
    float longest = 0.0F;
    for (const Triangle& t : mesh.triangles) {
        for (std::size_t k = 0; k < 3; ++k) {
            longest = std::max(
                longest, (mesh.positions_mm[t[k]] - mesh.positions_mm[t[(k + 1) % 3]]).norm());
        }
    }
    EXPECT_LE(longest, 0.8F);
    expectClosed(shape.triangles);
}

TEST(Simplify, StaysWithinTheDeviationAskedFor) {
    Shape shape = sphere({0, 0, 0}, 10, 120);
    PartLabels labels(shape.triangles.size(), 0);
    weld(shape.positions_mm, shape.triangles, labels);
    const std::size_t before = shape.triangles.size();
    const float deviation = simplify(shape.positions_mm, shape.triangles, before / 4, 0.05F);
    EXPECT_LT(shape.triangles.size(), before / 2);
    EXPECT_LE(deviation, 0.05F);
    for (const Vec3& p : shape.positions_mm) EXPECT_NEAR(p.norm(), 10.0F, 0.06F);
}

// Closed, at its poles too.
Mesh repairedBall(int fineness) {
    Mesh ball = meshOf({sphere({0, 0, 0}, 10, fineness)});
    PartLabels labels(ball.triangles.size(), 0);
    EXPECT_TRUE(repair(ball, labels, "ball", {}));
    EXPECT_EQ(neighboursOf(ball.positions_mm.size(), ball.triangles).open_edges, 0U);
    return ball;
}

// Blocks keep their cuts exactly: no gap opens between them, and no triangle of one lies over
// another's (a closed surface without crowded edges, whose volume is nearly the ball's).
TEST(Simplify, BlocksStayWithinTheDeviationAndFitTogether) {
    Mesh ball = repairedBall(120);
    const std::size_t before = ball.triangles.size();
    const float deviation = simplifyInBlocks(ball, before / 4, 0.05F, {}, before / 7);
    EXPECT_LT(ball.triangles.size(), 2 * before / 3);
    EXPECT_GT(ball.triangles.size(), before / 8);
    EXPECT_LE(deviation, 0.05F);
    for (const Vec3& p : ball.positions_mm) EXPECT_NEAR(p.norm(), 10.0F, 0.06F);
    const Neighbours neighbours = neighboursOf(ball.positions_mm.size(), ball.triangles);
    EXPECT_EQ(neighbours.open_edges, 0U);
    EXPECT_EQ(neighbours.crowded_edges, 0U);
    double volume = 0.0;  // by the divergence theorem
    for (const Triangle& t : ball.triangles) {
        volume +=
            ball.positions_mm[t[0]].dot(ball.positions_mm[t[1]].cross(ball.positions_mm[t[2]])) /
            6.0;
    }
    EXPECT_NEAR(volume, 4.0 / 3.0 * kPi * 1000.0, 0.01 * 4.0 / 3.0 * kPi * 1000.0);
}

TEST(Simplify, StoppedBlocksLeaveTheMeshAsItWas) {
    Mesh ball = repairedBall(20);
    const Mesh before = ball;
    std::stop_source stop;
    stop.request_stop();
    simplifyInBlocks(ball, before.triangles.size() / 4, 0.05F, {stop.get_token(), {}});
    EXPECT_EQ(ball.triangles, before.triangles);
}

TEST(Surface, BringsACoarseBoxToBrushResolution) {
    const auto figure = figureOf({box({0, 0, 0}, {8, 8, 8})});
    EXPECT_GT(figure->vertexCount(), 1000U);
    EXPECT_FLOAT_EQ(figure->form->whole.longest_edge_mm, optionsFor(8.0F).max_edge_mm);
    double area = 0.0;
    for (const float a : figure->surface.areas_mm2) area += a;
    EXPECT_NEAR(area, 6 * 64, 1e-2);
    EXPECT_EQ(figure->form->imported.mesh.triangles.size(), 12U);  // the original is kept for rays
}

TEST(Surface, LargeFlatTrianglesStayWithinTheBudget) {
    const auto figure = figureOf({box({0, 0, 0}, {2000, 3, 2000})});
    EXPECT_LT(figure->surface.mesh.triangles.size(), 600'000U);
}

TEST(RayScene, PassesThroughTheGivenTrianglesOnly) {
    const Mesh mesh = meshOf({plate({0, 0, 1}, 5), plate({0, 0, 2}, 5)});
    const auto scene = RayScene::build(mesh);
    ASSERT_TRUE(scene);
    const auto hit = scene->nearest(Vec3::Zero(), Vec3::UnitZ());
    ASSERT_TRUE(hit);
    EXPECT_LT(hit->triangle, 2U);
    const auto second =
        scene->nearest(Vec3::Zero(), Vec3::UnitZ(), 1e30F, {true, true, false, false});
    ASSERT_TRUE(second);
    EXPECT_GE(second->triangle, 2U);
    EXPECT_FLOAT_EQ(second->distance_mm, 2.0F);
    EXPECT_TRUE(scene->occluded(Vec3::Zero(), Vec3::UnitZ(), 10.0F, {true, true, false, false}));
    EXPECT_FALSE(scene->occluded(Vec3::Zero(), Vec3::UnitZ(), 10.0F, {true, true, true, true}));
    EXPECT_FALSE(scene->occluded(Vec3::Zero(), Vec3::UnitZ(), 0.5F));
}

TEST(RayScene, IsNotBuiltOnceStoppedAndTheNextOneIs) {
    const Mesh ball = repairedBall(200);
    std::stop_source stop;
    stop.request_stop();
    const auto stopped = RayScene::build(ball, {stop.get_token(), {}});
    ASSERT_FALSE(stopped);
    EXPECT_EQ(stopped.error().code, ErrorCode::Cancelled);
    const auto built = RayScene::build(ball);
    ASSERT_TRUE(built);
    EXPECT_TRUE(built->occluded({0, 0, 20}, {0, 0, -1}, 1e30F));
}

// Leaves nothing of what lay on the stack.
[[gnu::noinline]] void scribble() {
    std::array<volatile char, 100'000> over{};
    for (volatile char& byte : over) byte = '\xAB';
}

// A scene made beside other work.
[[gnu::noinline]] std::optional<RayScene> builtBesideOthers(const Mesh& mesh) {
    std::optional<RayScene> scene;
    tbb::parallel_invoke([&] { scene = std::move(*RayScene::build(mesh)); }, [] {});
    return scene;
}

// Cancelling walks along every group of tasks that is left to the groups in which it was begun.
TEST(RayScene, MadeBesideOtherWorkOutlivesIt) {
    const auto scene = builtBesideOthers(repairedBall(100));
    scribble();
    tbb::task_group_context work;
    tbb::parallel_for(
        0, 8, [](int) { tbb::parallel_for(0, 1000, [](int) {}); }, work);
    EXPECT_TRUE(work.cancel_group_execution());
    EXPECT_TRUE(scene->occluded({0, 0, 20}, {0, 0, -1}, 1e30F));
}

}  // namespace
}  // namespace glaukophos
