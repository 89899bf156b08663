// Lights put aside: nothing is lost by taking them, and they follow the figure like those in use.
#include "core/plan/light_variants.h"

#include <gtest/gtest.h>

#include "core/io/plan_json.h"
#include "core/plan/new_figure.h"
#include "core/plan/part_edits.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

Plan twoBalls() {
    Plan plan = planOf({sphere({-6, 0, 6}, 5, 12), sphere({6, 0, 6}, 5, 12)}, {"left", "right"});
    plan.lights = {skyLight(SkyKind::Uniform), farLight(2, 50), lampLight({0, -9, 8}, 1.0, 3.0)};
    plan.lights[1].name = "Moon";
    plan.lights[2].name = "Lantern";
    plan.lights[2].own_parts = {1};
    giveIdentities(plan);
    keepVariant(plan, "Night");
    return plan;
}

TEST(LightVariants, TakingAndTakingBackLosesNothing) {
    Plan plan = twoBalls();
    std::get<FarLight>(plan.lights[1].kind).direction = {5.0, 20.0};
    const Plan before = plan;
    takeVariant(plan, 0, "Evening");
    EXPECT_EQ(std::get<FarLight>(plan.lights[1].kind).direction, (ClockDirection{2.0, 50.0}));
    EXPECT_EQ(plan.variants[0].name, "Evening");
    EXPECT_EQ(plan.variants[0].lights, before.lights);
    takeVariant(plan, 0, "Night");
    EXPECT_EQ(plan, before);
}

TEST(LightVariants, AtMostThreeStandBesideTheLightsInUse) {
    Plan plan = twoBalls();
    EXPECT_EQ(newVariantName(plan), "Lights 1");
    EXPECT_TRUE(keepVariant(plan, newVariantName(plan)));
    EXPECT_EQ(newVariantName(plan), "Lights 2");
    EXPECT_TRUE(keepVariant(plan, newVariantName(plan)));
    EXPECT_FALSE(keepVariant(plan, newVariantName(plan)));
    EXPECT_EQ(plan.variants.size(), 3U);
}

TEST(LightVariants, OneLightReplacesTheSameOrIsAdded) {
    Plan plan = twoBalls();
    std::get<FarLight>(plan.lights[1].kind).direction = {5.0, 20.0};
    plan.lights.erase(plan.lights.begin() + 2);
    takeLightOf(plan, 0, 1);
    ASSERT_EQ(plan.lights.size(), 2U);
    EXPECT_EQ(std::get<FarLight>(plan.lights[1].kind).direction, (ClockDirection{2.0, 50.0}));
    takeLightOf(plan, 0, 2);
    ASSERT_EQ(plan.lights.size(), 3U);
    EXPECT_EQ(plan.lights[2].name, "Lantern");
}

TEST(LightVariants, WhatDiffersIsSaidFromTheLightsInUse) {
    Plan plan = twoBalls();
    EXPECT_EQ(differenceInWords(plan, 0), "The same lights");
    std::get<FarLight>(plan.lights[1].kind).direction = {4.5, 60.0};
    EXPECT_EQ(differenceInWords(plan, 0), "Moon from 2:00, 50° instead of 4:30, 60°");
    plan.lights[2].strength *= 2.0;
    EXPECT_EQ(differenceInWords(plan, 0),
              "Moon from 2:00, 50° instead of 4:30, 60°; Lantern 0.5 times as strong");
    plan.lights.erase(plan.lights.begin() + 2);
    plan.lights[1] = twoBalls().lights[1];
    EXPECT_EQ(differenceInWords(plan, 0), "with Lantern");
    plan.variants[0].lights.erase(plan.variants[0].lights.begin());
    EXPECT_EQ(differenceInWords(plan, 0), "with Lantern; without " + plan.lights[0].name);
}

TEST(LightVariants, PartsTheyNameAreRenumberedWithTheFigure) {
    Plan plan = twoBalls();
    mergeParts(plan, 1, 0);
    EXPECT_EQ(plan.variants[0].lights[2].own_parts, std::vector<PartIndex>{0});
    EXPECT_TRUE(problemWith(plan).empty());
    plan.variants[0].lights[2].own_parts = {7};
    EXPECT_NE(problemWith(plan).find("Lantern"), std::string::npos);
}

TEST(LightVariants, TheyMoveWithTheFigure) {
    const Plan plan = twoBalls();
    Stance stance;
    stance.scale = 1.2F;
    const auto larger = restood(plan, stance, {});
    ASSERT_TRUE(larger);
    EXPECT_EQ(larger->variants[0].lights, larger->lights);
    EXPECT_NE(larger->lights, plan.lights);
}

TEST(LightVariants, AreWrittenAndReadWithTheirParts) {
    const Plan plan = twoBalls();
    auto written = parsePlan(planJson(plan, {{"figure.stl"}, "", Division::AsGiven}));
    ASSERT_TRUE(written) << written.error().message;
    const auto read = withFigure(std::move(*written), plan.figure);
    ASSERT_TRUE(read) << read.error().message;
    EXPECT_EQ(read->variants, plan.variants);
    const std::string too_many = R"({"format": "glaukophos-plan", "figure": {"files": ["a.stl"]},
        "variants": [{}, {}, {}, {}]})";
    EXPECT_NE(parsePlan(too_many).error().message.find("more than 3"), std::string::npos);
}

// Lights that a plan written by hand repeats have identities of their own and are still the same.
TEST(LightVariants, LightsAreToldApartByWhatTheyAreNotByTheirIdentities) {
    Plan plan = shapes::planOf({shapes::box({-2, -2, 0}, {2, 2, 6})}, {"crate"});
    plan.lights = {shapes::farLight(2, 40)};
    plan.lights[0].name = "Moon";
    plan.variants = {{"copy", plan.lights}};
    giveIdentities(plan);
    plan.variants[0].lights[0].id = static_cast<LightId>(900);
    EXPECT_EQ(differenceInWords(plan, 0), "The same lights");
}

}  // namespace
}  // namespace glaukophos
