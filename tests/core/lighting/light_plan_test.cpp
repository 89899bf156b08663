// Lines of sight, shells, ready plans, known lights, and what is said about odd lights.
#include <gtest/gtest.h>

#include "core/light/known_lights.h"
#include "core/lighting/light_concern.h"
#include "core/lighting/sight_line.h"
#include "core/painted/shells.h"
#include "core/painted/spot.h"
#include "core/plan/light_setup.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

Light lightOf(LightKind kind) {
    Light light;
    light.name = "light";
    light.kind = std::move(kind);
    return light;
}

Plan shelfOverFloor() {
    return planOf({plate({0, 0, 0}, 12), box({-3, -3, 8}, {3, 3, 9})}, {"floor", "shelf"});
}

TEST(SightLine, NamesWhatIsInTheWayAndWhere) {
    Plan plan = shelfOverFloor();
    plan.lights = {farLight(0, 90), lampLight({10, 0, 6}, 1), lightOf(Sky{})};
    const auto lines = sightLines(plan, Vec3::Zero(), Vec3::UnitZ());
    ASSERT_EQ(lines.size(), 2U);  // a sky has no direction
    EXPECT_TRUE(lines[0].blocked);
    EXPECT_NEAR(lines[0].blocked_at_mm, 8.0, 0.05);
    EXPECT_EQ(lines[0].blocked_by.find("shelf"), 0U);
    EXPECT_FALSE(lines[1].blocked);
    EXPECT_NEAR(lines[1].distance_mm, std::hypot(10.0, 6.0), 1e-4);
}

TEST(SightLine, SaysWhenTheSurfaceFacesAway) {
    Plan plan = shelfOverFloor();
    plan.lights = {farLight(0, -40)};
    const auto lines = sightLines(plan, Vec3::Zero(), Vec3::UnitZ());
    ASSERT_EQ(lines.size(), 1U);
    EXPECT_TRUE(lines[0].turned_away);
    EXPECT_FALSE(lines[0].blocked);
}

TEST(SightLine, LightsThatDoNotShineHaveNone) {
    Plan plan = shelfOverFloor();
    plan.lights = {farLight(0, 60), farLight(3, 60)};
    plan.lights[0].on = false;
    EXPECT_EQ(sightLines(plan, Vec3::Zero(), Vec3::UnitZ()).size(), 1U);
    plan.lights[0].on = true;
    plan.lights[0].solo = true;
    const auto lines = sightLines(plan, Vec3::Zero(), Vec3::UnitZ());
    ASSERT_EQ(lines.size(), 1U);
    EXPECT_EQ(lines[0].light, 0U);
}

// Common practice, no source: each shell lies inside the one before and covers clearly less.
TEST(Shells, LieInsideEachOtherAndShrink) {
    Plan plan = planOf({plate({0, 0, 0}, 40)});
    plan.lights = {lampLight({0, 0, 5}, 1.5, 40.0), lightOf(Sky{SkyKind::Uniform, 0})};
    plan.lights[1].strength = 0.5;
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const auto shells = shellsOf(plan, appearance->irradiance, 0);
    ASSERT_EQ(shells.size(), 4U);
    for (std::size_t i = 1; i < shells.size(); ++i) {
        EXPECT_LT(shells[i].distance_mm, shells[i - 1].distance_mm);
        EXPECT_GT(shells[i].irradiance, shells[i - 1].irradiance);
        EXPECT_NEAR(shells[i].area_mm2 / shells[i - 1].area_mm2, kShellShrinks, 0.02);
    }
    // On a level plate the light at distance d from a lamp at height h is R^2 h / d^3, so the
    // widest shell is a disc (geometry).
    const double d = std::cbrt(1.5 * 1.5 * 5.0 / shells[0].irradiance);
    const double disc = kPi * (d * d - 25.0);
    EXPECT_NEAR(shells[0].area_mm2, disc, 0.03 * disc);
}

TEST(LightSetups, AreSoundAndEachLightReachesTheFigure) {
    const auto figure =
        figureOf({sphere({0, 0, 16}, 8, 40), plate({0, 0, 0}, 14), box({-6, -4, 0}, {6, 4, 26})});
    const auto setups = lightSetups(figure->bounds());
    EXPECT_GE(setups.size(), 6U);
    for (const LightSetup& setup : setups) {
        EXPECT_FALSE(setup.reason.empty());
        Plan plan = startingPlan(setup.name, figure);
        plan.lights = setup.lights;
        EXPECT_EQ(problemWith(plan), "") << setup.name;
        const auto appearance = evaluate(plan, {});
        ASSERT_TRUE(appearance);
        for (std::size_t l = 0; l < plan.lights.size(); ++l) {
            EXPECT_EQ(concernAbout(plan, l, &appearance->irradiance), "")
                << setup.name << ": " << plan.lights[l].name;
        }
    }
}

TEST(NewLights, OneOfEachKindInTheOrderOfTheKinds) {
    const auto lights = newLights({Vec3(-8, -8, 0), Vec3(8, 8, 32)});
    ASSERT_EQ(lights.size(), std::variant_size_v<LightKind>);
    for (std::size_t kind = 0; kind < lights.size(); ++kind) {
        EXPECT_EQ(lights[kind].kind.index(), kind);
        EXPECT_EQ(problemWith(lights[kind]), "") << lights[kind].name;
    }
}

