// One pipeline for window, command line, tests and benchmarks: what it works out again, and what
// not.
#include "core/pipeline/advance.h"

#include <gtest/gtest.h>

#include "core/pipeline/stage_keys.h"
#include "core/pipeline/traces.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

Plan twoBalls() {
    Plan plan = planOf({sphere({-6, 0, 6}, 5, 20), sphere({6, 0, 6}, 5, 20)}, {"left", "right"});
    plan.lights = {skyLight(SkyKind::Uniform), farLight(2, 50), lampLight({0, -9, 8}, 1.0, 3.0)};
    giveIdentities(plan);
    return plan;
}

const EvaluatedPtr& known() {
    static const EvaluatedPtr all = *evaluated(twoBalls(), Goal::Desk);
    return all;
}

// Everything that `shown` was given.
std::vector<EvaluatedPtr> watched(const Plan& plan, const EvaluatedPtr& before) {
    std::vector<EvaluatedPtr> states;
    Advance how;
    how.shown = [&](const EvaluatedPtr& state) { states.push_back(state); };
    advance(plan, before, {}, how);
    return states;
}

TEST(Pipeline, GoesAsFarAsItIsAsked) {
    const Plan plan = twoBalls();
    const auto appearance = *evaluated(plan, Goal::Appearance);
    EXPECT_TRUE(appearance->complete);
    EXPECT_TRUE(appearance->marks->edges.edges.empty());
    EXPECT_EQ(appearance->mixes, nullptr);
    const auto marks = *evaluated(plan, Goal::Marks);
    EXPECT_FALSE(marks->marks->edges.edges.empty());
    const auto mixes = *evaluated(plan, Goal::Mixes);
    EXPECT_NE(mixes->mixes, nullptr);
    EXPECT_EQ(mixes->desk, nullptr);
    EXPECT_FALSE(known()->desk->work.steps.empty());
}

// A goal further on makes up for what a nearer one left out.
TEST(Pipeline, GoesOnFromWhateverGoalItReached) {
    const Plan plan = twoBalls();
    const auto appearance = *evaluated(plan, Goal::Appearance);
    const EvaluatedPtr all = advance(plan, appearance, {});
    ASSERT_NE(all->desk, nullptr);
    EXPECT_EQ(all->desk->work.steps.size(), known()->desk->work.steps.size());
    EXPECT_EQ(all->marks->edges.edges.size(), known()->marks->edges.edges.size());
}

TEST(Pipeline, AChangeOfTheWorkAloneKeepsLightAndMixes) {
    Plan plan = known()->plan;
    plan.steps.build_up = BuildUp::LightsFirst;
    const EvaluatedPtr after = advance(plan, known(), {});
    EXPECT_EQ(after->appearance, known()->appearance);
    EXPECT_EQ(after->mixes, known()->mixes);
    EXPECT_NE(after->desk, known()->desk);
    EXPECT_NE(workMinutes(after->desk->work), workMinutes(known()->desk->work));
}

TEST(Pipeline, AChangeOfPaintKeepsTheLight) {
    Plan plan = known()->plan;
    plan.mixing.most_drops = 5;
    const EvaluatedPtr after = advance(plan, known(), {});
    EXPECT_EQ(after->appearance, known()->appearance);
    EXPECT_NE(after->mixes, known()->mixes);
}

TEST(Pipeline, AChangeOfStrengthTracesNothing) {
    Plan plan = known()->plan;
    plan.lights[1].strength = 2.5;
    const EvaluatedPtr after = advance(plan, known(), {});
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        EXPECT_EQ(after->traces->lights[l].irradiance, known()->traces->lights[l].irradiance);
    }
    EXPECT_EQ(after->traces->table, known()->traces->table);
    EXPECT_NE(after->appearance->values.light, known()->appearance->values.light);
}

TEST(Pipeline, AMovedLightAloneIsTracedAgain) {
    Plan plan = known()->plan;
    std::get<Lamp>(plan.lights[2].kind).centre_mm.x() = 2.0F;
    const EvaluatedPtr after = advance(plan, known(), {});
    EXPECT_EQ(after->traces->lights[1].irradiance, known()->traces->lights[1].irradiance);
    EXPECT_NE(after->traces->lights[2].irradiance, known()->traces->lights[2].irradiance);
}

TEST(Pipeline, NamesAndViewsChangeNothing) {
    Plan plan = known()->plan;
    plan.title = "other";
    plan.view.hour = 3.0;
    const EvaluatedPtr after = advance(plan, known(), {});
    EXPECT_EQ(after->desk, known()->desk);
    // Not even for a moment.
    for (const EvaluatedPtr& state : watched(plan, known())) {
        EXPECT_EQ(state->desk, known()->desk);
    }
}

// However it was reached: by way of previews, of another plan, or from nothing.
TEST(Pipeline, WhatSettlesDoesNotDependOnTheWay) {
    Plan plan = known()->plan;
    plan.values.contrast = 0.6;
    const EvaluatedPtr fresh = *evaluated(plan, Goal::Marks);
    const EvaluatedPtr from_other = advance(plan, known(), {}, {Goal::Marks, {}, {}, {}, {}});
    const EvaluatedPtr watched_one = watched(plan, nullptr).back();
    EXPECT_EQ(fresh->appearance->values.lightness, from_other->appearance->values.lightness);
    EXPECT_EQ(fresh->appearance->values.lightness, watched_one->appearance->values.lightness);
    EXPECT_EQ(fresh->appearance->irradiance.of_lights,
              watched_one->appearance->irradiance.of_lights);
}

