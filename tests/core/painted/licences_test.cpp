#include "core/painted/licences.h"

#include <gtest/gtest.h>

#include <cmath>

#include "core/geometry/surface_distance.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// Geometry: along a ball the way from a pole to a place at polar angle t is R t.
TEST(SurfaceDistance, OnABallIsTheArc) {
    const auto figure = figureOf({sphere({0, 0, 0}, 10, 60)});
    const Mesh& mesh = figure->form->whole.mesh;
    std::uint32_t pole = 0;
    for (std::uint32_t v = 0; v < mesh.positions_mm.size(); ++v) {
        if (mesh.positions_mm[v].z() > mesh.positions_mm[pole].z()) pole = v;
    }
    const std::vector<float> away = surfaceDistances(mesh, std::span(&pole, 1));
    for (std::size_t v = 0; v < away.size(); ++v) {
        const Vec3& p = mesh.positions_mm[v];
        const double arc = 10.0 * std::atan2(p.head<2>().norm(), p.z());
        EXPECT_NEAR(away[v], arc, 0.02 * arc + 0.05);
    }
}

TEST(SurfaceDistance, OfAnotherPieceIsInfinite) {
    const Mesh mesh = meshOf({plate({0, 0, 0}, 5), plate({20, 0, 0}, 5)});
    const std::uint32_t start = 0;
    const std::vector<float> away = surfaceDistances(mesh, std::span(&start, 1));
    EXPECT_TRUE(std::isinf(away.back()));
    EXPECT_NEAR(away[2], std::sqrt(200.0), 1e-4);
}

// A ball in half light, and its values.
class Licences : public ::testing::Test {
  protected:
    Licences() : m_plan(planOf({sphere({0, 0, 20}, 10, 60)})) {
        m_plan.lights = {farLight(9, 20, 0.25)};  // from its own left
        m_plan.values.bands.speck_mm = 0.0;
        m_plan.values.bands.dip_depth = 0.0;
    }
    [[nodiscard]] Appearance appearance() const {
        auto found = evaluate(m_plan, {});
        EXPECT_TRUE(found);
        return *found;
    }
    [[nodiscard]] std::size_t vertexAt(const Vec3& place) const {
        const std::vector<Vec3>& at = m_plan.figure->surface.mesh.positions_mm;
        std::size_t nearest = 0;
        for (std::size_t v = 0; v < at.size(); ++v) {
            if ((at[v] - place).norm() < (at[nearest] - place).norm()) nearest = v;
        }
        return nearest;
    }

    Plan m_plan;
};

TEST_F(Licences, ALiftLightsTheDarkSideAndLeavesTheLights) {
    const std::size_t dark = vertexAt({-10, 0, 20});
    const std::size_t light = vertexAt({9.4F, 0, 23.4F});
    const Appearance before = appearance();
    EXPECT_TRUE(before.values.as_lit.empty());
    m_plan.parts[0].lift = 18.0;
    const Appearance after = appearance();
    EXPECT_NEAR(after.values.lightness[dark], before.values.lightness[dark] + 18.0, 0.5);
    EXPECT_NEAR(after.values.lightness[light], before.values.lightness[light], 0.8);
    EXPECT_EQ(after.values.as_lit, before.values.lightness);  // what the light would do is kept
    EXPECT_GT(after.ladders[0][1].target.L, before.ladders[0][0].target.L);
}

TEST_F(Licences, CalmBelowTheKneeTakesTheFootDownOnly) {
    m_plan.lights = {skyLight(SkyKind::Uniform)};
    const std::size_t head = vertexAt({0, 0, 30});
    const std::size_t foot = vertexAt({0, -8, 12});
    const Appearance before = appearance();
    m_plan.values.calm = {0.5, 0.3};
    const Appearance after = appearance();
    EXPECT_NEAR(after.values.lightness[head], before.values.lightness[head], 1e-3);
    EXPECT_NEAR(after.values.lightness[foot] - 10.0, 0.5 * (before.values.lightness[foot] - 10.0),
                1.0);
}

