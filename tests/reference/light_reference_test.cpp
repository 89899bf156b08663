// Light against closed forms. Formulas as named beside each test; those marked "from memory" were
// confirmed numerically when the tables in data/ were made (see their headers).
#include <gtest/gtest.h>

#include <cmath>

#include "core/light/irradiance.h"
#include "core/light/sky.h"
#include "core/light/sphere_source.h"
#include "tests/support/evaluated.h"
#include "tests/support/reference_table.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// Something for the ray tracer to hold that is never in the way.
Mesh farAway() { return meshOf({plate({0, 0, -1000}, 1)}); }

Vec3 tilted(double degrees_from_up) {
    return Vec3d(std::sin(radians(degrees_from_up)), 0.0, std::cos(radians(degrees_from_up)))
        .cast<float>();
}

// Lambert, Photometria, 1760: E = E0 cos t.
TEST(LambertLaw, FarLightFallsOffWithTheCosine) {
    for (const double tilt : {0.0, 20.0, 45.0, 70.0, 89.0}) {
        const double e = irradianceAt(farLight(0, 90), farAway(), Vec3::Zero(), tilted(tilt));
        EXPECT_NEAR(e, std::cos(radians(tilt)), 1e-4) << tilt;
    }
}

// Lambert 1760: E = I cos t / d^2. A ball of radiance L and radius R has intensity I = L pi R^2;
// our strength is pi L.
TEST(InverseSquare, SmallLampFallsOffWithDistanceSquared) {
    for (const double d : {5.0, 10.0, 40.0}) {
        const Light lamp = lampLight({0, 0, static_cast<float>(d)}, 0.5, 1.0);
        const double e = irradianceAt(lamp, farAway(), Vec3::Zero(), tilted(30));
        EXPECT_NEAR(e, 0.25 / (d * d) * std::cos(radians(30)), 1e-3 * 0.25 / (d * d)) << d;
    }
}

// Howell, A Catalog of Radiation Heat Transfer Configuration Factors, sphere and tilted element,
// including the cases cut by the horizon. From memory, confirmed numerically.
TEST(SphereSource, AgreesWithTheCatalogueEvenCutByTheHorizon) {
    for (const TableRow& row : readReferenceTable("r_sphere_source.csv")) {
        const double h = number(row, "H");
        const double w = number(row, "w_deg");
        const double f = number(row, "F_closed");
        EXPECT_NEAR(sphereFactor(1.0 / h, std::cos(radians(w))), f, 1e-8) << h << " " << w;
        // The same by rays from a mesh that blocks nothing: strength 1 gives F.
        const Vec3 centre = static_cast<float>(h) * Vec3::UnitZ();
        const double e = irradianceAt(lampLight(centre, 1.0), farAway(), Vec3::Zero(), tilted(w));
        EXPECT_NEAR(e, f, 1e-4 + 1e-3 * f) << h << " " << w;
    }
}

// Siegel & Howell, Thermal Radiation Heat Transfer: half a ball hidden by an opaque half plane
// through its centre line gives half the irradiance at a point that faces it.
TEST(SphereSource, HalfHiddenByAPlateGivesHalf) {
    const Mesh half_plane = meshOf({box({0, -50, 4.99F}, {50, 50, 5.0F})});
    const double open =
        irradianceAt(lampLight({0, 0, 10}, 1), farAway(), Vec3::Zero(), Vec3::UnitZ());
    const double hidden =
        irradianceAt(lampLight({0, 0, 10}, 1), half_plane, Vec3::Zero(), Vec3::UnitZ());
    EXPECT_NEAR(hidden / open, 0.5, 0.01);
}