TEST(Pipeline, AWindowSeesAPreviewFirstAndTheWorkLast) {
    const std::vector<EvaluatedPtr> states = watched(known()->plan, nullptr);
    ASSERT_GT(states.size(), 4U);
    EXPECT_FALSE(states.front()->complete);
    EXPECT_NE(states.back()->desk, nullptr);
    for (std::size_t i = 1; i < states.size(); ++i) {
        EXPECT_GE(states[i]->sky_rounds, states[i - 1]->sky_rounds);
        EXPECT_GE(states[i]->serial, states[i - 1]->serial);
    }
}

TEST(Pipeline, AStopKeepsWhatWasTraced) {
    Advance how;
    std::stop_source stop;
    how.shown = [&](const EvaluatedPtr& state) {
        if (state->sky_rounds >= 1) stop.request_stop();
    };
    const EvaluatedPtr half = advance(known()->plan, nullptr, {stop.get_token(), {}}, how);
    ASSERT_NE(half, nullptr);
    EXPECT_FALSE(half->complete);
    EXPECT_EQ(half->traces->table->rounds, 1);  // nothing is shown between it and the last
    const EvaluatedPtr whole = advance(known()->plan, half, {});
    EXPECT_TRUE(whole->complete);
    EXPECT_EQ(whole->appearance->values.lightness, known()->appearance->values.lightness);
    std::stop_source at_once;
    at_once.request_stop();
    EXPECT_FALSE(evaluated(twoBalls(), Goal::Appearance, {at_once.get_token(), {}}));
}

// Where pictures follow the hand on their own, what they do not show comes whole at once.
TEST(Pipeline, ARestingHandThatIsFollowedNeedsNoPreview) {
    Plan plan = known()->plan;
    plan.lights[0].strength *= 1.5;
    std::vector<bool> complete;
    bool hand_rests = true;
    Advance how;
    how.goal = Goal::Marks;
    how.shown = [&](const EvaluatedPtr& state) { complete.push_back(state->complete); };
    how.rests = [&] { return hand_rests; };
    how.followed = true;
    advance(plan, known(), {}, how);
    EXPECT_EQ(complete, std::vector<bool>{true});
    complete.clear();
    hand_rests = false;  // shares and charts go along meanwhile
    advance(plan, known(), {}, how);
    EXPECT_EQ(complete, std::vector<bool>{false});
}

// All light is known, only the edges of the form are to be found anew when the stop comes.
TEST(Pipeline, AStopBeforeTheEdgesAreFoundIsMadeUpFor) {
    Plan plan = known()->plan;
    plan.values.edge_lines.width_mm *= 2.0;
    std::stop_source stop;
    Advance how;
    how.shown = [](const EvaluatedPtr&) {};
    how.rests = [&] {
        stop.request_stop();
        return true;
    };
    const EvaluatedPtr half = advance(plan, known(), {stop.get_token(), {}}, how);
    ASSERT_NE(half, nullptr);
    EXPECT_FALSE(half->complete);
    const EvaluatedPtr whole = advance(plan, half, {});
    ASSERT_NE(whole->desk, nullptr);
    const auto all = *evaluated(plan, Goal::Desk);
    EXPECT_EQ(whole->marks->lines.stretches.size(), all->marks->lines.stretches.size());
    EXPECT_EQ(whole->desk->work.steps.size(), all->desk->work.steps.size());
}

TEST(Pipeline, ChangingPartsForgetsResultsButNotTheSky) {
    Plan plan = known()->plan;
    plan.parts[0].local_colour = {0.8, 0.1, 0.1};
    const EvaluatedPtr after = advance(plan, known(), {});
    EXPECT_EQ(after->traces->table, known()->traces->table);
    EXPECT_NE(after->mixes, known()->mixes);
}

// Each key drops exactly what its stage does not look at.
TEST(StageKeys, TellPlansApartByWhatMatters) {
    const Plan plan = known()->plan;
    Plan steps = plan;
    steps.steps.figures = 4;
    EXPECT_EQ(mixesKey(steps), mixesKey(plan));
    Plan photographed = plan;
    photographed.photographs.emplace_back();
    EXPECT_EQ(deskKey(photographed), deskKey(plan));
    EXPECT_NE(deskKey(steps), deskKey(plan));
    Plan paints = plan;
    paints.rack.pop_back();
    EXPECT_EQ(appearanceKey(paints), appearanceKey(plan));
    EXPECT_NE(mixesKey(paints), mixesKey(plan));
    paints.under.used = true;
    Plan under = plan;
    under.under.used = true;
    EXPECT_NE(appearanceKey(paints), appearanceKey(under));
    Plan lit = plan;
    lit.lights[0].strength = 2.0;
    EXPECT_NE(appearanceKey(lit), appearanceKey(plan));
}

}  // namespace
}  // namespace glaukophos
