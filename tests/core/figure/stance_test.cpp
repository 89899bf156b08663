#include "core/figure/stance.h"

#include <gtest/gtest.h>

#include "core/io/surface_ply.h"
#include "core/plan/new_figure.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// A figure of boxes on a broad base: two legs, a body, arms forward along -y, a head.
std::vector<Shape> mannequin() {
    return {box({-9, -9, 0}, {9, 9, 2}),       box({-3, -1.5F, 2}, {-1, 1.5F, 14}),
            box({1, -1.5F, 2}, {3, 1.5F, 14}), box({-4, -2, 14}, {4, 2, 26}),
            box({-5, -7, 22}, {-4, 1, 24}),    box({4, -7, 22}, {5, 1, 24}),
            box({-2, -2.5F, 27}, {2, 2, 32})};
}

Mesh turnedMesh(const std::vector<Shape>& shapes, const Vec3& axis, double angle_deg) {
    Mesh mesh = meshOf(shapes);
    const Eigen::Matrix3f turn =
        Eigen::AngleAxisf(static_cast<float>(radians(angle_deg)), axis).toRotationMatrix();
    for (Vec3& p : mesh.positions_mm) p = turn * p;
    return mesh;
}

TEST(Upright, TheFlatUndersideGoesDownFromAnyOfSixWays) {
    for (const auto& [axis, angle] : {std::pair<Vec3, double>{Vec3::UnitX(), 0},
                                      {Vec3::UnitX(), 90},
                                      {Vec3::UnitX(), -90},
                                      {Vec3::UnitX(), 180},
                                      {Vec3::UnitY(), 90},
                                      {Vec3::UnitY(), -90}}) {
        Mesh mesh = turnedMesh(mannequin(), axis, angle);
        Stance stance;
        stance.turn = uprightTurn(mesh, false);
        stand(mesh, stance);
        const Bounds bounds = boundsOf(mesh.positions_mm);
        EXPECT_NEAR(bounds.size().z(), 32.0F, 1e-3) << axis.transpose() << " " << angle;
        EXPECT_NEAR(bounds.low.z(), 0.0F, 1e-4);
        // The base is at the bottom: the widest slice.
        float widest_at = 0.0F;
        float widest = 0.0F;
        for (const Vec3& p : mesh.positions_mm) {
            if (p.head<2>().norm() > widest) {
                widest = p.head<2>().norm();
                widest_at = p.z();
            }
        }
        EXPECT_LT(widest_at, 3.0F);
    }
}

// A figure without a base (a bust, a jumping one): flat places on its back are no base.
TEST(Upright, AFigureWithoutAFlatBaseStandsAsItIs) {
    std::vector<Shape> jumping = {sphere({0, 0, 6}, 6, 24), sphere({0, 0, 16}, 4, 24),
                                  box({-1, 5.5F, 5}, {1, 6.2F, 8})};  // a small pack on its back
    EXPECT_TRUE(uprightTurn(meshOf(jumping), false).isApprox(Eigen::Matrix3f::Identity()));
}

TEST(Upright, AnyAxisCanBeSaidToPointUp) {
    for (const Vec3& up : {Vec3(1, 0, 0), Vec3(0, 1, 0), Vec3(0, 0, -1), Vec3(0, -1, 0)}) {
        EXPECT_NEAR((turnToUp(up) * up - Vec3::UnitZ()).norm(), 0.0F, 1e-6F);
    }
}

// glTF 2.0, 3.4: +Y up, +Z forward. After turning, the figure must face -y.
TEST(Upright, YUpFilesEndUpFacingTheViewer) {
    Mesh mesh;
    mesh.positions_mm = {{0, 0, 0}, {0, 1, 0}, {0, 0, 1}};
    mesh.triangles = {{0, 1, 2}};
    const Eigen::Matrix3f turn = uprightTurn(mesh, true);
    EXPECT_LT((turn * Vec3::UnitY() - Vec3::UnitZ()).norm(), 1e-5F);
    EXPECT_LT((turn * Vec3::UnitZ() + Vec3::UnitY()).norm(), 1e-5F);
}

TEST(Facing, ASlantedFigureIsTurnedToFaceTheViewer) {
    for (const double slant : {-24.0, 16.0}) {
        const auto figure = figureOf(mannequin());
        Mesh mesh = figure->form->whole.mesh;  // evenly covered with vertices
        const Eigen::Matrix3f turn =
            Eigen::AngleAxisf(static_cast<float>(radians(slant)), Vec3::UnitZ()).toRotationMatrix();
        for (Vec3& p : mesh.positions_mm) p = turn * p;
        EXPECT_NEAR(facingTurn_deg(mesh), -slant, 4.1);
    }
}

TEST(Units, AreGuessedFromTheHeightOnlyWhenOneFits) {
    EXPECT_STREQ(guessedUnit(33.0F).key, "mm");
    EXPECT_STREQ(guessedUnit(0.033F).key, "m");
    EXPECT_STREQ(guessedUnit(3000.0F).key, "mm");  // none fits
    // 1.3 units: 33 mm as inches, 13 mm as centimetres; both would do, so it is left to the
    // painter.
    EXPECT_STREQ(guessedUnit(1.3F).key, "mm");
    EXPECT_TRUE(fitsAFigure(1.3F, lengthUnits()[2]));
    EXPECT_FALSE(fitsAFigure(1.3F, lengthUnits()[0]));
}

