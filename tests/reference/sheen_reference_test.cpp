// Mirrored light against published integrals and the law of reflection.
#include <gtest/gtest.h>

#include <cmath>

#include "core/base/low_discrepancy.h"
#include "core/painted/specular.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// Integral over the hemisphere above +z.
template <class Function>
double overHemisphere(const Function& f) {
    constexpr int kSteps = 400;
    double sum = 0.0;
    for (int i = 0; i < kSteps; ++i) {
        const double polar = 0.5 * kPi * (i + 0.5) / kSteps;
        for (int j = 0; j < 2 * kSteps; ++j) {
            const double turn = 2.0 * kPi * (j + 0.5) / (2 * kSteps);
            const Vec3 way = Vec3d(std::sin(polar) * std::cos(turn),
                                   std::sin(polar) * std::sin(turn), std::cos(polar))
                                 .cast<float>();
            sum += f(way, std::cos(polar)) * std::sin(polar);
        }
    }
    return sum * (0.5 * kPi / kSteps) * (kPi / kSteps);
}

// Walter et al. 2007, equation 4: the projected area of all facets is that of the surface. The same
// holds for the velvet of Estevez & Kulla 2017.
TEST(Facets, TheirProjectedAreaIsThatOfTheSurface) {
    for (const bool velvet : {false, true}) {
        for (const double alpha : {0.1, 0.3, 0.8}) {
            const SpecularLobe specular{alpha, 0.04, velvet};
            const double area = overHemisphere([&](const Vec3&, double cosine) {
                return facetDensity(specular, cosine) * cosine;
            });
            EXPECT_NEAR(area, 1.0, 0.01) << alpha << velvet;
        }
    }
}

// Conservation of energy: a perfect mirror of facets sends back no more than it gets.
TEST(Facets, MirrorNoMoreThanTheyGet) {
    for (const auto& [alpha, least] : {std::pair{0.2, 0.84}, {0.6, 0.58}}) {
        for (const double tilt_deg : {10.0, 50.0, 75.0}) {
            const Vec3 viewer =
                Vec3d(std::sin(radians(tilt_deg)), 0, std::cos(radians(tilt_deg))).cast<float>();
            const SpecularLobe mirror{alpha, 1.0, false};
            const double sent = overHemisphere([&](const Vec3& light, double cosine) {
                return mirrored(mirror, Vec3::UnitZ(), light, viewer) / kPi * cosine;
            });
            EXPECT_LE(sent, 1.01);
            EXPECT_GT(sent, least);  // what facets hide from each other is lost
        }
    }
}

// Fresnel: at square incidence the mirrored share of refractive index 1.5 is 4 % (handbook value).
TEST(Facets, ASkyAllRoundIsMirroredByTheFresnelShare) {
    const SpecularLobe specular{0.1, mirroredShare(1.5), false};
    EXPECT_NEAR(mirroredSky(specular, {SkyKind::Uniform, 0}, Vec3::UnitZ(), Vec3::UnitZ()), 0.04,
                1e-4);
}

Plan shinyPlan(const std::vector<Shape>& shapes, Material material) {
    Plan plan = planOf(shapes);
    for (Part& part : plan.parts) part.material = material;
    return plan;
}

std::size_t brightest(const std::vector<float>& specular) {
    return static_cast<std::size_t>(std::ranges::max_element(specular) - specular.begin());
}

// The law of reflection: on a ball the highlight stands where the normal halves the angle between
// light and viewer.
TEST(Highlight, OfABallHalvesTheAngle) {
    Plan plan = shinyPlan({sphere({0, 0, 0}, 10, 120)}, Material::PolishedLeather);
    for (const double hour : {10.0, 12.0, 2.5}) {
        plan.lights = {farLight(hour, 50, 0.25)};
        const auto appearance = evaluate(plan, {});
        ASSERT_TRUE(appearance);
        const Vec3 viewer = viewersOf(plan.values.sheen).front();
        const Vec3 half = (viewer + towards({hour, 50})).normalized();
        const Vec3& found = plan.figure->surface.normals[brightest(appearance->values.specular[0])];
        EXPECT_GT(found.dot(half), std::cos(radians(2.0))) << hour;
    }
}

