// From a plan to layers: schools, order, maps, areas.
#include "core/work/steps.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <map>
#include <set>

#include "core/colour/colour_difference.h"
#include "core/io/plan_file.h"
#include "core/io/work_files.h"
#include "core/work/batch.h"
#include "core/work/part_steps.h"
#include "core/work/step_maps.h"
#include "core/work/step_order.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// A green and a red ball between a moon and a lamp, which is a small ball of its own.
Plan threeBalls() {
    Plan plan =
        planOf({sphere({-9, 0, 0}, 8, 30), sphere({9, 0, 0}, 8, 30), sphere({0, -10, -4}, 1, 10)},
               {"green", "red", "lamp"});
    plan.parts[0].local_colour = *srgbFromHex("#4f7a3c");
    plan.parts[1].local_colour = *srgbFromHex("#a83024");
    plan.parts[2].material = Material::Glass;
    plan.lights = {farLight(11, 50), lampLight({0, -10, -4}, 1, 30)};
    plan.lights[1].name = "Lamp";
    plan.lights[1].colour.kelvin = 2000;
    plan.lights[1].own_parts = {2};
    return plan;
}

struct Worked {
    Plan plan;
    Appearance appearance;
    Mixes mixes;
    Work work;
};

// Traced once: a change of how the work is done traces nothing.
const Irradiance& reachOfBalls() {
    static const Irradiance irradiance = [] {
        SkyTable table;
        return *fullIrradiance(threeBalls(), table, {});
    }();
    return irradiance;
}

Result<Worked> tryWork(Plan plan) {
    Worked all;
    all.plan = std::move(plan);
    giveIdentities(all.plan);
    all.appearance = appearanceOf(all.plan, reachOfBalls());
    all.mixes = mixesOf(all.plan, all.appearance, mixingRack(all.plan.rack), {});
    const Ridges ridges =
        ridgesOf(all.plan.figure->form->whole, ridgeOptionsFor(all.plan.values.edge_lines), {});
    auto work = workOf(all.plan, all.appearance, all.mixes,
                       beforeGlowOf(all.plan, all.appearance, all.mixes, {}), ridges, {}, {});
    if (!work) return tl::unexpected(work.error());
    all.work = std::move(*work);
    return all;
}

Worked worked(Plan plan) { return *tryWork(std::move(plan)); }

std::vector<const Step*> stepsOn(const Work& work, PartIndex part, Phase phase = Phase::Parts) {
    std::vector<const Step*> found;
    for (const Step& step : work.steps) {
        const bool there = std::ranges::find(step.parts, part) != step.parts.end();
        if (there && step.phase == phase) found.push_back(&step);
    }
    return found;
}

std::size_t firstOf(const Work& work, StepKind kind) {
    return static_cast<std::size_t>(std::ranges::find(work.steps, kind, &Step::kind) -
                                    work.steps.begin());
}

// Common practice, no source: dark to light, each layer lighter and smaller than the one before.
TEST(Steps, DarkToLightGrowsLighterAndSmaller) {
    const Worked all = worked(threeBalls());
    for (const PartIndex part : {PartIndex{0}, PartIndex{1}}) {
        double area = 1e9;
        double lightness = -1.0;
        int layers = 0;
        for (const Step* step : stepsOn(all.work, part)) {
            if (step->kind != StepKind::Base && step->kind != StepKind::Layer) continue;
            if (step->key.find("/shade-") != std::string::npos) continue;
            EXPECT_LT(step->area_mm2, area) << step->title;
            EXPECT_GT(step->recipe.colour.L, lightness) << step->title;
            EXPECT_FALSE(step->why.empty());
            EXPECT_FALSE(step->how.empty());
            area = step->area_mm2;
            lightness = step->recipe.colour.L;
            ++layers;
        }
        EXPECT_GE(layers, 3);
    }
}

// A ball's whole surface is 4 pi r^2; the base coat goes over all of it.
TEST(Steps, ABaseCoatCoversThePart) {
    const Worked all = worked(threeBalls());
    const Step& base = *stepsOn(all.work, 0).front();
    ASSERT_EQ(base.kind, StepKind::Base);
    EXPECT_NEAR(base.area_mm2, 4.0 * M_PI * 64.0, 0.02 * 4.0 * M_PI * 64.0);
    // Enough is mixed: a drop covers 900 mm2 of a full coat, twice that thinned 1:1, half of it is
    // lost on brush and palette (common practice, no source).
    const double needed = base.area_mm2 * base.coats / (1.0 + base.thinner) / 450.0;
    EXPECT_GE(dropsIn(base.amounts) * base.batches, needed - 1e-6);
    EXPECT_LT(dropsIn(base.amounts) * (base.batches - 1), needed);
}

