// Several figures under one set of lights: each is lit as the figure turned by hand would be.
#include "core/plan/scene.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <array>
#include <set>

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
    // A shape painted on it, and its eyes, are on the copy as well.
    Plan seeing = oddFigure();
    const Vec3 brow(2, -4.5F, 8);
    seeing.volumes = {{0.3, 1.0, {brow}, {-Vec3::UnitY()}}};
    DrawnLine eyes;
    eyes.name = "eyes";
    eyes.kind = LineKind::Eyes;
    eyes.anchors_mm = {brow, brow, brow, brow};
    seeing.lines = {eyes};
    const auto both = withCopy(seeing, {6.0, 30.0, 0.0}, {}, {});
    ASSERT_TRUE(both);
    ASSERT_EQ(both->volumes.size(), 2U);
    EXPECT_NEAR(both->volumes[1].normals[0].y(), 1.0F, 1e-5F);
    ASSERT_EQ(both->lines.size(), 2U);
    EXPECT_EQ(both->lines[1].name, "eyes 2");
    EXPECT_NEAR(both->lines[1].anchors_mm[3].y(), 2.0F * middle.y() - brow.y(), 0.05F);
}

Bounds boundsOfPart(const Plan& plan, PartIndex part) {
    Bounds bounds;
    const Surface& surface = plan.figure->surface;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] == part) bounds.add(surface.mesh.positions_mm[v]);
    }
    return bounds;
}

// Stood facing 6 at once, or by steps of an hour and of some mm: the same, and what was drawn on it
// went with it.
TEST(Scenes, AFigureThatStandsIsTurnedAndMovedWithWhatIsDrawnOnIt) {
    const auto at_once = withCopy(oddFigure(), {6.0, 30.0, -4.0}, {}, {});
    auto by_steps = withCopy(oddFigure(), {12.0, 30.0, 0.0}, {}, {});
    ASSERT_TRUE(at_once && by_steps);
    const Vec3 brow = boundsOfPart(*by_steps, 3).centre() + Vec3(0, -2.5F, 0);
    by_steps->volumes = {{0.3, 1.0, {brow}, {-Vec3::UnitY()}}};
    by_steps->values.gradients = {{GradientWay::Along, Vec3(0, -2, 8), Vec3(2, -2, 10.5F)}};
    for (int hour = 0; hour < 2; ++hour) {
        by_steps = withFigureMoved(*by_steps, 1, {3.0, 0.0, -2.0}, {});
        ASSERT_TRUE(by_steps) << by_steps.error().message;
    }
    for (const PartIndex part : {PartIndex{0}, PartIndex{2}, PartIndex{3}}) {
        const Bounds wanted = boundsOfPart(*at_once, part);
        const Bounds found = boundsOfPart(*by_steps, part);
        EXPECT_LT((wanted.low - found.low).norm() + (wanted.high - found.high).norm(), 0.05F);
    }
    const PaintedVolume& volume = by_steps->volumes.front();
    const Vec3 behind = boundsOfPart(*by_steps, 3).centre() + Vec3(0, 2.5F, 0);
    EXPECT_LT((volume.points_mm.front() - behind).norm(), 0.05F);
    EXPECT_NEAR(volume.normals.front().y(), 1.0F, 1e-5F);
    // What lies on the first one stays.
    EXPECT_EQ(by_steps->values.gradients.front().light_mm, Vec3(2, -2, 10.5F));
    EXPECT_EQ(withFigureMoved(*by_steps, 0, {}, {}).error().code, ErrorCode::BadInput);
    EXPECT_EQ(withFigureMoved(*by_steps, 2, {}, {}).error().code, ErrorCode::BadInput);
    EXPECT_EQ(withFigureMoved(*by_steps, 1, {12.0, 5000.0, 0.0}, {}).error().code,
              ErrorCode::BadInput);
}

TEST(Scenes, AFigureIsTakenAwayWithItsPartsAndWhatIsDrawnOnIt) {
    const Plan plan = oddFigure();
    auto three = withCopy(plan, {6.0, 30.0, 0.0}, {}, {});
    ASSERT_TRUE(three);
    three = withFigure(*three, plan.figure->form->imported, {12.0, -30.0, 0.0}, {});
    ASSERT_TRUE(three);
    three->volumes = {{0.3, 1.0, {boundsOfPart(*three, 3).high}, {Vec3::UnitZ()}},
                      {-0.2, 1.0, {boundsOfPart(*three, 5).high}, {Vec3::UnitZ()}}};
    const auto two = withoutFigure(*three, 1, {});
    ASSERT_TRUE(two) << two.error().message;
    ASSERT_EQ(two->parts.size(), 4U);
    EXPECT_EQ(figuresIn(*two), 2);
    EXPECT_EQ(two->parts[3].id, three->parts[5].id);
    ASSERT_EQ(two->volumes.size(), 1U);
    EXPECT_LT(two->volumes.front().height_mm, 0.0);
    EXPECT_NEAR(two->figure->surface.part_areas_mm2[3], three->figure->surface.part_areas_mm2[5],
                1e-3 * three->figure->surface.part_areas_mm2[5]);
    EXPECT_EQ(problemWith(*two), "");
    EXPECT_TRUE(evaluate(*two, {}));
}