// Common practice, no source: lower half darker, upper half lighter, the light side's upper quarter
// lightest, as wholes: within a quarter the light's own differences stay; a dark glaze goes along
// the far edge.
TEST_F(Licences, AFaceByQuartersHasFourValuesByTheLightsSide) {
    m_plan.values.face = FaceQuarters{true, {0, -10, 20}, {0, -1, 0}, 9.0, 0.0, 0.8, 0.0};
    const Appearance after = appearance();
    const auto vertexOf = [&](float left, float up) {
        return vertexAt({left, -std::sqrt(100.0F - left * left - up * up), 20 + up});
    };
    const Surface& surface = m_plan.figure->surface;
    const auto meanOf = [&](bool left, bool up) {
        double sum = 0.0;
        double area = 0.0;
        for (std::size_t v = 0; v < surface.parts.size(); ++v) {
            const Vec3 away = surface.mesh.positions_mm[v] - Vec3(0, -10, 20);
            const bool here = away.norm() < 8.5F && (away.x() > 0.4F) == left &&
                              (away.z() > 0.4F) == up && std::abs(away.x()) > 0.4F &&
                              std::abs(away.z()) > 0.4F;
            if (!here) continue;
            sum += surface.areas_mm2[v] * after.values.lightness[v];
            area += surface.areas_mm2[v];
        }
        return sum / area;
    };
    EXPECT_GT(meanOf(true, true), meanOf(false, true) + 3.0);
    EXPECT_GT(meanOf(false, true), meanOf(true, false) + 3.0);
    EXPECT_GT(meanOf(true, false), meanOf(false, false) + 3.0);
    const auto moved = [&](std::size_t v) {
        return after.values.lightness[v] - after.values.as_lit[v];
    };
    EXPECT_NEAR(moved(vertexOf(3, 3)), moved(vertexOf(4, 2)), 0.1);
    m_plan.values.face->veil = 1.0;
    const std::vector<float> veil = faceVeilOf(m_plan, after.values.as_lit);
    EXPECT_GT(veil[vertexOf(-7.5F, 1)], 0.5F);
    EXPECT_LT(veil[vertexOf(7.5F, 1)], 0.05F);
    EXPECT_LT(veil[vertexOf(0, 1)], 0.05F);
    m_plan.values.face->used = false;
    EXPECT_TRUE(appearance().values.as_lit.empty());  // only shown, not painted
}

TEST_F(Licences, AFaceIsFoundWhereItWasPointedAt) {
    const FaceQuarters face = faceAt(m_plan, {0, -10, 20});
    EXPECT_GT(face.facing.dot(-Vec3::UnitY()), 0.99F);
    EXPECT_GT(face.radius_mm, 1.0);
    const auto lines = faceLines(m_plan, face);
    ASSERT_EQ(lines.size(), 2U);
    for (const auto& line : lines) {
        for (const Vec3& p : line) EXPECT_NEAR((p - Vec3(0, 0, 20)).norm(), 10.0, 0.05);
    }
}

TEST_F(Licences, ACorrectionMovesByWholeBandsUnderTheBrushOnly) {
    m_plan.values.contrast = 0.0;
    const Vec3 place(0, -10, 20);
    const std::size_t under = vertexAt(place);
    const Appearance before = appearance();
    const std::size_t band = bandOf(before.values.lightness[under], before.bands.borders);
    m_plan.values.corrections = {{1, 2.0, {place}, {-Vec3::UnitY()}}};
    const Appearance after = appearance();
    EXPECT_EQ(bandOf(after.values.lightness[under], after.bands.borders), band + 1);
    const std::size_t beside = vertexAt({5, -8.6F, 20});
    EXPECT_EQ(after.values.lightness[beside], before.values.lightness[beside]);
    const std::size_t behind = vertexAt({0, 10, 20});
    EXPECT_EQ(after.values.lightness[behind], before.values.lightness[behind]);
    // It stays when the light moves a little.
    m_plan.lights = {farLight(9.2, 22, 0.25)};
    const Appearance moved = appearance();
    Plan without = m_plan;
    without.values.corrections.clear();
    const auto plain = evaluate(without, {});
    EXPECT_GT(moved.values.lightness[under], plain->values.lightness[under] + 8.0F);
}

// Common practice, no source: a glowing thing is brightest at its root, its tips are darkest.
TEST(TurnedOver, AFlameIsBrightestAtItsRoot) {
    Plan plan = planOf({cylinder({0, 0, 0}, 6, 4, 80), cylinder({0, 0, 3.5F}, 2, 12, 60)},
                       {"plinth", "flame"});
    EXPECT_EQ(plan.parts[1].material, Material::Glowing);  // by its name
    Light light;
    light.name = "flame";
    light.kind = GlowingPart{};
    light.own_parts = {1};
    plan.lights = {light};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Surface& surface = plan.figure->surface;
    double root = 0.0;
    double middle = 0.0;
    double tip = 100.0;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] != 1) continue;
        const float z = surface.mesh.positions_mm[v].z();
        const double lightness = appearance->values.lightness[v];
        if (z > 4.2F && z < 5) root = std::max(root, lightness);
        if (std::abs(z - 10) < 0.4F) middle = std::max(middle, lightness);
        if (z > 15.4F) tip = std::min(tip, lightness);
    }
    EXPECT_GT(root, middle + 10.0);
    EXPECT_GT(middle, tip + 10.0);
    EXPECT_GT(appearance->bands.parts[1].area_mm2(), 100.0);  // it has bands of its own
    double sum = appearance->bands.parts[0].area_mm2();
    EXPECT_NEAR(appearance->bands.whole.area_mm2(), sum, 1e-6);  // which do not count for the whole
}

}  // namespace
}  // namespace glaukophos