// A hemisphere of a ball is lit by a far light; the map of a layer is where the light makes it.
TEST(Steps, AMapIsWhereTheValuesSay) {
    const Worked all = worked(threeBalls());
    const MapBasis maps{all.plan, all.appearance, all.work.lightness};
    for (const Step& step : all.work.steps) {
        if (step.kind != StepKind::Layer || step.mask.where != Where::Values) continue;
        const std::vector<float> coverage = coverageOf(maps, step.mask);
        for (std::size_t v = 0; v < coverage.size(); v += 17) {
            const bool inside =
                all.work.lightness[v] >= step.mask.from && all.work.lightness[v] < step.mask.to;
            EXPECT_EQ(coverage[v] > 0.5F, inside);
        }
    }
}

// Common practice, no source: everything else is finished before a glow, the widest shell comes
// first, each next one lies inside it, and the source comes last.
TEST(Steps, AGlowIsPaintedOverTheRestFromTheWidestShellInward) {
    const Worked all = worked(threeBalls());
    const Work& work = all.work;
    const MapBasis maps{all.plan, all.appearance, work.lightness};
    const std::size_t first = firstOf(work, StepKind::Shell);
    ASSERT_LT(first, work.steps.size());
    std::vector<float> outer(all.plan.figure->vertexCount(), 1.0F);
    std::map<PartIndex, double> lightness;  // of the last shell on each part
    for (std::size_t i = 0; i < work.steps.size(); ++i) {
        const Step& step = work.steps[i];
        if (step.phase < Phase::Glow) {
            EXPECT_LT(i, first) << step.title;
        }
        if (step.kind != StepKind::Shell) continue;
        const std::vector<float> here = coverageOf(maps, step.mask);
        for (std::size_t v = 0; v < here.size(); ++v) EXPECT_LE(here[v], outer[v]);
        outer = here;
        for (const PartIndex part : step.parts) {
            EXPECT_GT(step.recipe.colour.L, lightness[part]);
            lightness[part] = step.recipe.colour.L;
        }
        EXPECT_GE(step.thinner, 3.0);  // what is below shows through
    }
    const std::size_t source = firstOf(work, StepKind::Source);
    ASSERT_LT(source, work.steps.size());
    for (std::size_t i = source + 1; i < work.steps.size(); ++i) {
        EXPECT_EQ(work.steps[i].kind, StepKind::CleanUp);
    }
    for (const auto& [part, lightest] : lightness) {
        EXPECT_GT(work.steps[source].recipe.colour.L, lightest);
    }
}

// The far side of the balls gets no light of the lamp: no shell may lie there.
TEST(Steps, NoShellLiesWhereTheLampCannotSee) {
    const Worked all = worked(threeBalls());
    const MapBasis maps{all.plan, all.appearance, all.work.lightness};
    const Surface& surface = all.plan.figure->surface;
    const std::size_t first = firstOf(all.work, StepKind::Shell);
    const std::vector<float> widest = coverageOf(maps, all.work.steps[first].mask);
    for (std::size_t v = 0; v < widest.size(); ++v) {
        // The lamp is in front of the figure (-y).
        if (surface.parts[v] != 2 && surface.normals[v].y() > 0.8F) {
            EXPECT_EQ(widest[v], 0.0F);
        }
    }
}

TEST(Steps, WithoutTheGlowPartsArePaintedAsTheMoonAloneLeavesThem) {
    const Worked all = worked(threeBalls());
    const Appearance before_glow = beforeGlows(all.plan, all.appearance);
    Plan moon = threeBalls();
    moon.lights[1].strength = 0.0;
    const std::vector<float>& lamp = all.appearance.irradiance.of_lights[1];
    for (std::size_t v = 0; v < before_glow.values.lightness.size(); v += 7) {
        EXPECT_LE(before_glow.values.lightness[v], all.appearance.values.lightness[v] + 0.5F);
        if (lamp[v] == 0.0F) {
            EXPECT_NEAR(before_glow.values.lightness[v], all.appearance.values.lightness[v], 3.0);
        }
    }
    EXPECT_EQ(before_glow.bands.borders, all.appearance.bands.borders);
    EXPECT_DOUBLE_EQ(before_glow.values.light_tone.gain, all.appearance.values.light_tone.gain);
}