// Liu & Jordan 1963: (1 + cos b)/2 for a uniform sky. Moon & Spencer 1942 for the overcast sky:
// 3/14 (1 + cos b) + 4/(7 pi) ((pi - b) cos b + sin b), derived from it and confirmed.
TEST(SkyOnTiltedPlane, AgreesWithTheTableByRays) {
    for (const TableRow& row : readReferenceTable("r_sky_tilt.csv")) {
        const double b = number(row, "b_deg");
        const double uniform =
            irradianceAt(skyLight(SkyKind::Uniform), farAway(), Vec3::Zero(), tilted(b));
        const double overcast =
            irradianceAt(skyLight(SkyKind::Overcast), farAway(), Vec3::Zero(), tilted(b));
        EXPECT_NEAR(uniform, number(row, "iso"), 2e-3) << b;
        EXPECT_NEAR(overcast, number(row, "moonspencer"), 2e-3) << b;
    }
}

TEST(SkyOnTiltedPlane, TableOfDirectionsAgreesWithinOnePerCent) {
    std::vector<Vec3> points;
    std::vector<Vec3> normals;
    for (const TableRow& row : readReferenceTable("r_sky_tilt.csv")) {
        points.push_back(Vec3::Zero());
        normals.push_back(tilted(number(row, "b_deg")));
    }
    const auto scene = RayScene::build(farAway());
    ASSERT_TRUE(scene);
    SkyTable table;
    while (table.rounds < kSkyRounds) {
        ASSERT_TRUE(traceNextRound(table, {points, normals, 0.01F}, *scene, {}));
    }
    const auto uniform = skyIrradiance(table, normals, {SkyKind::Uniform, 0});
    const auto overcast = skyIrradiance(table, normals, {SkyKind::Overcast, 0});
    std::size_t i = 0;
    for (const TableRow& row : readReferenceTable("r_sky_tilt.csv")) {
        EXPECT_NEAR(uniform[i], number(row, "iso"), 0.01) << number(row, "b_deg");
        EXPECT_NEAR(overcast[i], number(row, "moonspencer"), 0.01) << number(row, "b_deg");
        ++i;
    }
}

// CIE overcast sky (Moon & Spencer 1942): vertical to horizontal = 3/14 + 4/(7 pi) = 0.396; zenith
// three times the horizon.
TEST(OvercastSky, ZenithIsThreeTimesTheHorizon) {
    const Sky sky{SkyKind::Overcast, 0};
    EXPECT_NEAR(skyRadiance(sky, 1.0) / skyRadiance(sky, 1e-9), 3.0, 1e-6);
}

// Integral of cos^(k+1) over the hemisphere is 2 pi/(k + 2): an open horizontal surface gets the
// strength whatever the sharpness (calculus).
TEST(ZenithalSky, HorizontalSurfaceGetsTheStrength) {
    for (const double sharpness : {0.0, 1.0, 4.0, 20.0, 50.0}) {
        const double e = irradianceAt(skyLight(SkyKind::Zenithal, sharpness), farAway(),
                                      Vec3::Zero(), Vec3::UnitZ());
        EXPECT_NEAR(e, 1.0, 2e-3) << sharpness;
    }
}

// Spherical enclosure, Siegel & Howell: every point of a hemispherical pit sees half of a uniform
// sky. The best test of sky visibility: shadow and cosine at every angle.
TEST(HemisphericalPit, EveryPointGetsHalfTheSky) {
    const Mesh bowl = meshOf({sphere(Vec3::Zero(), 10, 96, 90, 180, true)});
    for (const double polar : {95.0, 120.0, 150.0, 175.0}) {
        const Vec3 out = Vec3d(std::sin(radians(polar)), 0, std::cos(radians(polar))).cast<float>();
        // A little inside, clear of the flat faces.
        const double e = irradianceAt(skyLight(SkyKind::Uniform), bowl, 9.98F * out, -out);
        EXPECT_NEAR(e, 0.5, 0.01) << polar;
    }
}

// Crossed strings, Hottel: beside a very long wall of height h, a horizontal element at distance x
// loses (1 - x/sqrt(x^2 + h^2))/2 of a uniform sky.
TEST(LongWall, HidesTheShareOfTheSkyThatHottelGives) {
    for (const double x : {0.5, 1.0, 2.0}) {
        const Mesh wall =
            meshOf({box({static_cast<float>(x), -2000, 0}, {static_cast<float>(x) + 1, 2000, 1})});
        const double e =
            irradianceAt(skyLight(SkyKind::Uniform), wall, Vec3(0, 0, 0), Vec3::UnitZ());
        EXPECT_NEAR(e, 1.0 - 0.5 * (1.0 - x / std::sqrt(x * x + 1.0)), 5e-3) << x;
    }
}

