// Rods, panels, glowing parts, sprays and light thrown back against closed forms. The values are
// those of data/r_closed_forms.csv: formulas of the texts named in each row, from memory, each
// confirmed numerically when the table was made.
#include <gtest/gtest.h>

#include <cmath>
#include <fstream>

#include "core/light/bounce.h"
#include "core/light/irradiance.h"
#include "core/light/shaped_source.h"
#include "tests/support/evaluated.h"
#include "tests/support/reference_table.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// Something for the ray tracer to hold that is never in the way.
Mesh farAway() { return meshOf({plate({0, 0, -1000}, 1)}); }

Light lightOf(LightKind kind) {
    Light light;
    light.name = "light";
    light.kind = std::move(kind);
    return light;
}

// Facing straight down from height h; the element looks up from the origin.
Panel above(PanelShape shape, const Vec3& centre, double width, double height) {
    return {shape, centre, {0.0, -90.0}, 0.0, width, height, false};
}

double seenFromOrigin(const LightKind& kind, const Vec3& normal = Vec3::UnitZ()) {
    return irradianceAt(lightOf(kind), farAway(), Vec3::Zero(), normal);
}

Vec3 tilted(double degrees_from_up) {
    return Vec3d(std::sin(radians(degrees_from_up)), 0.0, std::cos(radians(degrees_from_up)))
        .cast<float>();
}

// The value of a row of the table, found by its id and its parameters.
double closedForm(const std::string& id, const std::string& parameters) {
    for (const TableRow& row : readReferenceTable("r_closed_forms.csv")) {
        if (row.at("id") == id && row.at("parameters") == parameters) {
            return number(row, "closed_form");
        }
    }
    ADD_FAILURE() << "no row " << id << " " << parameters;
    return 0.0;
}

void expectWithin(double value, double expected, double share) {
    EXPECT_NEAR(value, expected, share * expected);
}

// Howell; Modest; Siegel & Howell: F = R^2/(R^2 + h^2).
TEST(DiscPanel, StraightAboveAgreesWithTheCoaxialDisc) {
    expectWithin(seenFromOrigin(above(PanelShape::Disc, {0, 0, 1}, 2, 2)),
                 closedForm("disc_axis", "h=1 R=1"), 0.005);
    expectWithin(seenFromOrigin(above(PanelShape::Disc, {0, 0, 2}, 2, 2)),
                 closedForm("disc_axis", "h=2 R=1"), 0.005);
    expectWithin(seenFromOrigin(above(PanelShape::Disc, {0, 0, 5}, 1, 1)),
                 closedForm("disc_axis", "h=5 R=0.5"), 0.005);
}

// Gershun 1936; Moon & Spencer: the light vector, so a cosine for tilted elements.
TEST(DiscPanel, OverATiltedElementFollowsTheLightVector) {
    expectWithin(seenFromOrigin(above(PanelShape::Disc, {0, 0, 2}, 1, 1), tilted(30)),
                 closedForm("disc_tilt", "h=2 R=0.5 t=30deg"), 0.005);
    expectWithin(seenFromOrigin(above(PanelShape::Disc, {0, 0, 1}, 0.6, 0.6), tilted(70)),
                 closedForm("disc_tilt", "h=1 R=0.3 t=70deg"), 0.005);
}

// Howell; Modest: offset parallel disc, and disc in a plane perpendicular to the element's.
TEST(DiscPanel, OffsetAndPerpendicularAgree) {
    expectWithin(seenFromOrigin(above(PanelShape::Disc, {0.25F, 0, 1}, 1, 1)),
                 closedForm("disc_offset", "h=1 R=0.5 a=0.25"), 0.005);
    expectWithin(seenFromOrigin(above(PanelShape::Disc, {1, 0, 1}, 4, 4)),
                 closedForm("disc_offset", "h=1 R=2 a=1"), 0.01);
    // Its plane a distance h away, its centre at height l over the element's plane.
    const auto standing = [](double h, double r, double l) {
        return Panel{
            PanelShape::Disc, Vec3d(0, -h, l).cast<float>(), {6.0, 0.0}, 0.0, 2 * r, 2 * r, false};
    };
    expectWithin(seenFromOrigin(standing(1, 0.5, 1)), closedForm("disc_perp", "h=1 R=0.5 l=1"),
                 0.005);
    expectWithin(seenFromOrigin(standing(2, 1, 1.5)), closedForm("disc_perp", "h=2 R=1 l=1.5"),
                 0.005);
}

