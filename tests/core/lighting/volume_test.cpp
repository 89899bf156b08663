// Painted volumes against the slope and the shadow of the shape they stand for (geometry).
#include <gtest/gtest.h>

#include <cmath>

#include "core/lighting/raised_form.h"
#include "core/pipeline/advance.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

constexpr double kPlate_mm = 24.0;

PaintedVolume bump(double height_mm, double radius_mm) {
    return {height_mm, radius_mm, {Vec3::Zero()}, {Vec3::UnitZ()}};
}

Plan litPlate(double height_deg) {
    Plan plan = planOf({plate({0, 0, 0}, kPlate_mm)});
    plan.lights = {farLight(3, height_deg)};
    return plan;
}

Advance lightOnly() {
    Advance how;
    how.goal = Goal::Appearance;
    return how;
}

std::vector<float> lightOn(const Plan& plan) {
    const auto all = evaluated(plan, Goal::Appearance);
    EXPECT_TRUE(all);
    return (*all)->appearance->irradiance.of_lights.at(0);
}

// h(r) = H (1 - (r / R)^2)^2 and its slope.
double heightAt(const PaintedVolume& bump, double r) {
    const double inside = std::max(0.0, 1.0 - r * r / (bump.radius_mm * bump.radius_mm));
    return bump.height_mm * inside * inside;
}
double slopeAt(const PaintedVolume& bump, double r) {
    const double square = bump.radius_mm * bump.radius_mm;
    return -4.0 * bump.height_mm * r / square * std::max(0.0, 1.0 - r * r / square);
}

TEST(PaintedVolume, LightFallsAsOnItsSlope) {
    for (const double height : {0.6, -0.6}) {
        Plan plan = litPlate(35);
        plan.volumes = {bump(height, 4.0)};
        const std::vector<float> light = lightOn(plan);
        const Vec3 towards_light = towards({3, 35});
        const std::vector<Vec3>& places = plan.figure->surface.mesh.positions_mm;
        int checked = 0;
        for (std::size_t v = 0; v < places.size(); ++v) {
            const double r = places[v].head<2>().norm();
            if (r > 3.8 || r < 0.3) continue;
            const auto slope = static_cast<float>(slopeAt(plan.volumes[0], r));
            const Vec3 out = Vec3(places[v].x(), places[v].y(), 0.0F).normalized();
            const Vec3 normal = (Vec3::UnitZ() - slope * out).normalized();
            EXPECT_NEAR(light[v], normal.dot(towards_light), 0.02) << "at " << r << " mm";
            ++checked;
        }
        EXPECT_GT(checked, 100);
    }
}

// A place behind the bump is dark as long as some of the bump rises above the ray to it.
TEST(PaintedVolume, ItThrowsAShadowAsLongAsItsHeightAsks) {
    Plan plan = litPlate(12);
    plan.volumes = {bump(1.0, 2.5)};
    double end_mm = 0.0;
    for (double s = -2.5; s <= 2.5; s += 0.01) {
        end_mm = std::max(end_mm, s + heightAt(plan.volumes[0], s) / std::tan(radians(12.0)));
    }
    ASSERT_GT(end_mm, 3.5);
    const Vec3 away = -towards({3, 0});
    const std::vector<float> light = lightOn(plan);
    const double open = std::sin(radians(12.0));
    const std::vector<Vec3>& places = plan.figure->surface.mesh.positions_mm;
    int dark = 0;
    int lit = 0;
    for (std::size_t v = 0; v < places.size(); ++v) {
        const double along = places[v].dot(away);
        if (std::abs(places[v].cross(away).z()) > 0.3 || along < 2.5) continue;
        if (along < end_mm - 0.5) {
            EXPECT_LT(light[v], 0.2 * open) << along;
            ++dark;
        } else if (along > end_mm + 0.5 && along < 10.0) {
            EXPECT_NEAR(light[v], open, 0.03 * open) << along;
            ++lit;
        }
    }
    EXPECT_GT(dark, 1);
    EXPECT_GT(lit, 3);
}