// Geometry: a disc of radius a at height h over a floor, lit from straight above by a light of
// angular radius s, has an umbra of radius a - h tan s and a penumbra out to a + h tan s.
TEST(DiscShadow, UmbraAndPenumbraHaveTheRadiiOfGeometry) {
    const double a = 10.0;
    const double h = 20.0;
    const double s = 5.0;
    const double spread = h * std::tan(radians(s));
    const Mesh blocker = meshOf({disc({0, 0, static_cast<float>(h)}, static_cast<float>(a), 1024)});
    const auto at = [&](double r) {
        return irradianceAt(farLight(0, 90, s), blocker, Vec3(static_cast<float>(r), 0, 0),
                            Vec3::UnitZ());
    };
    EXPECT_EQ(at(a - spread - 0.1), 0.0);
    EXPECT_GT(at(a - spread + 0.2), 0.0);
    EXPECT_LT(at(a + spread - 0.2), 0.999);
    EXPECT_NEAR(at(a + spread + 0.1), 1.0, 1e-3);
}

// Geometry: behind a straight edge the visible share of a small disc is the area of a circle
// beyond a chord at t radii from its centre: (acos t - t sqrt(1 - t^2))/pi.
TEST(StraightEdge, PenumbraFollowsTheCircleSegment) {
    const double h = 20.0;
    const double s = 1.0;
    const double spread = h * std::tan(radians(s));
    const Mesh edge = meshOf({box({-500, -500, 20.0F}, {0, 500, 20.01F})});
    for (const double t : {-0.9, -0.5, 0.0, 0.5, 0.9}) {
        const double e = irradianceAt(farLight(0, 90, s), edge,
                                      Vec3(static_cast<float>(-t * spread), 0, 0), Vec3::UnitZ());
        const double share = (std::acos(t) - t * std::sqrt(1 - t * t)) / kPi;
        EXPECT_NEAR(e, share, 0.01) << t;
    }
}

// Geometry: on a sphere under parallel light E = cos of the angle from the light, so the share of
// the area above irradiance t is that of a cap, (1 - t)/2.
TEST(SphereUnderParallelLight, BandSharesAreCaps) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 90)});
    plan.lights = {farLight(2, 40)};
    plan.values.contrast = 0.0;
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    for (std::size_t b = 0; b + 1 < appearance->bands.count(); ++b) {
        const double t = appearance->values.light_tone.luminance(appearance->bands.borders[b]);
        double above = 0.0;
        for (std::size_t i = b + 1; i < appearance->bands.count(); ++i)
            above += appearance->bands.whole.share(i);
        EXPECT_NEAR(above, 0.5 * (1.0 - t), 0.004) << b;
        // The border is a circle of radius R sin(acos t).
        const double length = 2.0 * kPi * 10.0 * std::sqrt(1.0 - t * t);
        EXPECT_NEAR(appearance->bands.whole.border_lengths_mm[b], length, 0.02 * length) << b;
    }
}

// A convex body never shadows the side that faces the light: soft shadows on a sphere must equal
// the open cosine (geometry). Catches self-shadowing at the terminator.
TEST(SphereUnderParallelLight, HasNoShadowOfItsOwn) {
    const auto figure = figureOf({sphere({0, 0, 0}, 16, 100)});
    const Light light = farLight(1, 30, 0.25);
    const auto e =
        irradiance(light, figure->form->receivers(), occludersOf(*figure), Accuracy::Soft, {});
    const Vec3 direction = towards({1, 30});
    double worst = 0.0;
    for (std::size_t v = 0; v < figure->vertexCount(); ++v) {
        const double open = std::max(0.0F, figure->form->normals[v].dot(direction));
        worst = std::max(worst, std::abs(e[v] - open));
    }
    EXPECT_LT(worst, 0.03);
}

}  // namespace
}  // namespace glaukophos