TEST(Steps, SchoolsDifferAsTheySay) {
    Plan plan = threeBalls();
    plan.steps.build_up = BuildUp::MiddleFirst;
    const Worked middle = worked(plan);
    const auto layers = stepsOn(middle.work, 0);
    ASSERT_GE(layers.size(), 3U);
    EXPECT_EQ(layers[0]->kind, StepKind::Base);
    // Shade before light, both after the middle.
    const auto is_shade = [](const Step* step) {
        return step->key.find("/shade-") != std::string::npos;
    };
    const auto shade = std::ranges::find_if(layers, is_shade);
    ASSERT_NE(shade, layers.end());
    EXPECT_LT((*shade)->recipe.colour.L, layers[0]->recipe.colour.L);
    EXPECT_GT(layers.back()->recipe.colour.L, layers[0]->recipe.colour.L);

    plan.steps.build_up = BuildUp::Hatched;
    const Worked hatched = worked(plan);
    for (const Step* step : stepsOn(hatched.work, 0)) {
        EXPECT_NE(step->kind, StepKind::Between);
        EXPECT_EQ(step->lost_mm, 0.0);
    }
    EXPECT_LT(workMinutes(hatched.work), workMinutes(worked(threeBalls()).work));

    plan.steps.build_up = BuildUp::GreysFirst;
    const Worked greys = worked(plan);
    const std::size_t tint = firstOf(greys.work, StepKind::Tint);
    ASSERT_LT(tint, greys.work.steps.size());
    for (std::size_t i = 0; i < tint; ++i) {
        const Step& step = greys.work.steps[i];
        if (!step.band) continue;
        // Grey to the eye: a chroma of 6 is hardly told from none.
        EXPECT_LT(lchFrom(step.recipe.colour).C, 8.0) << step.title;
        EXPECT_EQ(step.parts.size(), 2U) << step.title;
    }

    plan.steps.build_up = BuildUp::LightToDark;
    const Worked turned = worked(plan);
    const auto dark = stepsOn(turned.work, 0);
    ASSERT_GE(dark.size(), 3U);
    EXPECT_GT(dark[0]->recipe.colour.L, dark.back()->recipe.colour.L);
}

TEST(Steps, OnePartMayHaveAWayOfItsOwn) {
    Plan plan = threeBalls();
    plan.parts[1].build_up = BuildUp::Hatched;
    const Worked all = worked(plan);
    const auto tools = [&](PartIndex part) {
        std::set<Tool> used;
        for (const Step* step : stepsOn(all.work, part)) used.insert(step->tool);
        return used;
    };
    EXPECT_TRUE(tools(1).contains(Tool::FineBrush));
    EXPECT_FALSE(tools(0).contains(Tool::FineBrush));
}

TEST(Steps, GlowSchoolsDifferAsTheySay) {
    Plan plan = threeBalls();
    plan.steps.glow = GlowBuildUp::WhiteFirst;
    const Worked white = worked(plan);
    const std::size_t at = firstOf(white.work, StepKind::White);
    ASSERT_LT(at, firstOf(white.work, StepKind::Shell));
    EXPECT_LT(lchFrom(white.work.steps[at].recipe.colour).C, 10.0);
    // Inside the shells, never outside: white cannot be tinted away there.
    EXPECT_LT(white.work.steps[at].area_mm2,
              white.work.steps[firstOf(white.work, StepKind::Shell)].area_mm2);
    plan.steps.glow = GlowBuildUp::Airbrush;
    const Worked sprayed = worked(plan);
    const Step& shell = sprayed.work.steps[firstOf(sprayed.work, StepKind::Shell)];
    EXPECT_EQ(shell.tool, Tool::Airbrush);
    EXPECT_DOUBLE_EQ(shell.thinner, 3.0);  // 2 drops of paint, 6 of thinner: common practice
    EXPECT_FALSE(shell.masking.empty());
    EXPECT_NE(shell.caution.find("respirator"), std::string::npos);
    EXPECT_NE(shell.caution.find("label"), std::string::npos);
}