// CIE 15: illuminants A, D50, D65 and D75 have 2856, 5003, 6504 and 7504 K.
TEST(KnownLights, HoldTheStandardIlluminantsAndRiseFromRedToBlue) {
    std::vector<double> kelvins;
    for (const KnownLight& light : knownLights()) kelvins.push_back(light.kelvin);
    EXPECT_TRUE(std::ranges::is_sorted(kelvins));
    for (const double kelvin : {2856.0, 5003.0, 6504.0, 7504.0}) {
        EXPECT_NE(std::ranges::find(kelvins, kelvin), kelvins.end()) << kelvin;
    }
}

TEST(Concern, ALampInsideTheFigureIsSaidWithWhatToDo) {
    Plan plan = planOf({sphere({0, 0, 10}, 6, 40)}, {"pumpkin"});
    plan.lights = {lampLight({1, 0, 10}, 1)};
    const std::string text = concernAbout(plan, 0, nullptr);
    EXPECT_NE(text.find("inside pumpkin"), std::string::npos) << text;
    plan.lights[0].own_parts = {0};
    EXPECT_EQ(concernAbout(plan, 0, nullptr), "");
    plan.lights[0] = lampLight({20, 0, 10}, 1);
    EXPECT_EQ(concernAbout(plan, 0, nullptr), "");
}

TEST(Concern, ALightThatReachesNothingIsSaid) {
    Plan plan = planOf({plate({0, 0, 0}, 10)});
    plan.lights = {farLight(0, -60)};  // the plate has only an upper side to be lit
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    EXPECT_NE(concernAbout(plan, 0, &appearance->irradiance).find("does not reach"),
              std::string::npos);
}

TEST(Concern, GlowAndBounceNeedSomethingToComeFrom) {
    Plan plan = shelfOverFloor();
    plan.lights = {lightOf(GlowingPart{}), lightOf(Bounce{false, {}})};
    EXPECT_NE(concernAbout(plan, 0, nullptr).find("No part glows"), std::string::npos);
    EXPECT_NE(concernAbout(plan, 1, nullptr).find("Nothing throws"), std::string::npos);
}

TEST(Light, ContradictoryNumbersAreNamed) {
    EXPECT_NE(problemWith(lightOf(Rod{{0, 0, 0}, {0, 0, 5}, 0.0})).find("radius"),
              std::string::npos);
    Panel panel;
    panel.width_mm = -2;
    EXPECT_NE(problemWith(lightOf(panel)).find("width"), std::string::npos);
    EXPECT_NE(problemWith(lightOf(Spray{{0, 90}, 20, 1})).find("distance"), std::string::npos);
    Light bounce = lightOf(Bounce{true, {}});
    bounce.strength = 1.5;
    EXPECT_NE(problemWith(bounce).find("at most 1"), std::string::npos);
}

// A hundred lights are slow, not wrong: their sum is what one of a hundred times the strength
// gives.
TEST(Evaluate, AHundredLightsAddUp) {
    Plan plan = planOf({sphere({0, 0, 10}, 6, 16)});
    plan.lights.assign(100, farLight(2, 40));
    for (Light& light : plan.lights) light.strength = 0.01;
    const auto many = evaluate(plan, {});
    plan.lights.assign(1, farLight(2, 40));
    const auto one = evaluate(plan, {});
    ASSERT_TRUE(many && one);
    for (std::size_t v = 0; v < plan.figure->vertexCount(); v += 11) {
        EXPECT_NEAR(many->values.light[v], one->values.light[v], 1e-4);
    }
}

TEST(Spot, SaysWhatShareOfTheSourceIsSeen) {
    Plan plan = planOf({plate({0, 0, 0}, 12), box({0, -12, 8}, {12, 12, 8.2F})}, {"floor", "roof"});
    plan.lights = {lampLight({0, 0, 16}, 3, 10)};  // half of it stands out beyond the roof's edge
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const auto hit = plan.figure->form->shown.nearest({0.01F, 0.02F, 2}, {0, 0, -1});
    ASSERT_TRUE(hit);
    const Spot spot = spotAt(plan, *appearance, *hit);
    EXPECT_NEAR(spot.lights[0].seen, 0.5, 0.12);
}

// A rigid body turned about its middle: the rim keeps its distance, and the sides stay square.
TEST(PanelRim, TurnsThePanelToWhereItIsTaken) {
    for (const ClockDirection faces : {ClockDirection{2.0, 20.0}, {7.5, -40.0}, {12.0, 90.0}}) {
        for (const int which : {3, 4}) {
            Panel panel{PanelShape::Rectangle, {3, -2, 8}, faces, 25.0, 12.0, 6.0};
            LightKind kind = panel;
            const Vec3 to = panel.centre_mm + Vec3(4, 5, -7);
            moveHandle(kind, which, to);
            Plan plan = planOf({box({-1, -1, 0}, {1, 1, 2})});
            plan.lights = {lightOf(kind)};
            const std::vector<LightHandle> handles = handlesOf(plan);
            const Vec3 rim = handles.at(static_cast<std::size_t>(which - 2)).place_mm;
            EXPECT_NEAR((rim - panel.centre_mm).norm(), which == 3 ? 6.0 : 3.0, 1e-4);
            const Vec3 way = (rim - panel.centre_mm).normalized();
            // Half a turn about its facing looks the same.
            EXPECT_NEAR(std::abs(way.dot((to - panel.centre_mm).normalized())), 1.0, 1e-4);
            EXPECT_EQ(handles[0].place_mm, panel.centre_mm);
        }
    }
}

}  // namespace
}  // namespace glaukophos