// Lambert 1760; Howell: parallel rectangle with a corner on the normal.
TEST(RectanglePanel, WithACornerOverheadAgrees) {
    const auto corner = [](double a, double b, double c) {
        return above(PanelShape::Rectangle, Vec3d(0.5 * a, 0.5 * b, c).cast<float>(), a, b);
    };
    expectWithin(seenFromOrigin(corner(1, 1, 1)), closedForm("rect_par", "a=1 b=1 c=1"), 0.005);
    expectWithin(seenFromOrigin(corner(1, 0.5, 2)), closedForm("rect_par", "a=1 b=0.5 c=2"), 0.005);
    expectWithin(seenFromOrigin(corner(0.3, 2, 0.5)), closedForm("rect_par", "a=0.3 b=2 c=0.5"),
                 0.005);
}

// Howell; Modest: a wall that stands on the element's plane; half of it would lie below a horizon
// that were not cut off.
TEST(RectanglePanel, StandingOnThePlaneAgreesAlsoWhenItGoesOnBelow) {
    const auto wall = [](double a, double b, double low, double high) {
        return Panel{PanelShape::Rectangle,
                     Vec3d(0.5 * b, -a, 0.5 * (low + high)).cast<float>(),
                     {6.0, 0.0},
                     0.0,
                     b,
                     high - low,
                     false};
    };
    const double f = closedForm("rect_perp", "a=1 b=2 c=3");
    expectWithin(seenFromOrigin(wall(1, 2, 0, 3)), f, 0.005);
    expectWithin(seenFromOrigin(wall(1, 2, -2, 3)), f, 0.005);
    expectWithin(seenFromOrigin(wall(2, 1, 0, 4)), closedForm("rect_perp", "a=2 b=1 c=4"), 0.005);
}

TEST(Panel, ShinesToOneSideUnlessItHasTwo) {
    Panel panel = above(PanelShape::Rectangle, {0, 0, 2}, 2, 2);
    panel.faces = {0.0, 90.0};  // away from the element
    EXPECT_EQ(seenFromOrigin(panel), 0.0);
    const double facing = seenFromOrigin(above(PanelShape::Rectangle, {0, 0, 2}, 2, 2));
    panel.two_sided = true;
    EXPECT_NEAR(seenFromOrigin(panel), facing, 1e-6);
}

// Geometry: a quarter turn makes width and height change places.
TEST(Panel, TurnsAboutTheDirectionItFaces) {
    Panel wide = above(PanelShape::Rectangle, {0.5F, 0, 1}, 3, 0.5);
    Panel tall = above(PanelShape::Rectangle, {0.5F, 0, 1}, 0.5, 3);
    tall.turn_deg = 90.0;
    EXPECT_NEAR(seenFromOrigin(wide), seenFromOrigin(tall), 1e-6);
    EXPECT_GT(std::abs(seenFromOrigin(wide) -
                       seenFromOrigin(above(PanelShape::Rectangle, {0.5F, 0, 1}, 0.5, 3))),
              0.01);
}

// Lambert's formula for polygons, clipped at the horizon (Lambert 1760; Arvo 1995).
TEST(Outline, PolygonsAgreeWithLambertsFormulaAlsoWhenClipped) {
    const auto factor = [](std::initializer_list<Vec3d> corners) {
        Outline outline;
        for (const Vec3d& corner : corners) outline.add(corner);
        const Vec3d up = Vec3d::UnitZ();
        return configurationFactor(aboveHorizon(outline, up), up);
    };
    EXPECT_NEAR(
        factor({{1, 0, 1}, {0, 1, 2}, {-1, -0.5, 1.5}}),
        closedForm("polygon", "tri_above [(1, 0, 1), (0, 1, 2), (-1, -0.5, 1.5)] n=(0, 0, 1)"),
        1e-8);
    EXPECT_NEAR(
        factor({{1, -0.5, -0.6}, {1.2, 0.7, -0.3}, {0.8, 0.1, 1}}),
        closedForm("polygon",
                   "tri_clipped [(1, -0.5, -0.6), (1.2, 0.7, -0.3), (0.8, 0.1, 1)] n=(0, 0, 1)"),
        1e-8);
}

