#include "core/lighting/score.h"

#include <gtest/gtest.h>

#include <cmath>

#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

SkyTable fullTable(const Figure& figure) {
    SkyTable table;
    const Form& form = *figure.form;
    while (table.rounds < kSkyRounds) traceNextRound(table, form.receivers(), form.occluders, {});
    return table;
}

// The map for the first light of the plan.
ScoreMap mapOf(const Plan& plan) {
    SkyTable table;
    const auto irradiance = fullIrradiance(plan, table, {});
    return scoreDirections(plan, table, *irradiance, 0);
}

float merit(const ScoreMap& map, Merit merit, const ClockDirection& direction) {
    return map.scores[nearestDirection(towards(direction))].merits[static_cast<std::size_t>(merit)];
}

const DirectionScore& at(const ScoreMap& map, const ClockDirection& direction) {
    return map.scores[nearestDirection(towards(direction))];
}

// Geometry: on a ball under one far light the irradiance is the cosine, so the share of the area
// below irradiance t is (1 + t)/2; the tone curve gives t for the border of the deep band.
TEST(Score, ShareLeftDarkOnABallIsThatOfACap) {
    Plan plan = planOf({sphere({0, 0, 30}, 10, 80)});
    plan.lights = {farLight(3, 30)};
    plan.values.contrast = 0.0;
    const ScoreMap map = mapOf(plan);
    const double t = Tone{1.0, 0.0}.luminance(equalSteps(5, {})[0]);
    for (const ClockDirection& clock : {ClockDirection{2, 20}, ClockDirection{7, 60}}) {
        EXPECT_NEAR(at(map, clock).left_dark, 0.5 * (1.0 + t), 0.02);
    }
    // A ball looks the same from all sides, and shadows itself nowhere.
    for (const DirectionScore& score : map.scores) {
        EXPECT_NEAR(score.merits[static_cast<std::size_t>(Merit::Relief)],
                    map.scores[0].merits[static_cast<std::size_t>(Merit::Relief)], 0.02);
        EXPECT_LT(score.focus_blocked, 0.02F);
    }
}

// A face under a wide brim: from high up the brim's shadow lies across it, from low in front not.
TEST(Score, AShadowAcrossTheFocusIsFound) {
    Plan plan =
        planOf({sphere({0, 0, 20}, 5, 40), box({-14, -14, 26}, {14, 14, 27})}, {"face", "brim"});
    plan.parts[0].focus = Focus::Main;
    plan.lights = {farLight(12, 20)};
    const ScoreMap map = mapOf(plan);
    EXPECT_TRUE(map.has_focus);
    EXPECT_LT(merit(map, Merit::FocusClear, {0, 70}), 0.2F);
    EXPECT_GT(merit(map, Merit::FocusClear, {0, 10}), 0.9F);
    const auto best = bestDirections(plan, map, 3);
    ASSERT_FALSE(best.empty());
    EXPECT_LT(best[0].direction.height_deg, 45.0);
    EXPECT_EQ(best[0].reason.find("Face"), 0U) << best[0].reason;
}

// A lamp on one side: a far light from there overlaps with it, one from the other side does not.
TEST(Score, LightsFromTheSameSideAreNotApart) {
    Plan plan = planOf({sphere({0, 0, 20}, 10, 60)});
    plan.lights = {farLight(0, 20), lampLight({60, 0, 20}, 4, 200.0)};  // on its left: 9 o'clock
    const ScoreMap map = mapOf(plan);
    EXPECT_TRUE(map.has_others);
    EXPECT_LT(merit(map, Merit::Apart, {9, 5}), 0.4F);
    EXPECT_GT(merit(map, Merit::Apart, {3, 5}), 0.8F);
    EXPECT_GT(at(map, {9, 5}).overlap, at(map, {3, 5}).overlap);
}

// Different hues may overlap more than like ones.
TEST(Score, OppositeHuesAreToldApartMoreEasily) {
    Plan plan = planOf({sphere({0, 0, 20}, 10, 40)});
    plan.lights = {farLight(0, 20), farLight(10, 20)};
    const float alike = merit(mapOf(plan), Merit::Apart, {11, 20});
    plan.lights[0].colour = {ColourSource::Chosen, 6500, *srgbFromHex("#7090ff")};
    plan.lights[1].colour = {ColourSource::Chosen, 6500, *srgbFromHex("#ffa050")};
    EXPECT_GT(merit(mapOf(plan), Merit::Apart, {11, 20}), alike + 0.1F);
}