// A jump that is too large gets a mix in between, or veils; and the mix lies between its
// neighbours.
TEST(Steps, JumpsAreBridged) {
    Plan plan = threeBalls();
    plan.mixing.largest_step = 8;
    const Worked all = worked(plan);
    int bridges = 0;
    for (std::size_t i = 0; i < all.work.steps.size(); ++i) {
        const Step& step = all.work.steps[i];
        // A glow's bridges lie between layers on several parts: they are looked at among glows.
        if (step.kind != StepKind::Between || step.light) continue;
        ++bridges;
        const Step& before = all.work.steps[i - 1];
        const Step& next = all.work.steps[i + 1];
        EXPECT_LT(ciede2000(before.recipe.colour, step.recipe.colour),
                  ciede2000(before.recipe.colour, next.recipe.colour));
        EXPECT_LT(step.area_mm2, before.area_mm2);
        EXPECT_GT(step.area_mm2, next.area_mm2);
    }
    EXPECT_GT(bridges, 0);
    plan.mixing.largest_step = 40;
    EXPECT_EQ(firstOf(worked(plan).work, StepKind::Between), worked(plan).work.steps.size());
}

TEST(Steps, OneMixServesTwoPartsThatAreAlike) {
    Plan plan = threeBalls();
    plan.parts[1].local_colour = plan.parts[0].local_colour;
    plan.lights[1].on = false;
    const Worked all = worked(plan);
    const bool shared = std::ranges::any_of(
        all.work.steps, [](const Step& step) { return step.parts.size() == 2; });
    EXPECT_TRUE(shared);
    EXPECT_TRUE(brokenRules(all.work.steps).empty());
    const Worked apart = worked(threeBalls());
    for (const Step& step : apart.work.steps) {
        if (step.kind == StepKind::Base) {
            EXPECT_EQ(step.parts.size(), 1U) << step.title;
        }
    }
}

TEST(Steps, TheFocusComesFirst) {
    for (const PartIndex focus : {PartIndex{0}, PartIndex{1}}) {
        Plan plan = threeBalls();
        plan.parts[focus].focus = Focus::Main;
        const Worked all = worked(plan);
        const std::size_t base = firstOf(all.work, StepKind::Base);
        EXPECT_EQ(all.work.steps[base].parts.front(), focus);
    }
}

TEST(Steps, TheRulesHoldAndAMovedStepSaysWhatItBreaks) {
    Plan plan = threeBalls();
    const Worked usual = worked(plan);
    EXPECT_TRUE(usual.work.broken.empty());
    const auto layers = stepsOn(usual.work, 0);
    ASSERT_GE(layers.size(), 3U);
    // The base after the last layer.
    moveStep(plan.steps.moved, layers.front()->key, layers.back()->key);
    const Worked moved = worked(plan);
    ASSERT_FALSE(moved.work.broken.empty());
    EXPECT_NE(moved.work.broken.front().find("each layer lies on the one before"),
              std::string::npos);
    EXPECT_EQ(indexOf(moved.work.steps, layers.front()->key),
              indexOf(moved.work.steps, layers.back()->key) + 1);
    // Moving it to the front is before the primer.
    moveStep(plan.steps.moved, layers.front()->key, "");
    EXPECT_EQ(plan.steps.moved.size(), 1U);
    const Worked first = worked(plan);
    EXPECT_EQ(indexOf(first.work.steps, layers.front()->key), 0U);
    EXPECT_NE(first.work.broken.front().find("dry primer"), std::string::npos);
}

TEST(Steps, ACircleForcedByHandIsRefused) {
    Plan plan = threeBalls();
    const Worked usual = worked(plan);
    const auto layers = stepsOn(usual.work, 0);
    plan.steps.moved = {{layers[0]->key, layers[1]->key}, {layers[1]->key, layers[0]->key}};
    const auto refused = tryWork(plan);
    ASSERT_FALSE(refused);
    EXPECT_NE(refused.error().message.find("circle"), std::string::npos);
    // A drag cannot make one.
    std::vector<MovedStep> moved;
    moveStep(moved, "a", "b");
    moveStep(moved, "b", "c");
    moveStep(moved, "c", "a");
    for (const MovedStep& move : moved) EXPECT_NE(move.step, move.after);
    std::vector<Step> steps(3);
    for (std::size_t i = 0; i < 3; ++i) steps[i].key = std::string(1, static_cast<char>('a' + i));
    EXPECT_TRUE(moveSteps(moved, steps));
    EXPECT_EQ(steps.size(), 3U);
}