TEST(Restanding, ScalesFigureAndLampsAndKeepsTheDivision) {
    Plan plan = planOf(mannequin());
    plan.lights = {lampLight({4, -6, 20}, 2.0)};
    Stance stance;
    stance.scale = 1.25F;
    stance.turn = Eigen::AngleAxisf(static_cast<float>(kPi / 2), Vec3::UnitZ()).toRotationMatrix();
    const auto after = restood(plan, stance, {});
    ASSERT_TRUE(after);
    EXPECT_NEAR(after->figure->bounds().size().z(), 40.0F, 1e-3);
    EXPECT_EQ(*after->figure->labels, *plan.figure->labels);
    const Lamp& lamp = std::get<Lamp>(after->lights[0].kind);
    EXPECT_LT((lamp.centre_mm - Vec3(7.5F, 5, 25)).norm(), 1e-3F);
    EXPECT_NEAR(lamp.radius_mm, 2.5, 1e-6);
    for (std::size_t part = 0; part < plan.parts.size(); ++part) {
        EXPECT_NEAR(after->figure->surface.part_areas_mm2[part],
                    1.5625 * plan.figure->surface.part_areas_mm2[part], 0.2);
    }
}

// Twice as large a figure is planned at its own brush resolution; parts must follow.
TEST(Restanding, AMuchLargerFigureGetsANewSurfaceWithTheSameParts) {
    const Plan plan = planOf(mannequin());
    Stance stance;
    stance.scale = 2.5F;
    const auto after = restood(plan, stance, {});
    ASSERT_TRUE(after);
    EXPECT_GT(after->figure->form->whole.longest_edge_mm, plan.figure->form->whole.longest_edge_mm);
    // Arms and body touch, where the nearest surface may be either.
    for (std::size_t part = 0; part < plan.parts.size(); ++part) {
        const double expected = 6.25 * plan.figure->surface.part_areas_mm2[part];
        EXPECT_NEAR(after->figure->surface.part_areas_mm2[part], expected, 0.08 * expected);
    }
}

ImportedFigure importedFrom(const std::vector<Shape>& shapes) {
    ImportedFigure imported;
    imported.mesh = meshOf(shapes);
    imported.labels = PartLabels(imported.mesh.triangles.size(), 0);  // one lump
    imported.parts = {{"all", {}, false}};
    return imported;
}

TEST(NewFile, PartsStayWhereTheShapeIsTheSame) {
    const Plan plan = planOf(mannequin());
    std::vector<Shape> supported = mannequin();
    supported.push_back(box({6, -8, 0}, {6.5F, -7.5F, 22}));  // a support under one hand
    const auto after = withNewFigure(plan, importedFrom(supported), {});
    ASSERT_TRUE(after) << after.error().message;
    ASSERT_EQ(after->parts.size(), plan.parts.size());
    for (std::size_t part = 0; part < plan.parts.size(); ++part) {
        const double before = plan.figure->surface.part_areas_mm2[part];
        EXPECT_NEAR(after->figure->surface.part_areas_mm2[part], before, 0.1 * before + 48.0);
    }
}

TEST(NewFile, AnotherFigureIsRefused) {
    const Plan plan = planOf(mannequin());
    const auto after = withNewFigure(plan, importedFrom({sphere({0, 0, 40}, 15, 40)}), {});
    ASSERT_FALSE(after);
    EXPECT_NE(after.error().message.find("%"), std::string::npos);
}

TEST(SurfacePly, ComesBackAsItWasAndDamageIsRefused) {
    const auto figure = figureOf({box({0, 0, 0}, {4, 4, 4}), plate({0, 0, 9}, 2)});
    const WorkingSurface& whole = figure->form->whole;
    const std::string bytes = surfacePly(whole, *figure->labels);
    const auto back = parseSurfacePly(bytes, 2);
    ASSERT_TRUE(back);
    EXPECT_EQ(back->mesh.positions_mm, whole.mesh.positions_mm);
    EXPECT_EQ(back->mesh.triangles, whole.mesh.triangles);
    EXPECT_EQ(back->labels, *figure->labels);
    EXPECT_FALSE(parseSurfacePly(bytes, 1));  // a part that the plan does not have
    EXPECT_FALSE(parseSurfacePly(std::string_view(bytes).substr(0, bytes.size() - 1), 2));
    for (const char* text : {"", "ply\n", "ply\nformat ascii 1.0\n"}) {
        EXPECT_FALSE(parseSurfacePly(std::string_view(text), 2));
    }
    std::string wild = bytes;
    wild[wild.size() - 4] = '\x7f';  // a corner far beyond the vertices
    wild[wild.size() - 3] = '\x7f';
    EXPECT_FALSE(parseSurfacePly(wild, 2));
}

}  // namespace
}  // namespace glaukophos