// Two figures in one scene, their faces turned to 9 and to 3 o'clock: whatever stands to one side
// leaves one face dark, so the best direction serves both.
TEST(Score, OneDirectionServesTwoFigures) {
    Plan plan = planOf({box({-20.5F, -4, 10}, {-20, 4, 20}), box({20, -4, 10}, {20.5F, 4, 20})},
                       {"first face", "second face"});
    plan.parts[0].focus = Focus::Main;
    plan.parts[1].focus = Focus::Main;
    plan.lights = {farLight(0, 45)};
    const ScoreMap map = mapOf(plan);
    // From one side only the outer of the two boxes faces the light with its broad side.
    EXPECT_GT(merit(map, Merit::FocusLit, {0, 10}), 0.0F);
    EXPECT_GT(merit(map, Merit::FocusLit, {0, 10}), merit(map, Merit::FocusLit, {6, -80}));
    EXPECT_NE(inWords(plan, map, at(map, {0, 10})).find("First face and second face"),
              std::string::npos);
}

TEST(Score, WeightsDecideWhatCounts) {
    Plan plan = planOf({sphere({0, 0, 20}, 10, 40)});
    plan.lights = {farLight(0, 20)};
    plan.merit_weights = {};
    plan.merit_weights[static_cast<std::size_t>(Merit::FromAbove)] = 1.0;
    const ScoreMap map = mapOf(plan);
    EXPECT_NEAR(at(map, {4, 45}).total, 1.0, 1e-6);
    EXPECT_NEAR(at(map, {4, -40}).total, 0.0, 1e-6);
}

TEST(Score, ProposalsAreFarApartAndTheBestComesFirst) {
    Plan plan = planOf({sphere({0, 0, 20}, 10, 40), box({-3, -14, 18}, {3, -11, 22})});
    plan.lights = {farLight(0, 20)};
    const ScoreMap map = mapOf(plan);
    const auto best = bestDirections(plan, map, 3);
    ASSERT_EQ(best.size(), 3U);
    EXPECT_GE(best[0].score.total, best[1].score.total);
    EXPECT_GE(best[1].score.total, best[2].score.total);
    for (std::size_t i = 0; i < 3; ++i) {
        for (std::size_t j = i + 1; j < 3; ++j) {
            EXPECT_LT(towards(best[i].direction).dot(towards(best[j].direction)),
                      std::cos(radians(36)));
        }
    }
    const float highest = std::ranges::max(map.scores, {}, &DirectionScore::total).total;
    EXPECT_EQ(best[0].score.total, highest);
}

TEST(Score, IsSmoothBetweenDirections) {
    Plan plan = planOf({sphere({0, 0, 20}, 10, 40)});
    plan.lights = {farLight(0, 20)};
    const ScoreMap map = mapOf(plan);
    const Vec3 direction = skyDirections()[100];
    EXPECT_NEAR(scoreAt(map, direction), map.scores[100].total, 0.1);
    EXPECT_EQ(nearestDirection(direction), 100U);
}

// The look-ups that previews are made of, against rays.
TEST(Preview, OfAFarLightFromTheTableIsTheCosineOnABall) {
    const auto figure = figureOf({sphere({0, 0, 20}, 10, 60)});
    const SkyTable table = fullTable(*figure);
    const auto e = farPreview(table, figure->form->normals, {{4, 30}, 0.25});
    const Vec3 direction = towards({4, 30});
    for (std::size_t v = 0; v < figure->form->whole.normals.size(); v += 7) {
        EXPECT_NEAR(e[v], std::max(0.0F, figure->form->normals[v].dot(direction)), 0.05) << v;
    }
}

TEST(Preview, OfALampOutsideDiffersFromRaysOnFewVertices) {
    const auto figure =
        figureOf({plate({0, 0, 0}, 20), sphere({4, 2, 8}, 5, 50), box({-9, -2, 0}, {-6, 2, 14})});
    const SkyTable table = fullTable(*figure);
    const Lamp lamp{{-40, -30, 25}, 1.0};
    const auto quick = lampPreview(table, figure->form->receivers(), lamp);
    Light light = lampLight(lamp.centre_mm, lamp.radius_mm);
    const auto hard =
        irradiance(light, figure->form->receivers(), occludersOf(*figure), Accuracy::Preview, {});
    std::size_t facing = 0;
    std::size_t different = 0;
    for (std::size_t v = 0; v < figure->form->whole.normals.size(); ++v) {
        const Vec3 way = lamp.centre_mm - figure->form->points_mm[v];
        if (way.dot(figure->form->normals[v]) <= 0.0F) continue;
        ++facing;
        if ((quick[v] > 0.0F) != (hard[v] > 0.0F)) ++different;
    }
    EXPECT_LT(static_cast<double>(different), 0.05 * static_cast<double>(facing));
}

}  // namespace
}  // namespace glaukophos