TEST(Steps, NothingToPaintAndNoPaintsAreSaid) {
    Plan plan = threeBalls();
    plan.lights[1].own_parts = {0, 1, 2};
    const auto nothing = tryWork(plan);
    ASSERT_FALSE(nothing);
    EXPECT_NE(nothing.error().message.find("nothing to paint"), std::string::npos);
    plan = threeBalls();
    plan.rack.resize(1);
    plan.rack.front().kind = PaintKind::Medium;
    const auto empty = tryWork(plan);
    ASSERT_FALSE(empty);
    EXPECT_NE(empty.error().message.find("no colours"), std::string::npos);
    plan = threeBalls();
    plan.under.used = true;
    plan.under.coats = {{"No such paint", 90.0, 1.0}};
    const Worked missing = worked(plan);
    ASSERT_EQ(missing.work.missing.size(), 1U);
    EXPECT_NE(missing.work.missing.front().find("No such paint"), std::string::npos);
}

TEST(Steps, AnEveningShorterThanACoatIsSaid) {
    Worked all = worked(threeBalls());
    all.plan.steps.evenings = {true, "2026-12-01", 1200, 1215};
    all.plan.steps.pace = 4.0;
    for (Step& step : all.work.steps) step.work_min *= 4.0;
    const auto batch = batchOf(all.plan.steps, all.work, 0, {});
    ASSERT_FALSE(batch);
    EXPECT_NE(batch.error().message.find("too short"), std::string::npos);
}

TEST(Steps, AHairdryerAndABatchSaveTime) {
    Plan plan = threeBalls();
    plan.steps.figures = 1;
    const Worked one = worked(plan);
    const auto alone = batchOf(plan.steps, one.work, 0, {});
    ASSERT_TRUE(alone);
    plan.steps.figures = 5;
    const auto five = batchOf(plan.steps, worked(plan).work, 0, {});
    ASSERT_TRUE(five);
    EXPECT_EQ(five->tasks.size(), 5 * alone->tasks.size());
    // Five together take less than five times one, and less than one after another.
    EXPECT_LT(five->schedule.end_min, 5.0 * alone->schedule.end_min);
    EXPECT_LT(five->schedule.end_min, 0.8 * five->one_after_another.end_min);
    EXPECT_GE(five->schedule.end_min, five->shortest_min - 1e-6);
    plan.steps.figures = 1;
    plan.steps.hairdryer = true;
    const auto dried = batchOf(plan.steps, worked(plan).work, 0, {});
    EXPECT_LT(dried->schedule.end_min, alone->schedule.end_min);
}

TEST(Steps, TheRulesHoldInEverySchoolAndOrder) {
    for (int way = 0; way < 5; ++way) {
        for (int glow = 0; glow < 4; ++glow) {
            Plan plan = threeBalls();
            plan.steps.build_up = static_cast<BuildUp>(way);
            plan.steps.glow = static_cast<GlowBuildUp>(glow);
            plan.steps.order = static_cast<PartOrder>(way % 2);
            plan.parts[1].local_colour = plan.parts[0].local_colour;  // some steps are shared
            plan.under.used = glow == 1;
            const Worked all = worked(plan);
            EXPECT_TRUE(brokenRules(all.work.steps).empty()) << way << glow;
            std::set<std::string> keys;
            for (const Step& step : all.work.steps) {
                EXPECT_TRUE(keys.insert(step.key).second) << step.key;
                EXPECT_GT(step.work_min, 0.0) << step.key;
                EXPECT_GE(step.coats, 1) << step.key;
                for (const After& after : step.after) {
                    EXPECT_LT(indexOf(all.work.steps, after.step), all.work.steps.size())
                        << step.key << " after " << after.step;
                }
            }
        }
    }
}

