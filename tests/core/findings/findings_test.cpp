// What will go wrong: every rule fires on the badly planned demo, none on the well planned one, and
// each cure mends its own mistake. The rules themselves are common practice, no source.
#include "core/findings/findings.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <set>

#include "core/io/plan_file.h"
#include "core/work/steps.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

const std::string kDemo = GLAUKOPHOS_SOURCE "/data/demo/tide-glass-maker/";

// A plan and its variants: what they have in common is worked out once.
class Traced {
  public:
    explicit Traced(Plan plan) : m_plan(std::move(plan)) {}

    [[nodiscard]] const Plan& plan() const { return m_plan; }

    std::vector<Finding> findings(const Plan& plan) {
        Advance how;
        how.sky = skyOfTests();
        m_last = advance(plan, m_last, {}, how);
        return m_last->desk->findings;
    }

  private:
    Plan m_plan;
    EvaluatedPtr m_last;
};

std::set<Mistake> kindsOf(const std::vector<Finding>& findings) {
    std::set<Mistake> kinds;
    for (const Finding& finding : findings) kinds.insert(finding.mistake);
    return kinds;
}

std::string listed(const std::vector<Finding>& findings) {
    std::string text;
    for (const Finding& finding : findings) {
        text += std::string(ruleOf(finding.mistake).key) + ": " + finding.what + "\n";
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
        EXPECT_TRUE(kinds.contains(static_cast<Mistake>(m))) << rules().at(m).key;
    }
    for (const Finding& finding : found) {
        const Rule& entry = ruleOf(finding.mistake);
        EXPECT_FALSE(finding.what.empty());
        EXPECT_FALSE(finding.unit.empty());
        EXPECT_NE(finding.measured, finding.threshold) << entry.key;
        ASSERT_TRUE(finding.vertex) << entry.key;
        EXPECT_LT(*finding.vertex, demo.plan().figure->vertexCount());
    }
    for (const Finding& finding : found) {
        const Rule& entry = ruleOf(finding.mistake);
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
