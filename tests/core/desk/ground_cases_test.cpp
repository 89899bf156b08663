// What a painter must get from layers that know the ground, and from edges as layers. Numbers are
// common practice, no source, unless one is named.
#include <gtest/gtest.h>

#include <algorithm>

#include "core/colour/coats.h"
#include "core/colour/colour_difference.h"
#include "core/light/direction.h"
#include "core/picture/step_view.h"
#include "core/pipeline/traces.h"
#include "core/work/folded_steps.h"
#include "core/work/laid_paint.h"
#include "core/work/primers.h"
#include "core/work/step_maps.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

std::vector<const Step*> stepsOf(const Evaluated& all, StepKind kind) {
    std::vector<const Step*> found;
    for (const Step& step : all.desk->work.steps) {
        if (step.kind == kind) found.push_back(&step);
    }
    return found;
}

// S1: two black lacquered plates and a pale block, on black primer.
Plan plates() {
    Plan plan = planOf(
        {box({-8, -1, 0}, {-1, 1, 9}), box({1, -1, 0}, {8, 1, 9}), box({-9, -5, -2}, {9, 5, 0})},
        {"left plate", "right plate", "block"});
    for (std::size_t p = 0; p < 2; ++p) {
        plan.parts[p].local_colour = Srgb{0.11, 0.11, 0.115};
        plan.parts[p].material = Material::Satin;
    }
    plan.parts[2].local_colour = Srgb{0.6, 0.55, 0.48};
    plan.parts[2].material = Material::Stone;
    plan.lights = {skyLight(SkyKind::Uniform), farLight(11, 50)};
    plan.lights[0].strength = 0.2;
    plan.lights[1].strength = 0.6;
    plan.values.exposure_stops = -2.5;  // lacquer is black but for its edges
    plan.values.edge_lines.width_mm = 0.5;
    plan.values.edge_lines.passes = 4;
    plan.values.edge_lines.narrows = 0.7;
    plan.values.edge_lines.corners_last = true;
    giveIdentities(plan);
    return plan;
}

const Evaluated& platesDesk() {
    static const EvaluatedPtr all = *evaluated(plates(), Goal::Desk);
    return *all;
}

TEST(GroundCases, NoBaseGoesOverWhatIsAlreadyItsColour) {
    for (const Step* base : stepsOf(platesDesk(), StepKind::Base)) {
        EXPECT_EQ(std::ranges::count(base->parts, PartIndex{0}), 0) << base->title;
        EXPECT_EQ(std::ranges::count(base->parts, PartIndex{1}), 0) << base->title;
    }
    // Over grey they need one, as the block does over black.
    Plan grey = plates();
    grey.mixing.primer = Srgb{0.5, 0.5, 0.5};
    const auto all = *evaluated(grey, Goal::Desk);
    const auto bases = stepsOf(*all, StepKind::Base);
    EXPECT_TRUE(std::ranges::any_of(
        bases, [](const Step* base) { return std::ranges::count(base->parts, PartIndex{0}) > 0; }));
    EXPECT_TRUE(std::ranges::any_of(stepsOf(platesDesk(), StepKind::Base), [](const Step* base) {
        return std::ranges::count(base->parts, PartIndex{2}) > 0;
    }));
}

TEST(GroundCases, EveryEdgePassIsALayerLighterThanTheOneBelow) {
    const Work& work = platesDesk().desk->work;
    std::map<PartIndex, std::vector<const Step*>> passes;
    for (const Step* step : stepsOf(platesDesk(), StepKind::Edges)) {
        ASSERT_EQ(step->parts.size(), 1U);
        passes[step->parts[0]].push_back(step);
    }
    ASSERT_TRUE(passes.contains(0));
    EXPECT_GE(passes[0].size(), 4U);  // three to six passes, then the corners
    for (const auto& [part, steps] : passes) {
        for (std::size_t i = 0; i < steps.size(); ++i) {
            const Step& step = *steps[i];
            EXPECT_FALSE(step.recipe.drops.empty()) << step.title;
            EXPECT_GT(step.lines_mm, 0.0) << step.title;
            EXPECT_NEAR(step.area_mm2, step.lines_mm * step.mask.from, 1e-6) << step.title;
            if (i == 0) continue;
            EXPECT_GE(step.recipe.colour.L, steps[i - 1]->recipe.colour.L + 3.0) << step.title;
            EXPECT_LE(step.lines_mm, steps[i - 1]->lines_mm) << step.title;
            EXPECT_LT(indexOf(work.steps, steps[i - 1]->key), indexOf(work.steps, step.key));
        }
    }
    EXPECT_NE(passes[0].back()->title.find("corners"), std::string::npos);
    // Lengths are counted once: what the steps say is what is drawn.
    double drawn = 0.0;
    double said = 0.0;
    for (const EdgeStretch& stretch : work.lines) {
        if (stretch.part == 0) drawn += stretch.length_mm;
    }
    for (const Step* step : passes[0]) {
        if (step->mask.index < work.line_widths_mm.size()) said += step->lines_mm;
    }
    EXPECT_NEAR(said, drawn, 0.1 * drawn + 3.0);
}