// The same polygon by sampled directions: the mean of weights is the integral of the cosine.
TEST(Outline, SampledDirectionsAddUpToTheSameFactor) {
    Outline outline;
    for (const Vec3d& corner :
         {Vec3d(1, -0.5, 0.2), Vec3d(1.2, 0.7, 0.3), Vec3d(0.3, 0.9, 1), Vec3d(-0.2, -0.1, 1)}) {
        outline.add(corner);
    }
    const OutlineSampler sampler(outline);
    double sum = 0.0;
    constexpr std::uint32_t kSamples = 20000;
    for (std::uint32_t i = 0; i < kSamples; ++i) {
        const auto sample = sampler.at(spreadPoint(i, {0.1, 0.7}));
        sum += sample.solid_angle * sample.direction.z();
    }
    EXPECT_NEAR(sum / kSamples / kPi, configurationFactor(outline, Vec3d::UnitZ()), 1e-3);
}

// Lynes; CIBSE; Simons & Bean: a thin tube from the foot of the perpendicular, element facing it.
// Strength 1 is a radiance of 1/pi. The table's second column has the tube's thickness in it.
TEST(Rod, FacingTubeAgreesWithTheAspectFactor) {
    struct Tube {
        double length, distance, diameter, irradiance;  // for radiance 1
    };
    for (const Tube& tube :
         {Tube{1, 1, 0.004, closedForm("tube_facing", "L=1 l=1 h=1 D=0.004")},
          Tube{2, 1, 0.004, closedForm("tube_facing", "L=1 l=2 h=1 D=0.004")},
          Tube{0.5, 1, 0.004, closedForm("tube_facing", "L=1 l=0.5 h=1 D=0.004")},
          Tube{10, 1, 0.004, closedForm("tube_facing", "L=1 l=10 h=1 D=0.004")},
          Tube{3, 2, 0.008, closedForm("tube_facing", "L=1 l=3 h=2 D=0.008")}}) {
        const auto h = static_cast<float>(tube.distance);
        const Rod rod{{0, 0, h}, {static_cast<float>(tube.length), 0, h}, 0.5 * tube.diameter};
        expectWithin(kPi * seenFromOrigin(rod), tube.irradiance, 0.01);
    }
}

// Howell: F = r/d for an endless cylinder and an element that faces it.
TEST(Rod, EndlessCylinderAgrees) {
    const Rod rod{{-400, 0, 1}, {400, 0, 1}, 0.1};
    expectWithin(seenFromOrigin(rod), closedForm("tube_infinite", "r=.1 d=1"), 0.01);
}

// A rod without length is a ball: Howell, (R/d)^2 cos t.
TEST(Rod, WithoutLengthIsALamp) {
    for (const double tilt : {0.0, 40.0, 80.0, 100.0}) {
        const double ball =
            irradianceAt(lampLight({0, 0, 3}, 1), farAway(), Vec3::Zero(), tilted(tilt));
        const Rod rod{{0, 0, 3}, {0, 0, 3.00001F}, 1.0};
        EXPECT_NEAR(seenFromOrigin(rod, tilted(tilt)), ball, 2e-3) << tilt;
    }
}

// Geometry: seen along its axis a rod looks like the ball at its near end.
TEST(Rod, EndOnItLooksLikeItsNearBall) {
    const double ball =
        irradianceAt(lampLight({0, 0, 3}, 1), farAway(), Vec3::Zero(), Vec3::UnitZ());
    EXPECT_NEAR(seenFromOrigin(Rod{{0, 0, 3}, {0, 0, 30}, 1.0}), ball, 2e-3);
    EXPECT_NEAR(seenFromOrigin(Rod{{0, 0, 30}, {0, 0, 3}, 1.0}), ball, 2e-3);
}

// Siegel & Howell: what an opaque plate hides. Half of a rectangle behind it gives half the light
// at a point below the dividing line.
TEST(RectanglePanel, HalfHiddenGivesHalf) {
    const Mesh half_plane = meshOf({box({0, -50, 1.0F}, {50, 50, 1.01F})});
    const double half = irradianceAt(lightOf(above(PanelShape::Rectangle, {0, 0, 2}, 2, 2)),
                                     half_plane, Vec3::Zero(), Vec3::UnitZ());
    const double open = seenFromOrigin(above(PanelShape::Rectangle, {0, 0, 2}, 2, 2));
    expectWithin(half, 0.5 * open, 0.01);
}

// What lies behind the source does not block it.
TEST(Rod, WhatIsBehindItDoesNotHideIt) {
    const Mesh wall = meshOf({box({-50, -50, 3.2F}, {50, 50, 3.3F})});
    const Rod rod{{-2, 0, 3}, {2, 0, 3}, 0.1};
    EXPECT_NEAR(irradianceAt(lightOf(rod), wall, Vec3::Zero(), Vec3::UnitZ()), seenFromOrigin(rod),
                1e-9);
}