// On an upright cylinder it is a stripe along the length, at the angle round the axis that halves
// the angle between light and viewer seen from above.
TEST(Highlight, OfACylinderIsAStripeAlongIt) {
    Plan plan = shinyPlan({cylinder({0, 0, 0}, 8, 24, 180)}, Material::PolishedLeather);
    plan.lights = {farLight(2, 10, 0.25)};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Vec3 flat_viewer = viewersOf(plan.values.sheen).front().cwiseProduct(Vec3(1, 1, 0));
    const Vec3 flat_light = towards({2, 10}).cwiseProduct(Vec3(1, 1, 0));
    const Vec3 half = (flat_viewer.normalized() + flat_light.normalized()).normalized();
    const Surface& surface = plan.figure->surface;
    for (const float height : {6.0F, 12.0F, 18.0F}) {
        std::size_t best = 0;
        for (std::size_t v = 0; v < surface.normals.size(); ++v) {
            const bool at_height = std::abs(surface.mesh.positions_mm[v].z() - height) < 0.6F;
            const std::vector<float>& specular = appearance->values.specular[0];
            if (at_height && specular[v] > specular[best]) best = v;
        }
        EXPECT_GT(surface.normals[best].dot(half), std::cos(radians(3.0))) << height;
    }
}

TEST(Highlight, ClothSoaksLightUpAndAShadowMirrorsNothing) {
    Plan plan = shinyPlan({sphere({0, 0, 0}, 10, 40)}, Material::Cloth);
    plan.lights = {farLight(12, 40)};
    const auto cloth = evaluate(plan, {});
    ASSERT_TRUE(cloth);
    EXPECT_TRUE(cloth->values.specular.empty());
    // A plate between the light and a satin ball.
    Plan shaded = shinyPlan({sphere({0, 0, 0}, 5, 40), plate({0, 0, 20}, 60)}, Material::Satin);
    shaded.lights = {farLight(12, 80)};
    const auto appearance = evaluate(shaded, {});
    ASSERT_TRUE(appearance);
    for (std::size_t v = 0; v < shaded.figure->vertexCount(); ++v) {
        if (shaded.figure->surface.parts[v] == 0) {
            ASSERT_EQ(appearance->values.specular[0][v], 0.0F);
        }
    }
}

// Law of reflection: on a metal ball the horizon is mirrored where the normal lies half the
// viewer's height above the level. Above it the sky, below it the ground (common practice: bright
// above, darkest just below).
TEST(PaintedMetal, OfABallShowsTheHorizonAtHalfTheViewersHeight) {
    Plan plan = shinyPlan({sphere({0, 0, 0}, 10, 180)}, Material::MetalInPaint);
    plan.lights = {};
    plan.values.sheen.room.contrast = 0.0;  // a room without a window
    plan.values.sheen.room.window_width_deg = 0.0;
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Surface& surface = plan.figure->surface;
    double above = 0.0;
    double below = 100.0;
    for (std::size_t v = 0; v < surface.normals.size(); ++v) {
        const Vec3& n = surface.normals[v];
        if (n.y() > -0.9F || std::abs(n.x()) > 0.05F) continue;  // the meridian that faces front
        const double height_deg = degrees(std::asin(n.z()));
        const double lightness = appearance->values.lightness[v];
        if (height_deg > 7.5 && height_deg < 10) above = std::max(above, lightness);
        if (height_deg < 4.5 && height_deg > 2) below = std::min(below, lightness);
    }
    EXPECT_GT(above, 75.0);
    EXPECT_LT(below, 25.0);
}

// Common practice, no source: a flat face is one value as a whole and flips with its angle, and of
// a blade's two bevels one is dark where the other is light.
TEST(PaintedMetal, OfABladesBevelsAreOpposite) {
    EXPECT_GT(
        metalLevel(mirroredDirection(Vec3(0, -0.94F, 0.34F).normalized(), -Vec3::UnitY()).z()),
        0.5);
    EXPECT_LT(
        metalLevel(mirroredDirection(Vec3(0, -0.94F, -0.34F).normalized(), -Vec3::UnitY()).z()),
        0.35);
}

}  // namespace
}  // namespace glaukophos