// A clothed figure of 32 mm with a head: five parts of metal and glass are left out.
Plan trooper() {
    std::vector<std::filesystem::path> files;
    for (const char* part : {"skin", "beard", "hoodcape", "tunic", "apron", "belt", "boots"}) {
        files.emplace_back(GLAUKOPHOS_SOURCE "/data/demo/tide-glass-maker/" + std::string(part) +
                           ".stl");
    }
    Plan plan = *planFromFigure("Trooper", *importFigure(files, std::nullopt, {}), {});
    plan.lights = {skyLight(SkyKind::Uniform), farLight(11, 50)};
    plan.values.bands.count = 3;
    return plan;
}

Desk deskOf(const Plan& plan) {
    SkyTable table;
    const Appearance appearance = appearanceOf(plan, *fullIrradiance(plan, table, {}));
    const Mixes mixes = mixesOf(plan, appearance, mixingRack(plan.rack), {});
    const Ridges ridges =
        ridgesOf(plan.figure->form->whole, ridgeOptionsFor(plan.values.edge_lines), {});
    Desk desk;
    desk.work =
        *workOf(plan, appearance, mixes, beforeGlowOf(plan, appearance, mixes, {}), ridges, {}, {});
    desk.batch = *batchOf(plan.steps, desk.work, 0, {});
    return desk;
}

// Common practice, no source: a squad of five to a plain table standard, three bands and washes,
// takes five to seven and a half hours, one layer through all five.
TEST(Steps, ASquadOfFiveTakesAboutSixHours) {
    Plan plan = trooper();
    plan.steps.recesses = Recesses::Washed;
    plan.steps.figures = 5;
    const Desk desk = deskOf(plan);
    const Batch& batch = *desk.batch;
    const double hours = batch.deskMinutes(batch.schedule) / 60.0;
    EXPECT_GT(hours, 5.0);
    EXPECT_LT(hours, 7.5);
    // In batches hardly anything is waited for but the primer.
    EXPECT_LT(batch.schedule.waiting_min, 31.0);
    EXPECT_GT(batch.deskMinutes(batch.one_after_another), 1.5 * 60.0 * hours);
    // The same coat goes through the figures one by one, in their order.
    std::map<std::pair<std::size_t, int>, std::vector<int>> figures;
    for (const Slot& slot : batch.schedule.sequence) {
        const TaskOf& of = batch.tasks[slot.task];
        figures[{of.step, of.coat}].push_back(of.figure);
    }
    for (const auto& [coat, order] : figures) {
        EXPECT_EQ(order, (std::vector<int>{0, 1, 2, 3, 4})) << desk.work.steps[coat.first].title;
    }
}

// Common practice, no source: one figure, hatched, in 35 to 60 minutes.
TEST(Steps, AHatchedFigureTakesThreeQuartersOfAnHour) {
    Plan plan = trooper();
    plan.steps.build_up = BuildUp::Hatched;
    const Desk desk = deskOf(plan);
    EXPECT_GT(workMinutes(desk.work), 35.0);
    EXPECT_LT(workMinutes(desk.work), 60.0);
}

// Each evening is an event of the calendar; RFC 5545: lines end with CR LF and have 75 octets at
// most, long ones go on after a space.
TEST(WorkFiles, ACalendarIsAsTheStandardSays) {
    Plan plan = threeBalls();
    plan.title = "Balls, red; green";
    plan.steps.figures = 4;
    plan.steps.evenings = {true, "2026-12-01", 19 * 60, 20 * 60};
    plan.steps.evenings.weekdays = {false, true, false, false, false, false, false};  // Tuesdays
    const Worked all = worked(plan);
    const auto batch = batchOf(plan.steps, all.work, 0, {});
    ASSERT_TRUE(batch) << batch.error().message;
    const std::string text = calendarText(plan, all.work, *batch);
    std::size_t at = 0;
    std::string unfolded;
    int events = 0;
    while (at < text.size()) {
        const std::size_t end = text.find("\r\n", at);
        ASSERT_NE(end, std::string::npos);
        EXPECT_LE(end - at, 75U);
        const std::string line = text.substr(at, end - at);
        if (line == "BEGIN:VEVENT") ++events;
        unfolded += line.front() == ' ' ? line.substr(1) : "\n" + line;
        at = end + 2;
    }
    EXPECT_EQ(static_cast<std::size_t>(events), batch->schedule.sequence.back().sitting + 1);
    EXPECT_NE(unfolded.find("\nDTSTART:20261201T190000"), std::string::npos);
    EXPECT_NE(unfolded.find("Balls\\, red\\; green"), std::string::npos);
    if (events > 1) {
        EXPECT_NE(unfolded.find("\nDTSTART:20261208T190000"), std::string::npos);
    }
    EXPECT_EQ(unfolded.find("BEGIN:VCALENDAR"), 1U);
}