// A sphere that glows from its triangles is a lamp: Howell, (R/d)^2.
TEST(GlowingPart, ASphereOfTrianglesGivesWhatALampGives) {
    const Plan plan = planOf({plate({0, 0, 0}, 30), sphere({0, 0, 9}, 3, 48)}, {"floor", "ball"});
    Light glowing = lightOf(GlowingPart{});
    glowing.own_parts = {1};
    for (const double x : {0.0, 6.0, 15.0}) {
        const std::vector<Vec3> points{Vec3(static_cast<float>(x), 0, 0)};
        const std::vector<Vec3> normals{Vec3::UnitZ()};
        const double e = irradiance(glowing, {points, normals, 0.01F}, occludersOf(*plan.figure),
                                    Accuracy::Reference, {})
                             .front();
        const double d = std::hypot(x, 9.0);
        expectWithin(e, std::pow(3.0 / d, 2) * 9.0 / d, 0.01);
    }
}

// A flat glowing square is a panel: Lambert's formula.
TEST(GlowingPart, AFlatSquareGivesWhatAPanelGives) {
    Shape square = plate({0, 0, 4}, 2);
    for (Triangle& t : square.triangles) std::swap(t[1], t[2]);  // facing down
    const Plan plan = planOf({plate({0, 0, 0}, 30), square}, {"floor", "vent"});
    Light glowing = lightOf(GlowingPart{});
    glowing.own_parts = {1};
    const std::vector<Vec3> points{Vec3(1, 0.5F, 0), Vec3(5, 0, 0)};
    const std::vector<Vec3> normals{Vec3::UnitZ(), Vec3::UnitZ()};
    const auto e = irradiance(glowing, {points, normals, 0.01F}, occludersOf(*plan.figure),
                              Accuracy::Reference, {});
    for (std::size_t i = 0; i < points.size(); ++i) {
        const double panel = irradianceAt(lightOf(above(PanelShape::Rectangle, {0, 0, 4}, 4, 4)),
                                          farAway(), points[i], Vec3::UnitZ());
        expectWithin(e[i], panel, 0.01);
    }
}

// "Its casing, cap or rim really blocks it": a cap over a glowing ball leaves what lies above dark.
TEST(GlowingPart, ItsCasingBlocksIt) {
    const Plan plan =
        planOf({plate({0, 0, 20}, 30), sphere({0, 0, 9}, 2, 24), box({-3, -3, 11.5F}, {3, 3, 12})},
               {"ceiling", "ember", "cap"});
    Light glowing = lightOf(GlowingPart{});
    glowing.own_parts = {1};
    const std::vector<Vec3> points{Vec3(0, 0, 20)};
    const std::vector<Vec3> normals{Vec3(-Vec3::UnitZ())};
    const Occluders all = occludersOf(*plan.figure);
    EXPECT_EQ(irradiance(glowing, {points, normals, 0.01F}, all, Accuracy::Soft, {}).front(), 0.0F);
    glowing.passed_parts = {2};
    EXPECT_GT(irradiance(glowing, {points, normals, 0.01F}, all, Accuracy::Soft, {}).front(),
              0.02F);
}

TEST(GlowingPart, WithoutAPartGivesNothing) { EXPECT_EQ(seenFromOrigin(GlowingPart{}), 0.0); }

// Lambert 1760: E = I cos t / d^2 for a nozzle, relative to what it lays in the middle.
TEST(Spray, NarrowPassFallsOffWithDistanceSquaredAndCosine) {
    const Mesh body = meshOf({plate({0, 0, 0}, 1)});  // the middle is the origin
    const Light spray = lightOf(Spray{{0.0, 90.0}, 0.1, 100.0});
    EXPECT_NEAR(irradianceAt(spray, body, Vec3(0, 0, 0.01F), Vec3::UnitZ()), 1.0, 2e-3);
    expectWithin(irradianceAt(spray, body, Vec3(0, 0, 20), Vec3::UnitZ()), 1.0 / (0.8 * 0.8),
                 0.005);
    expectWithin(irradianceAt(spray, body, Vec3(0, 0, 20), tilted(60)), 0.5 / (0.8 * 0.8), 0.005);
}

