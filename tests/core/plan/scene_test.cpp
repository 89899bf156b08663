// Several figures under one set of lights: each is lit as the figure turned by hand would be.
#include "core/plan/scene.h"

#include <gtest/gtest.h>

#include <algorithm>

#include "core/plan/new_figure.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// Nothing about it is alike from two sides.
Plan oddFigure() {
    Plan plan =
        planOf({box({-3, -2, 0}, {3, 2, 5}), sphere({2, -2, 8}, 2.5F, 24)}, {"coat", "head"});
    plan.parts[0].local_colour = {0.7, 0.2, 0.2};
    plan.parts[1].material = Material::Hair;
    plan.lights = {farLight(2, 40)};
    giveIdentities(plan);
    return plan;
}

// S14. A far light and no ground: what falls on the copy is what falls on the figure turned by
// hand. Far apart, so that neither throws a shadow on the other.
TEST(Scenes, ACopyIsLitAsTheFigureTurnedByHand) {
    const Plan plan = oddFigure();
    const auto scene = withCopy(plan, {4.0, 200.0, 30.0}, {}, {});
    ASSERT_TRUE(scene) << scene.error().message;
    Stance stance;
    stance.turn =
        Eigen::AngleAxisf(static_cast<float>(radians(-120.0)), Vec3::UnitZ()).toRotationMatrix();
    Plan turned = *restood(plan, stance, {});
    turned.lights = plan.lights;
    const auto of_scene = evaluate(*scene, {});
    const auto by_hand = evaluate(turned, {});
    ASSERT_TRUE(of_scene && by_hand);
    const auto meanLight = [](const Plan& of, const Appearance& appearance, PartIndex part) {
        const Surface& surface = of.figure->surface;
        double sum = 0.0;
        double area = 0.0;
        for (std::size_t v = 0; v < surface.parts.size(); ++v) {
            if (surface.parts[v] != part) continue;
            sum += surface.areas_mm2[v] * appearance.values.light[v];
            area += surface.areas_mm2[v];
        }
        return sum / area;
    };
    for (PartIndex part = 0; part < 2; ++part) {
        const double copy = meanLight(*scene, *of_scene, static_cast<PartIndex>(part + 2));
        EXPECT_NEAR(copy, meanLight(turned, *by_hand, part), 0.01 * copy) << part;
        const double first = meanLight(*scene, *of_scene, part);
        EXPECT_NEAR(first, meanLight(plan, *evaluate(plan, {}), part), 0.01 * first) << part;
    }
}

TEST(Scenes, ACopyHasItsOwnNamesAndTheSameColours) {
    const auto scene = withCopy(oddFigure(), {6.0, 30.0, 0.0}, {}, {});
    ASSERT_TRUE(scene);
    ASSERT_EQ(scene->parts.size(), 4U);
    EXPECT_EQ(scene->parts[2].name, "coat 2");
    EXPECT_EQ(scene->parts[2].local_colour, scene->parts[0].local_colour);
    EXPECT_EQ(scene->parts[3].material, Material::Hair);
    EXPECT_NE(scene->parts[3].id, scene->parts[1].id);
    const auto third = withCopy(*scene, {0.0, -30.0, 0.0}, {0, 1}, {});
    ASSERT_TRUE(third);
    EXPECT_EQ(third->parts.back().name, "head 2 2");
    // Facing the other way, to the first one's left: what looked to -y looks to +y.
    const Surface& surface = scene->figure->surface;
    Bounds head;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] == 3) head.add(surface.mesh.positions_mm[v]);
    }
    Bounds first;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] == 1) first.add(surface.mesh.positions_mm[v]);
    }
    const Vec3 middle = oddFigure().figure->bounds().centre();
    EXPECT_NEAR(head.centre().x(), 2.0F * middle.x() - first.centre().x() + 30.0F, 0.05F);
    EXPECT_NEAR(head.centre().y(), 2.0F * middle.y() - first.centre().y(), 0.05F);
}

// Two on one base: the base stays one, each figure has layers of its own, all in one schedule.
TEST(Scenes, ABaseStaysSingleAndEachFigureHasItsOwnSteps) {
    Plan plan = planOf({box({-12, -12, -1}, {12, 12, 0}), box({-3, -2, 0.01F}, {3, 2, 9})},
                       {"cobbles", "coat"});
    plan.parts[0].local_colour = {0.35, 0.35, 0.38};
    plan.parts[1].local_colour = {0.7, 0.2, 0.2};
    plan.lights = {skyLight(SkyKind::Uniform), farLight(11, 30, 2.0)};
    giveIdentities(plan);
    const auto scene = withCopy(plan, {6.0, 14.0, 0.0}, {0}, {});
    ASSERT_TRUE(scene) << scene.error().message;
    ASSERT_EQ(scene->parts.size(), 3U);
    const auto desk = evaluated(*scene, Goal::Desk);
    ASSERT_TRUE(desk) << desk.error().message;
    const auto& steps = (*desk)->desk->work.steps;
    const auto lie_on = [&](PartIndex part) {
        return std::ranges::count_if(steps, [part](const Step& step) {
            return std::ranges::find(step.parts, part) != step.parts.end();
        });
    };
    EXPECT_GT(lie_on(0), 1);
    EXPECT_GT(lie_on(1), 1);
    EXPECT_GT(lie_on(2), 1);
}

TEST(Scenes, TakeAnotherFigureFromAFileAndRefuseNothing) {
    const Plan plan = oddFigure();
    const Plan other = planOf({cylinder({0, 0, 0}, 2, 12, 32)}, {"head"});
    const auto scene = withFigure(plan, other.figure->form->imported, {0.0, -20.0, 0.0}, {});
    ASSERT_TRUE(scene) << scene.error().message;
    ASSERT_EQ(scene->parts.size(), 3U);
    EXPECT_EQ(scene->parts[2].name, "head 2");
    EXPECT_NEAR(scene->figure->surface.part_areas_mm2[2], other.figure->surface.part_areas_mm2[0],
                0.5);
    EXPECT_EQ(withCopy(plan, {}, {0, 1}, {}).error().code, ErrorCode::BadInput);
}

}  // namespace
}  // namespace glaukophos