// 1 December 2026 is a Tuesday; days since 1970 by the civil calendar (Howard Hinnant's algorithm,
// as in the standard library; checked against the known 2000-03-01 = 11017).
TEST(WorkFiles, DatesAreCountedInDays) {
    EXPECT_EQ(dayNumber("1970-01-01"), 0);
    EXPECT_EQ(dayNumber("2000-03-01"), 11017);
    EXPECT_EQ(dateOf(dayNumber("2026-12-31")), "2026-12-31");
    EXPECT_EQ(dayNumber("2026-02-30"), -1);
    EXPECT_EQ(dayNumber("tomorrow"), -1);
    EXPECT_EQ(dayNumber("2026-1-001"), -1);
}

TEST(WorkFiles, TheTableHasALineAStepAndNoFormulas) {
    Plan plan = threeBalls();
    plan.parts[0].name = "=cmd()";
    const Worked all = worked(plan);
    const std::string csv = stepsCsv(plan, all.work);
    EXPECT_EQ(static_cast<std::size_t>(std::ranges::count(csv, '\n')), all.work.steps.size() + 1);
    EXPECT_EQ(csv.find(",=cmd"), std::string::npos);
    EXPECT_EQ(csv.find(",\"=cmd"), std::string::npos);
    const std::string palette = mixPalette(plan, all.work);
    EXPECT_EQ(palette.find("GIMP Palette"), 0U);
}

TEST(StepChoices, AreReadBackAsTheyWereWritten) {
    Plan plan = threeBalls();
    plan.steps.build_up = BuildUp::Hatched;
    plan.steps.glow = GlowBuildUp::Airbrush;
    plan.steps.order = PartOrder::InsideOut;
    plan.steps.figures = 7;
    plan.steps.hairdryer = true;
    plan.steps.pace = 1.5;
    plan.steps.palette_h = 48;
    plan.steps.moved = {{"a", "b"}, {"c", ""}};
    plan.steps.evenings = {
        true, "2026-12-01", 1100, 1200, {true, false, true, false, true, false, false}};
    plan.parts[1].build_up = BuildUp::GreysFirst;
    const auto read = parsePlan(planJson(plan, {{"a.stl"}, "", Division::AsGiven}));
    ASSERT_TRUE(read) << read.error().message;
    EXPECT_EQ(read->plan.steps, plan.steps);
    EXPECT_EQ(read->plan.parts[1].build_up, plan.parts[1].build_up);
    EXPECT_EQ(read->plan.parts[0].build_up, std::nullopt);
}

TEST(StepChoices, WhatMakesNoSenseIsSaid) {
    const auto complaint = [](const char* steps) {
        const auto read = parsePlan(
            std::string(R"({"format":"glaukophos-plan","figure":{"files":["a.stl"]},"steps":)") +
            steps + "}");
        if (!read) return read.error().message;
        return problemWith(read->plan.steps);
    };
    EXPECT_NE(complaint(R"({"build_up":"sideways"})").find("dark-to-light"), std::string::npos);
    EXPECT_NE(complaint(R"({"figures":0})").find("1 to 40"), std::string::npos);
    EXPECT_NE(complaint(R"({"pace":-1})").find("pace"), std::string::npos);
    EXPECT_NE(complaint(R"({"evenings":{"begin_min":100,"end_min":90}})").find("evening"),
              std::string::npos);
    EXPECT_NE(complaint(R"({"evenings":{"weekdays":[]}})").find("day"), std::string::npos);
    EXPECT_NE(complaint(R"({"evenings":{"weekdays":[8]}})").find("Monday"), std::string::npos);
    EXPECT_NE(complaint(R"({"evenings":{"first_date":"soon"}})").find("date"), std::string::npos);
    EXPECT_EQ(complaint(R"({"figures":3})"), "");
}

}  // namespace
}  // namespace glaukophos