TEST(GroundCases, AnEdgeIsLeftOutTakenInAndMoved) {
    Plan plan = plates();
    const auto before = *evaluated(plan, Goal::Marks);
    const auto lengthOf = [](const Evaluated& all, PartIndex part) {
        return all.marks->lines.passes[0].part_lengths_mm[part];
    };
    // The front top edge of the left plate is lit; its bottom back edge is not.
    plan.values.edge_lines.marks = {{EdgeWish::LeaveOut, Vec3(-4.5F, -1, 9)}};
    const auto without = *evaluated(plan, Goal::Marks);
    EXPECT_LT(lengthOf(*without, 0), lengthOf(*before, 0) - 5.0);
    EXPECT_NEAR(lengthOf(*without, 1), lengthOf(*before, 1), 1e-6);
    plan.values.edge_lines.marks = {{EdgeWish::Brightest, Vec3(-7, -1, 9)}};
    const auto moved = *evaluated(plan, Goal::Marks);
    const auto& last = moved->marks->lines.passes.back();
    EXPECT_GT(last.length_mm, 0.0);
}

// Geometry: an edge between a lit and an unlit face is lined as brightly as the lit one says.
TEST(GroundCases, TheBrighterFaceOfACrestDecides) {
    Plan plan = planOf({box({-10, -10, 0}, {10, 10, 20})});
    plan.lights = {farLight(12, 0)};  // on the front alone
    plan.values.edge_lines.width_mm = 0.5;
    plan.values.edge_lines.passes = 1;
    const auto all = *evaluated(plan, Goal::Marks);
    double front = 0.0;
    for (const EdgeStretch& stretch : all->marks->lines.stretches) {
        const Vec3& middle = stretch.points_mm[stretch.points_mm.size() / 2];
        EXPECT_LT(middle.y(), -9.0F);  // none at the back, which is dark on both faces
        front += stretch.length_mm;
    }
    EXPECT_NEAR(front, 80.0, 6.0);  // all four sides of the front
}

// S2: a sprayed ground that is what is wanted is not painted over.
TEST(GroundCases, LayersGoOnlyWhereTheGroundIsNotRightYet) {
    Plan plan = planOf({box({-5, -5, 0}, {5, 5, 10})}, {"block"});
    plan.parts[0].local_colour = Srgb{0.5, 0.5, 0.5};
    plan.lights = {skyLight(SkyKind::Uniform), farLight(11, 50)};
    plan.lights[1].strength = 0.5;
    giveIdentities(plan);
    const auto bare = *evaluated(plan, Goal::Desk);
    double painted = 0.0;
    for (const Step& step : bare->desk->work.steps) {
        if (step.kind == StepKind::Base || step.kind == StepKind::Layer) painted += step.area_mm2;
    }
    // Primed in the colour of a band that is there, the rest is touched up.
    const Ladder& ladder = bare->appearance->ladders[0];
    std::size_t largest = 0;
    for (std::size_t b = 0; b < ladder.size(); ++b) {
        if (ladder[b].area_mm2 > ladder[largest].area_mm2) largest = b;
    }
    plan.mixing.primer = ladder[largest].shown;
    const auto primed = *evaluated(plan, Goal::Desk);
    double left = 0.0;
    const MapBasis maps{primed->plan, *primed->appearance, primed->desk->work.lightness};
    for (const Step& step : primed->desk->work.steps) {
        if (step.kind != StepKind::Base && step.kind != StepKind::Layer) continue;
        left += step.area_mm2;
        // Nothing of it lies where the primer is right.
        const std::vector<float> coverage = coverageOf(maps, step.mask);
        for (std::size_t v = 0; v < coverage.size(); ++v) {
            const std::size_t band =
                bandOf(primed->appearance->values.lightness[v], primed->appearance->bands.borders);
            if (coverage[v] <= 0.0F) continue;
            EXPECT_NE(band, largest) << step.title;
        }
    }
    EXPECT_LT(left, painted - 0.8 * ladder[largest].area_mm2);
}

