// What will go wrong: every rule fires on the badly planned demo, none on the well planned one, and
// each cure mends its own mistake. The rules themselves are common practice, no source.
#include "core/plan/findings.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <set>

#include "core/io/plan_file.h"
#include "core/plan/steps.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

const std::string kDemo = GLAUKOPHOS_SOURCE "/data/demo/tide-glass-maker/";

// A plan whose sky is traced once.
class Traced {
  public:
    explicit Traced(Plan plan) : m_plan(std::move(plan)) { trace(m_plan); }

    [[nodiscard]] const Plan& plan() const { return m_plan; }

    std::vector<Finding> findings(const Plan& plan) {
        if (plan.lights != m_traced_lights) trace(plan);
        const Results results = resultsOf(plan, m_reach);
        const Ridges ridges =
            ridgesOf(plan.figure->form->whole, ridgeOptionsFor(plan.values.edge_lines), {});
        Marks marks;
        marks.lines = edgeLinesOf(plan, results, ridges);
        const Mixes mixes = mixesOf(plan, results, mixingRack(plan.rack), {});
        const auto work =
            workOf(plan, results, mixes, bareOf(plan, results, mixes, {}), ridges, {});
        return work ? findingsOf(plan, results, marks, mixes, *work) : std::vector<Finding>{};
    }

  private:
    void trace(const Plan& plan) {
        m_reach = *fullReach(plan, m_table, {});
        m_traced_lights = plan.lights;
    }

    Plan m_plan;
    SkyTable m_table;
    Reach m_reach;
    std::vector<Light> m_traced_lights;
};

std::set<Mistake> kindsOf(const std::vector<Finding>& findings) {
    std::set<Mistake> kinds;
    for (const Finding& finding : findings) kinds.insert(finding.mistake);
    return kinds;
}

std::string listed(const std::vector<Finding>& findings) {
    std::string text;
    for (const Finding& finding : findings) {
        text += std::string(entryOf(finding.mistake).key) + ": " + finding.what + "\n";
    }
    return text;
}

TEST(Findings, NoneOnTheWellPlannedDemo) {
    Traced demo(*openPlan(kDemo + "plan.json", {}));
    const std::vector<Finding> found = demo.findings(demo.plan());
    EXPECT_TRUE(found.empty()) << listed(found);
}

TEST(Findings, EachRuleFiresOnTheBadlyPlannedDemoAndIsMendedByItsCure) {
    Traced demo(*openPlan(kDemo + "badly-planned.json", {}));
    const std::vector<Finding> found = demo.findings(demo.plan());
    const std::set<Mistake> kinds = kindsOf(found);
    for (std::size_t m = 0; m < kMistakeCount; ++m) {
        EXPECT_TRUE(kinds.contains(static_cast<Mistake>(m))) << mistakes().at(m).key;
    }
    for (const Finding& finding : found) {
        const MistakeEntry& entry = entryOf(finding.mistake);
        EXPECT_FALSE(finding.what.empty());
        EXPECT_FALSE(finding.unit.empty());
        EXPECT_NE(finding.measured, finding.threshold) << entry.key;
        ASSERT_TRUE(finding.vertex) << entry.key;
        EXPECT_LT(*finding.vertex, demo.plan().figure->vertexCount());
    }
    for (const Finding& finding : found) {
        const MistakeEntry& entry = entryOf(finding.mistake);
        Plan mended = demo.plan();
        cure(mended, finding);
        if (*entry.button == '\0') continue;
        EXPECT_EQ(problemWith(mended), "") << entry.key;
        const std::vector<Finding> left = demo.findings(mended);
        // The same mistake may be found once more elsewhere; what was mended is gone or smaller.
        const auto again = std::ranges::find_if(left, [&](const Finding& other) {
            return other.mistake == finding.mistake && other.subject == finding.subject;
        });
        if (again == left.end()) continue;
        EXPECT_LT(std::abs(again->measured - again->threshold),
                  std::abs(finding.measured - finding.threshold))
            << entry.key << "\n"
            << again->what;
    }
}

}  // namespace
}  // namespace glaukophos
