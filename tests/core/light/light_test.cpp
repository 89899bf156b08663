#include <gtest/gtest.h>

#include <cmath>

#include "core/light/glow_reach.h"
#include "core/light/irradiance.h"
#include "core/light/where_from.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

TEST(LampReach, ReachAndStrengthAreInverse) {
    const Lamp lamp{{0, 0, 0}, 2.0};
    const Glow glow{lamp};
    for (const double reach : {3.0, 12.0, 80.0}) {
        EXPECT_NEAR(reachOf(glow, strengthForReach(glow, reach, 0.4), 0.4), reach, 1e-9);
    }
}

// What "reach" promises: there, on a surface facing the lamp, a middle value rises by 2 L*.
TEST(LampReach, AtItsReachTheGlowLiftsAMiddleValueByTwo) {
    const Lamp lamp{{0, 0, 0}, 2.0};
    const Glow glow{lamp};
    const double rest = 0.4;
    const double strength = strengthForReach(glow, 25.0, rest);
    const double added = strength * std::pow(lamp.radius_mm / 25.0, 2);
    const double middle = luminanceOf(50.0);
    EXPECT_NEAR(lightnessOf(middle * (rest + added) / rest), 52.0, 1e-9);
}

TEST(LampReach, IsNeverInsideTheLamp) {
    EXPECT_DOUBLE_EQ(reachOf({Lamp{{0, 0, 0}, 2.0}}, 1e-9, 1.0), 2.0);
}

TEST(Irradiance, PreviewAndSoftAgreeAwayFromShadowEdges) {
    const auto figure = figureOf({plate({0, 0, 0}, 20), box({-2, -2, 3}, {2, 2, 4})});
    const Light light = farLight(12, 60, 0.25);
    const auto hard =
        irradiance(light, figure->form->receivers(), occludersOf(*figure), Accuracy::Preview, {});
    const auto soft =
        irradiance(light, figure->form->receivers(), occludersOf(*figure), Accuracy::Soft, {});
    std::size_t different = 0;
    for (std::size_t v = 0; v < figure->vertexCount(); ++v) {
        if (std::abs(hard[v] - soft[v]) > 0.02F) ++different;
    }
    EXPECT_LT(different, figure->vertexCount() / 20);
}

// The lamp's own glass must not keep its light in.
TEST(Irradiance, OwnPartsDoNotBlockTheLamp) {
    Plan plan = planOf({plate({0, 0, 0}, 10), sphere({0, 0, 5}, 2, 20)}, {"floor", "glass"});
    Light lamp = lampLight({0, 0, 5}, 1.5, 3.0);
    const std::vector<Vec3> points{Vec3::Zero()};
    const std::vector<Vec3> normals{Vec3::UnitZ()};
    const Receivers below{points, normals, 0.01F};
    const Occluders scene = occludersOf(*plan.figure);
    EXPECT_EQ(irradiance(lamp, below, scene, Accuracy::Soft, {}).front(), 0.0F);
    lamp.own_parts = {1};
    EXPECT_NEAR(irradiance(lamp, below, scene, Accuracy::Soft, {}).front(), 3.0 * 0.09, 1e-4);
}

// A scene without what lets the light pass is only quicker.
TEST(Irradiance, IsTheSameThroughASceneWithoutWhatItPasses) {
    const Plan plan =
        planOf({plate({0, 0, 0}, 12), sphere({2, 0, 9}, 2.5F, 24), box({-5, -1, 2}, {-2, 1, 5})},
               {"floor", "glass", "post"});
    Light lamp = lampLight({2, 0, 9}, 1.0, 4.0);
    Occluders occluders = occludersOf(*plan.figure);
    EXPECT_FALSE(sceneWithoutPassed(lamp, occluders));
    lamp.own_parts = {1};
    const auto on = plan.figure->form->receivers();
    const auto filtered = irradiance(lamp, on, occluders, Accuracy::Soft, {});
    const auto past = sceneWithoutPassed(lamp, occluders);
    ASSERT_TRUE(past);
    occluders.past = &*past;
    const auto quick = irradiance(lamp, on, occluders, Accuracy::Soft, {});
    ASSERT_EQ(quick.size(), filtered.size());
    std::size_t apart = 0;
    for (std::size_t i = 0; i < quick.size(); ++i) {
        // A ray that grazes an edge may be told otherwise by another tree.
        if (std::abs(quick[i] - filtered[i]) > 1e-3F * (1.0F + filtered[i])) ++apart;
    }
    EXPECT_LT(apart, quick.size() / 200);
}

