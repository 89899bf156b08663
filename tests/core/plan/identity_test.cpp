// Parts, lights and steps are known by what lasts.
#include <gtest/gtest.h>

#include "core/io/plan_json.h"
#include "core/pipeline/advance.h"
#include "core/plan/part_edits.h"
#include "core/work/bench_log.h"
#include "core/work/step_key.h"
#include "core/work/step_order.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

Plan threeParts() {
    Plan plan =
        planOf({sphere({-9, 0, 6}, 4, 16), sphere({0, 0, 6}, 4, 16), sphere({9, 0, 6}, 4, 16)},
               {"cape", "boot", "hand"});
    plan.lights = {skyLight(SkyKind::Uniform), farLight(2, 50)};
    giveIdentities(plan);
    return plan;
}

const Work& workOf(const EvaluatedPtr& all) { return all->desk->work; }

TEST(Identity, IsGivenOnceAndNeverTwice) {
    Plan plan = threeParts();
    const PartId boot = plan.parts[1].id;
    EXPECT_NE(boot, kNoPart);
    Plan again = plan;
    giveIdentities(again);
    EXPECT_EQ(again, plan);
    plan.parts[2].id = boot;  // two that say they are the same: the first is believed
    giveIdentities(plan);
    EXPECT_EQ(plan.parts[1].id, boot);
    EXPECT_NE(plan.parts[2].id, boot);
    const std::uint32_t next = plan.next_id;
    plan.lights.pop_back();
    plan.lights.push_back(farLight(4, 20));
    giveIdentities(plan);
    EXPECT_EQ(numberOf(plan.lights.back().id), next);
}

TEST(Identity, JoiningKeepsOneAndSplittingGivesNewOnes) {
    Plan plan = threeParts();
    const PartId cape = plan.parts[0].id;
    const PartId hand = plan.parts[2].id;
    mergeParts(plan, 0, 1);
    ASSERT_EQ(plan.parts.size(), 2U);
    EXPECT_EQ(plan.parts[0].id, cape);
    EXPECT_EQ(plan.parts[1].id, hand);
    addPart(plan, "new");
    EXPECT_GT(numberOf(plan.parts[2].id), numberOf(hand));
}

TEST(Identity, StepsKeepTheirKeysWhenPartsAndLightsAreRenamed) {
    Plan plan = threeParts();
    const auto before = *evaluated(plan, Goal::Desk);
    plan.parts[0].name = "cloak";
    plan.parts[1].name = "cloak";  // names may even be the same
    plan.lights[1].name = "Full moon";
    const auto after = *evaluated(plan, Goal::Desk);
    ASSERT_EQ(workOf(before).steps.size(), workOf(after).steps.size());
    for (std::size_t i = 0; i < workOf(before).steps.size(); ++i) {
        EXPECT_EQ(workOf(before).steps[i].key, workOf(after).steps[i].key);
    }
}

// Two parts in nearly the same colour share a step; moves and coats know both of them all the same.
TEST(Identity, MovesAndCoatsOutliveTheJoiningOfSteps) {
    Plan plan = threeParts();
    plan.parts[0].local_colour = {0.7, 0.2, 0.1};
    plan.parts[1].local_colour = {0.1, 0.3, 0.7};
    plan.parts[2].local_colour = {0.2, 0.6, 0.2};
    const std::string cape = keyOf(plan.parts[0], "base", 0);
    const std::string boot = keyOf(plan.parts[1], "base", 0);
    const auto apart = *evaluated(plan, Goal::Desk);
    ASSERT_LT(indexOf(workOf(apart).steps, cape), workOf(apart).steps.size());
    ASSERT_NE(indexOf(workOf(apart).steps, cape), indexOf(workOf(apart).steps, boot));
    BenchLog log;
    const Batch& batch = *apart->desk->batch;
    for (std::size_t task = 0; task < batch.tasks.size(); ++task) {
        const bool is_cape = isKnownAs(workOf(apart).steps[batch.tasks[task].step], cape);
        if (is_cape) markDone(log, workOf(apart), batch, task, 100.0);
    }
    ASSERT_FALSE(log.done.empty());

    plan.parts[1].local_colour = plan.parts[0].local_colour;
    plan.steps.moved = {{boot, ""}};
    const auto joined = *evaluated(plan, Goal::Desk);
    const std::size_t shared = indexOf(workOf(joined).steps, cape);
    ASSERT_EQ(shared, indexOf(workOf(joined).steps, boot));
    EXPECT_EQ(shared, 0U);  // the move was of the boot alone
    // The cape is on, the boot is not: the shared coat is still to be laid.
    for (std::size_t task = 0; task < joined->desk->batch->tasks.size(); ++task) {
        if (joined->desk->batch->tasks[task].step != shared) continue;
        EXPECT_EQ(doneOf(log, workOf(joined), *joined->desk->batch, task), nullptr);
        markDone(log, workOf(joined), *joined->desk->batch, task, 200.0);
    }
    // Parted again, both are known to be on.
    for (std::size_t task = 0; task < batch.tasks.size(); ++task) {
        const Step& step = workOf(apart).steps[batch.tasks[task].step];
        if (!isKnownAs(step, cape) && !isKnownAs(step, boot)) continue;
        if (batch.tasks[task].coat > 0) continue;
        EXPECT_NE(doneOf(log, workOf(apart), batch, task), nullptr) << step.title;
    }
}