// From all round the upper half at a distance, what stands free gets what an even sky of directions
// gives: half as much on the side as on top (Liu & Jordan 1963; the weighting by solid angle is the
// same as that of a uniform sky).
TEST(Spray, SwungOverTheWholeSkyCoatsLikeAUniformSky) {
    const Mesh body = meshOf({plate({0, 0, -3}, 0.01F)});
    const Light spray = lightOf(Spray{{0.0, 90.0}, 90.0, 5000.0});
    const double top = irradianceAt(spray, body, Vec3::Zero(), Vec3::UnitZ());
    const double side = irradianceAt(spray, body, Vec3::Zero(), Vec3::UnitX());
    EXPECT_NEAR(top, 1.0, 0.01);
    EXPECT_NEAR(side / top, 0.5, 0.01);
}

// A bowl that throws light back. Enclosure theory (Siegel & Howell): every wall point sees half of
// the sky and half of the bowl; one bounce adds rho/2 of it, all bounces lead to
// M = rho F pi L / (1 - rho (1 - F)) with F = 1/2.
TEST(Bounce, InAHemisphericalPitAgreesWithTheEnclosure) {
    const auto figure = figureOf({sphere({0, 0, 10}, 10, 60, 90, 180, true)});
    const Form& form = *figure->form;
    const BounceTable table =
        traceBounce(form.receivers(), {form.shown, form.whole.mesh, form.floor}, {});
    const std::size_t walls = form.whole.normals.size();
    std::vector<bool> throws_back(form.points_mm.size(), false);
    std::fill_n(throws_back.begin(), walls, true);
    std::vector<float> even(form.points_mm.size(), 0.5F);  // direct light of a sky of strength 1
    const auto mean = [&](const std::vector<float>& values) {
        double sum = 0.0;
        for (std::size_t v = 0; v < walls; ++v) sum += values[v] * figure->surface.areas_mm2[v];
        return sum / figure->surface.part_areas_mm2[0];
    };
    const std::vector<float> once = thrownBack(table, even, throws_back, 0.0F);
    EXPECT_NEAR(mean(once), 0.25, 0.01);  // half of 0.5, as if everything were reflected

    const double rho = 0.5;
    std::vector<float> sum = even;
    std::vector<float> last = even;
    for (int i = 0; i < 12; ++i) {
        last = thrownBack(table, last, throws_back, 0.0F);
        for (float& e : last) e *= static_cast<float>(rho);
        for (std::size_t v = 0; v < sum.size(); ++v) sum[v] += last[v];
    }
    // Exitance rho E for a sky of radiance 1, which gives pi on an open surface.
    expectWithin(rho * kPi * mean(sum), closedForm("pit_interreflection", "rho=0.5"), 0.02);
}

// Liu & Jordan 1963: the ground gives rho (1 - cos b)/2 to a surface tilted by b.
TEST(Bounce, AnOpenFloorGivesTiltedSurfacesTheirShare) {
    const auto figure = figureOf({sphere({0, 0, 10}, 10, 60)});
    const Form& form = *figure->form;
    const BounceTable table =
        traceBounce(form.receivers(), {form.shown, form.whole.mesh, form.floor}, {});
    std::vector<bool> throws_back(form.points_mm.size(), true);
    std::fill_n(throws_back.begin(), form.whole.normals.size(), false);
    const std::vector<float> even(form.points_mm.size(), 1.0F);
    const std::vector<float> back = thrownBack(table, even, throws_back, 1.0F);
    double error = 0.0;
    for (std::size_t v = 0; v < form.whole.normals.size(); ++v) {
        const double expected = 0.5 * (1.0 - form.whole.normals[v].z());
        EXPECT_NEAR(back[v], expected, 0.1) << v;
        error += std::abs(back[v] - expected);
    }
    EXPECT_LT(error / static_cast<double>(form.whole.normals.size()), 0.02);
}

// Energy: a surface cannot throw back more than it gets.
TEST(Bounce, GainsNoEnergyOnARealFigure) {
    Plan plan =
        startingPlan("test", figureOf({sphere({0, 0, 9}, 8, 40), box({-9, 6, 0}, {9, 8, 20}),
                                       sphere({4, -8, 4}, 4, 30)}));
    plan.lights = {farLight(1, 50), lightOf(Bounce{false, {0, 1, 2}})};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    double direct = 0.0;
    double back = 0.0;
    for (std::size_t v = 0; v < plan.figure->vertexCount(); ++v) {
        direct += appearance->irradiance.of_lights[0][v] * plan.figure->surface.areas_mm2[v];
        back += appearance->irradiance.of_lights[1][v] * plan.figure->surface.areas_mm2[v];
    }
    EXPECT_GT(back, 0.02 * direct);
    EXPECT_LT(back, direct);
}

}  // namespace
}  // namespace glaukophos