// S3: the same plan over every primer, the quickest first, with a reason.
TEST(GroundCases, PrimersAreComparedByCoatsAndMinutes) {
    const Evaluated& all = platesDesk();
    const BeforeGlow none;
    const std::vector<PrimerChoice> choices =
        primerChoices(all.plan, *all.appearance, *all.mixes, none, *all.traces->ridges, {});
    ASSERT_GE(choices.size(), 5U);
    const auto named = [&](const char* name) {
        return *std::ranges::find(choices, name, &PrimerChoice::name);
    };
    for (std::size_t i = 1; i < choices.size(); ++i) {
        EXPECT_LE(choices[i - 1].minutes, choices[i].minutes);
        EXPECT_FALSE(choices[i].reason.empty());
    }
    EXPECT_LT(named("black").coats, named("white").coats);
    EXPECT_NE(named("black").reason.find("base"), std::string::npos) << named("black").reason;
}

// Kubelka 1948: opaque paint over anything is itself; a thin coat is what the layer formula says
// over what really lies below.
TEST(GroundCases, LaidPaintIsLayerUponLayer) {
    const Evaluated& all = platesDesk();
    const Work& work = all.desk->work;
    LaidPaint laid(all.plan, *all.appearance, work);
    const std::vector<Vec3> primed = laid.colours();
    const LinearRgb primer = linearFrom(all.plan.mixing.primer);
    EXPECT_NEAR(primed[0].x(), primer.rgb.x(), 0.01);
    const auto base = std::ranges::find(work.steps, StepKind::Base, &Step::kind);
    ASSERT_NE(base, work.steps.end());
    laid.layUpTo(static_cast<std::size_t>(base - work.steps.begin()) + 1);
    const std::vector<float> coverage =
        coverageOf({all.plan, *all.appearance, work.lightness}, base->mask);
    const Lab expected = colourOver(filmOf(work.rack, base->recipe.drops),
                                    base->coats * filmThickness(base->thinner),
                                    reflectanceOf(all.plan.mixing.primer));
    const std::vector<Vec3> based = laid.colours();
    std::size_t covered = 0;
    for (std::size_t v = 0; v < based.size(); ++v) {
        const bool mine = std::ranges::count(base->parts, all.plan.figure->surface.parts[v]) > 0;
        if (!mine) {
            ASSERT_NEAR((based[v] - primed[v]).norm(), 0.0, 1e-6);
            continue;
        }
        if (coverage[v] < 1.0F) continue;
        ++covered;
        const Lab here = labFrom(xyzFrom(LinearRgb{based[v].cast<double>()}));
        ASSERT_LT(ciede2000(here, labFrom(xyzFrom(linearFrom(displayable(expected))))), 0.5);
    }
    EXPECT_GT(covered, 100U);
    laid.layUpTo(0);
    EXPECT_EQ(laid.colours()[0], primed[0]);
}

// S4: a steel gaff by metallics: dark metal, a wash in the recesses, bright metal on the lit top,
// dots; metallics nowhere else.
TEST(GroundCases, MetallicsGoOnMetalAndNowhereElse) {
    Plan plan =
        planOf({bar({{-2, -2}, {2, -2}, {2, 2}, {0.4F, 2}, {0, 1}, {-0.4F, 2}, {-2, 2}}, -9, 9),
                box({-9, -6, -4}, {9, 6, -2})},
               {"gaff", "plank"});
    plan.parts[0].material = Material::MetallicPaint;
    plan.parts[0].local_colour = Srgb{0.6, 0.6, 0.62};
    plan.parts[1].material = Material::Wood;
    for (const char* colour : {"#b9bcc0", "#5d6064"}) {
        Paint flake;
        flake.name = std::string("Flake ") + colour;
        flake.mass_tone = *srgbFromHex(colour);
        flake.opacity = Opacity::Opaque;
        flake.kind = PaintKind::Metallic;
        plan.rack.push_back(flake);
    }
    plan.lights = {skyLight(SkyKind::Uniform), farLight(11, 50)};
    plan.lights[0].strength = 0.3;
    giveIdentities(plan);
    const auto all = *evaluated(plan, Goal::Desk);
    const Work& work = all->desk->work;
    std::vector<const Step*> gaff;
    for (const Step& step : work.steps) {
        const bool metallic = std::ranges::any_of(step.recipe.drops, [&](const Drops& drops) {
            return work.rack.paints[drops.paint].kind == PaintKind::Metallic;
        });
        const bool on_gaff = step.parts == std::vector<PartIndex>{0};
        EXPECT_TRUE(!metallic || on_gaff) << step.title;
        if (on_gaff && !step.recipe.drops.empty()) gaff.push_back(&step);
        EXPECT_EQ(metallic, on_gaff && step.kind != StepKind::Wash && !step.recipe.drops.empty())
            << step.title;
    }
    ASSERT_GE(gaff.size(), 3U);
    EXPECT_EQ(gaff[0]->kind, StepKind::Base);
    EXPECT_EQ(gaff[1]->kind, StepKind::Wash);
    EXPECT_GT(gaff[1]->area_mm2, 0.5);
    EXPECT_LT(gaff[1]->area_mm2, 0.4 * gaff[0]->area_mm2);
    EXPECT_EQ(gaff[2]->kind, StepKind::Layer);
    EXPECT_GT(gaff[2]->recipe.colour.L, gaff[0]->recipe.colour.L + 10.0);
    EXPECT_LT(gaff[2]->area_mm2, gaff[0]->area_mm2);
}