std::string planText(const std::string& rest) {
    return R"({"format":"glaukophos-plan","figure":{"files":["a.stl"]},)" + rest + "}";
}

Result<Plan> read(const std::string& text) {
    auto written = parsePlan(text);
    if (!written) return tl::unexpected(written.error());
    return withFigure(std::move(*written), threeParts().figure);
}

TEST(Identity, LightsNamePartsByIdOrByANameThatOnlyOneHas) {
    const std::string parts =
        R"("parts":[{"name":"cape","id":7},{"name":"boot"},{"name":"hand"}],)";
    const auto light = [](const std::string& own) {
        return R"("lights":[{"name":"Glow","kind":"glowing part","own_parts":)" + own + "}]";
    };
    const auto by_id = read(planText(parts + light("[7]")));
    ASSERT_TRUE(by_id);
    EXPECT_EQ(by_id->lights[0].own_parts, std::vector<PartIndex>{0});
    const auto by_name = read(planText(parts + light("[\"hand\"]")));
    ASSERT_TRUE(by_name);
    EXPECT_EQ(by_name->lights[0].own_parts, std::vector<PartIndex>{2});
    const auto unknown = read(planText(parts + light("[99]")));
    ASSERT_FALSE(unknown);
    EXPECT_NE(unknown.error().message.find("id 99"), std::string::npos);
    EXPECT_FALSE(read(planText(parts + light("[true]"))));
    EXPECT_FALSE(read(planText(parts + light("[-3]"))));
    EXPECT_FALSE(read(planText(R"("parts":[{"name":"cape","id":0}],)" + light("[]"))));
}

TEST(Identity, ANameThatTwoPartsHaveIsRefused) {
    Plan plan = threeParts();
    plan.parts[0].name = plan.parts[2].name = "glove";
    WrittenPlan written;
    written.plan = plan;
    written.plan.figure = nullptr;
    written.surface_file = "surface.ply";
    written.light_part_names = {{{"glove"}, {}, {}}, {}};
    const auto joined = withFigure(written, plan.figure);
    ASSERT_FALSE(joined);
    EXPECT_NE(joined.error().message.find("several parts"), std::string::npos);
}

// As version 1 of the format wrote them.
TEST(Identity, MovesOfVersionOneAreRenewed) {
    const auto plan = read(planText(
        R"("version":1,"parts":[{"name":"cape"},{"name":"boot"},{"name":"hand"}],
           "lights":[{"name":"Lamp","kind":"lamp","centre_mm":[0,-9,9]}],
           "steps":{"moved":[{"step":"cape/layer/Light+boot/layer/Light","after":"primer"},
                             {"step":"Lamp/glow/shell 2","after":"hand/edges"},
                             {"step":"greys/Shade","after":"clean up"},
                             {"step":"nobody/base/Deep","after":"primer"}]})"));
    ASSERT_TRUE(plan);
    const std::vector<MovedStep> wanted = {
        {keyOf(plan->parts[0], "layer", 3), "primer"},
        {keyOf(plan->lights[0], "shell", 1), keyOf(plan->parts[2], "edges")},
        {keyOf("greys", 1), "clean-up"}};
    EXPECT_EQ(plan->steps.moved, wanted);
}

}  // namespace
}  // namespace glaukophos