TEST(Irradiance, InsideTheLampEverythingIsLit) {
    const Mesh floor = meshOf({plate({0, 0, 0}, 10)});
    EXPECT_DOUBLE_EQ(
        irradianceAt(lampLight({0, 0, 0.5F}, 2, 5), floor, Vec3::Zero(), Vec3::UnitZ()), 5.0);
}

TEST(Irradiance, StoppingGivesNothingHalfDone) {
    const auto figure = figureOf({sphere({0, 0, 0}, 10, 60)});
    std::stop_source source;
    source.request_stop();
    EXPECT_TRUE(irradiance(farLight(1, 1), figure->form->receivers(), occludersOf(*figure),
                           Accuracy::Soft, {source.get_token(), {}})
                    .empty());
}

TEST(Irradiance, IsTheSameOnEveryRun) {
    const auto figure = figureOf({sphere({0, 0, 0}, 10, 40), plate({0, 0, -12}, 20)});
    const Light lamp = lampLight({6, 6, 14}, 3);
    const auto first =
        irradiance(lamp, figure->form->receivers(), occludersOf(*figure), Accuracy::Soft, {});
    const auto again =
        irradiance(lamp, figure->form->receivers(), occludersOf(*figure), Accuracy::Soft, {});
    EXPECT_EQ(first, again);
}

// The first rays and those after them are two halves of the same pattern.
TEST(Irradiance, RaysAddUpOverSeveralTimes) {
    const auto figure = figureOf({plate({0, 0, 0}, 20), box({-3, -3, 4}, {3, 3, 5})});
    const Light lamp = lampLight({1, 2, 14}, 2.0);
    const auto seen = [&](const FewRays& few) {
        return arriving(lamp, figure->form->receivers(), occludersOf(*figure), Accuracy::Preview,
                        {}, few)
            .seen;
    };
    const std::vector<float> all = seen({0, 4, {}});
    const std::vector<float> first = seen({0, 2, {}});
    const std::vector<float> second = seen({2, 2, {}});
    std::size_t mixed = 0;
    for (std::size_t i = 0; i < all.size(); ++i) {
        if (first[i] < 0.0F || second[i] < 0.0F) continue;  // partly below the horizon
        EXPECT_NEAR(all[i], 0.5F * (first[i] + second[i]), 0.02F) << i;
        if (all[i] > 0.0F && all[i] < 1.0F) ++mixed;
    }
    EXPECT_GT(mixed, 10U);
    // By number, not by place: the same receiver sends the same rays from another list.
    std::vector<std::uint32_t> numbers(all.size(), 7);
    EXPECT_NE(seen({0, 4, numbers}), all);
}

TEST(SkyTable, IsUsableAfterOneRound) {
    const auto figure = figureOf({sphere({0, 0, 0}, 10, 40)});
    SkyTable table;
    ASSERT_TRUE(traceNextRound(table, figure->form->receivers(), figure->form->occluders, {}));
    const Sky sky{SkyKind::Uniform, 0};
    const auto quick = skyIrradiance(table, figure->form->normals, sky);
    while (table.rounds < kSkyRounds) {
        ASSERT_TRUE(traceNextRound(table, figure->form->receivers(), figure->form->occluders, {}));
    }
    const auto full = skyIrradiance(table, figure->form->normals, sky);
    double difference = 0.0;
    for (std::size_t v = 0; v < figure->vertexCount(); ++v) {
        difference += std::abs(quick[v] - full[v]);
    }
    EXPECT_LT(difference / static_cast<double>(figure->vertexCount()), 0.03);
}

TEST(Light, WordsForALampSayHowFarAndHowHigh) {
    const Bounds bounds{{-10, -10, 0}, {10, 10, 40}};
    const Light lamp = lampLight({-12, -12, 8}, 2);
    const std::string words = whereFrom(lamp, bounds, {});
    EXPECT_NE(words.find("figure's right (on your left as you face it)"), std::string::npos);
    EXPECT_NE(words.find("21 mm"), std::string::npos);
    EXPECT_NE(words.find("low down"), std::string::npos);
}

TEST(Light, NonsenseIsNamed) {
    EXPECT_TRUE(problemWith(lampLight({0, 0, 0}, 2)).empty());
    EXPECT_NE(problemWith(lampLight({0, 0, 0}, 0)).find("radius"), std::string::npos);
    EXPECT_NE(problemWith(lampLight({0, 0, NAN}, 2)).find("position"), std::string::npos);
    EXPECT_NE(problemWith(farLight(3, 120)).find("height"), std::string::npos);
    Light light = farLight(3, 20);
    light.strength = -1;
    EXPECT_NE(problemWith(light).find("strength"), std::string::npos);
}

}  // namespace
}  // namespace glaukophos