TEST(PaintedVolume, IsForTheLightAloneAndLeavesNoTrace) {
    Plan plan = litPlate(35);
    const std::vector<float> before = lightOn(plan);
    const auto figure = plan.figure;
    EvaluatedPtr all = advance(plan, nullptr, {}, lightOnly());
    plan.volumes = {bump(0.8, 3.0), bump(0.8, 3.0)};
    all = advance(plan, all, {}, lightOnly());
    EXPECT_NE(all->appearance->irradiance.of_lights[0], before);
    // Together they rise by the most there is.
    const std::vector<float> heights = volumeHeights(figure->form->whole, plan.volumes);
    EXPECT_FLOAT_EQ(*std::ranges::max_element(heights), 1.0F);
    plan.volumes.clear();
    all = advance(plan, all, {}, lightOnly());
    EXPECT_EQ(all->appearance->irradiance.of_lights[0], before);
    EXPECT_TRUE(all->appearance->irradiance.normals.empty());
}

// While the hand moves, only the normals turn: what it shows is close to what settles.
TEST(PaintedVolume, WhatIsShownAtOnceIsCloseToWhatSettles) {
    Plan plan = litPlate(50);
    plan.lights.push_back(skyLight(SkyKind::Uniform));
    EvaluatedPtr all = advance(plan, nullptr, {}, lightOnly());
    plan.volumes = {bump(0.5, 4.0)};
    std::vector<EvaluatedPtr> shown;
    Advance live = lightOnly();
    live.shown = [&](const EvaluatedPtr& state) { shown.push_back(state); };
    all = advance(plan, all, {}, live);
    ASSERT_GE(shown.size(), 2U);
    EXPECT_FALSE(shown.front()->complete);
    ASSERT_TRUE(all->complete);
    for (const std::size_t light : {0U, 1U}) {
        const auto& early = shown.front()->appearance->irradiance.of_lights[light];
        const auto& late = all->appearance->irradiance.of_lights[light];
        double difference = 0.0;
        for (std::size_t v = 0; v < early.size(); ++v) difference += std::abs(early[v] - late[v]);
        EXPECT_LT(difference / static_cast<double>(early.size()), 0.01);
    }
}

TEST(PaintedVolume, ItsSkyGrowsByRoundsToWhatItIsAtOnce) {
    Plan plan = litPlate(35);
    plan.volumes = {bump(0.6, 4.0)};
    const Form& form = *plan.figure->form;
    const auto raised = raisedForm(form, plan.volumes);
    ASSERT_TRUE(raised);
    const float offset_mm = form.receivers().offset_mm;
    SkyTable table;
    SkyTable grown;
    while (table.rounds < kSkyRounds) {
        ASSERT_TRUE(traceNextRound(table, form.receivers(), form.occluders, {}));
        grown = skyOver(*raised, table, grown, offset_mm, {});
        ASSERT_EQ(grown.rounds, table.rounds);
    }
    EXPECT_EQ(grown.bits, skyOver(*raised, table, {}, offset_mm, {}).bits);
    EXPECT_NE(grown.bits, table.bits);
}

TEST(PaintedVolume, WhatMakesNoSenseIsSaid) {
    Plan plan = litPlate(35);
    EXPECT_EQ(problemWith(plan), "");
    plan.volumes = {bump(1.2, 2.0)};
    EXPECT_EQ(problemWith(plan), "A painted volume may rise or sink by up to 1 mm.");
    plan.volumes = {bump(0.5, 0.0)};
    EXPECT_NE(problemWith(plan), "");
    plan.volumes = {bump(0.5, 1.0)};
    plan.volumes[0].normals.clear();
    EXPECT_NE(problemWith(plan), "");
}

}  // namespace
}  // namespace glaukophos