TEST(GroundCases, WashesAndLinesComeBetweenLayersAndEdges) {
    Plan plan = plates();
    plan.values.exposure_stops = 0.0;
    plan.steps.varnished = true;
    for (const auto& [way, kind] : {std::pair{Recesses::Washed, StepKind::Wash},
                                    std::pair{Recesses::Lined, StepKind::Lining}}) {
        plan.steps.recesses = way;
        const auto all = *evaluated(plan, Goal::Desk);
        const std::vector<Step>& steps = all->desk->work.steps;
        const auto at = std::ranges::find(steps, kind, &Step::kind);
        if (way == Recesses::Washed && at == steps.end()) continue;  // flat plates have none
        ASSERT_NE(at, steps.end());
        // Both plates stand on the block; only the dark side is lined.
        EXPECT_GT(at->lines_mm, way == Recesses::Lined ? 4.0 : -1.0);
        for (auto step = steps.begin(); step != steps.end(); ++step) {
            const bool layer = step->kind == StepKind::Base || step->kind == StepKind::Layer;
            if (layer) {
                EXPECT_LT(step - steps.begin(), at - steps.begin()) << step->title;
            } else if (step->kind == StepKind::Edges) {
                EXPECT_GT(step - steps.begin(), at - steps.begin()) << step->title;
            }
        }
        EXPECT_EQ(steps.back().kind, StepKind::Varnish);
        const auto can = std::ranges::find(steps, std::string("varnish/matt"), &Step::key);
        ASSERT_NE(can, steps.end());
        EXPECT_NE(can->caution.find("respirator"), std::string::npos);
    }
}

TEST(GroundCases, WhatBelongsTogetherIsOneEntry) {
    const Evaluated& all = platesDesk();
    const std::vector<Step>& steps = all.desk->work.steps;
    const std::vector<FoldedSteps> entries = folded(all.plan, steps);
    EXPECT_LT(entries.size(), steps.size());
    std::size_t next = 0;
    for (const FoldedSteps& entry : entries) {
        EXPECT_EQ(entry.first, next);
        next += entry.count;
        EXPECT_FALSE(entry.title.empty());
        for (std::size_t i = 1; i < entry.count && steps[entry.first].kind == StepKind::Edges;
             ++i) {
            EXPECT_EQ(steps[entry.first + i].parts, steps[entry.first].parts);
        }
    }
    EXPECT_EQ(next, steps.size());
}

// Geometry: what lies at the back is looked at from the back, and a small thing close up.
TEST(GroundCases, AStepIsShownFromTheSideItLiesOn) {
    Plan plan =
        planOf({box({-6, -6, 0}, {6, 6, 20}), sphere({0, 6.5F, 12}, 1.2F, 20)}, {"post", "knob"});
    plan.lights = {skyLight(SkyKind::Uniform), farLight(11, 50)};
    giveIdentities(plan);
    const auto all = *evaluated(plan, Goal::Desk);
    const std::vector<Step>& steps = all->desk->work.steps;
    const auto knob = std::ranges::find_if(steps, [](const Step& step) {
        return step.parts == std::vector<PartIndex>{1} && step.kind == StepKind::Base;
    });
    ASSERT_NE(knob, steps.end());
    const ViewChoice view =
        viewOfSteps(all->plan, *all->appearance, all->desk->work, {&*knob, 1}, ViewChoice{});
    EXPECT_GT(towards({view.hour, 0}).y(), 0.4F);
    EXPECT_GT(view.zoom, 2.0);
}

}  // namespace
}  // namespace glaukophos