// Strokes, lines and marks lie where they lay when the whole figure is turned and grows.
TEST(Scenes, WhatIsDrawnGoesWithTheFigureWhenItIsStoodAnew) {
    Plan plan = oddFigure();
    const Vec3 crown = boundsOfPart(plan, 1).centre() + Vec3(0, 0, 2.5F);
    plan.values.corrections = {{1, 0.8, {crown}, {Vec3::UnitZ()}}};
    plan.values.edge_lines.marks = {{EdgeWish::Brightest, crown}};
    DrawnLine line;
    line.anchors_mm = {crown, crown};
    plan.lines = {line};
    plan.values.face = FaceQuarters{.middle_mm = crown};
    Stance stance;
    stance.turn =
        Eigen::AngleAxisf(static_cast<float>(radians(90.0)), Vec3::UnitZ()).toRotationMatrix();
    stance.scale = 1.2F;
    const auto after = restood(plan, stance, {});
    ASSERT_TRUE(after) << after.error().message;
    const Vec3 now = boundsOfPart(*after, 1).centre() + Vec3(0, 0, 3.0F);
    EXPECT_LT((after->values.corrections[0].points_mm[0] - now).norm(), 0.05F);
    EXPECT_NEAR(after->values.corrections[0].radius_mm, 0.96, 1e-5);
    EXPECT_LT((after->values.edge_lines.marks[0].point_mm - now).norm(), 0.05F);
    EXPECT_LT((after->lines[0].anchors_mm[1] - now).norm(), 0.05F);
    EXPECT_LT((after->values.face->middle_mm - now).norm(), 0.05F);
    EXPECT_NEAR(after->values.face->facing.x(), 1.0F, 1e-5F);
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

// S14. Unequal figures in one batch, over the evenings there are.
TEST(Scenes, ThreeUnequalFiguresArePlannedToTheirEvenings) {
    ImportedFigure bollard =
        planOf({cylinder({0, 0, 0}, 3, 9, 24)}, {"bollard"}).figure->form->imported;
    ImportedFigure crate = planOf({box({-4, -4, 0}, {4, 4, 6})}, {"crate"}).figure->form->imported;
    const auto two = withFigure(oddFigure(), bollard, {12.0, 20.0, 0.0}, {});
    ASSERT_TRUE(two) << two.error().message;
    auto three = withFigure(*two, crate, {3.0, -20.0, 0.0}, {});
    ASSERT_TRUE(three) << three.error().message;
    EXPECT_EQ(figuresIn(*three), 3);
    three->steps.evenings = {true, "2026-12-01", 19 * 60, 19 * 60 + 45};
    const auto all = evaluated(*three, Goal::Desk);
    ASSERT_TRUE(all) << all.error().message;
    const Work& work = (*all)->desk->work;
    ASSERT_TRUE((*all)->desk->batch) << (*all)->desk->problem;
    const Batch& batch = *(*all)->desk->batch;
    EXPECT_EQ(batch.figures, 3);
    std::array<double, 3> minutes{};
    std::set<std::size_t> evenings;
    for (const Slot& slot : batch.schedule.sequence) {
        const TaskOf& of = batch.tasks[slot.task];
        minutes.at(static_cast<std::size_t>(of.figure)) += slot.end_min - slot.begin_min;
        evenings.insert(slot.sitting);
        const Sitting& sitting = batch.list.sittings[slot.sitting];
        EXPECT_GE(slot.begin_min - slot.set_up_min, sitting.begin_min - 1e-6);
        EXPECT_LE(slot.end_min, sitting.end_min + 1e-6);
        for (const PartIndex part : work.steps[of.step].parts) {
            // Other parts of the step belong to the others.
            if (work.steps[of.step].parts.size() == 1) {
                EXPECT_EQ(three->parts[part].stands_in, of.figure);
            }
        }
    }
    EXPECT_GT(evenings.size(), 1U);
    for (const double of_one : minutes) EXPECT_GT(of_one, 3.0);
    double whole = 0.0;
    for (const Step& step : work.steps) whole += step.coats * step.work_min;
    EXPECT_NEAR(minutes[0] + minutes[1] + minutes[2], whole, 1e-6);
}

}  // namespace
}  // namespace glaukophos
