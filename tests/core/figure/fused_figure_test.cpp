// The glass maker fused into one shell, divided by the program, against the parts that its
// sculptor made (tools/sculpt writes both from the same fields).
#include <gtest/gtest.h>

#include <map>

#include "core/figure/division.h"
#include "core/io/plan_file.h"

namespace glaukophos {
namespace {

const std::string kFused = GLAUKOPHOS_SOURCE "/tests/data/glass-maker-fused.stl";
const std::string kParts = GLAUKOPHOS_SOURCE "/data/demo/tide-glass-maker/plan.json";

struct Outcome {
    double right = 0.0;     // share of the area in a group that is mostly of its own part
    std::size_t found = 0;  // parts of the sculptor that some group stands for
    std::size_t joins = 0;  // of those, how many must be joined from several groups
};

class FusedFigure : public ::testing::Test {
  protected:
    void SetUp() override {
        auto fused = openPlan(kFused, {});
        auto parts = openPlan(kParts, {});
        ASSERT_TRUE(fused && parts);
        m_fused = *fused;
        const Form& form = *m_fused.figure->form;
        const Form& made = *parts->figure->form;
        std::vector<Vec3> centroids;
        for (const Triangle& t : form.whole.mesh.triangles) {
            // The fused file was stood over the origin; the demo lies as it was sculpted.
            centroids.push_back(centroidOf(form.whole.mesh, t) + made.bounds.low - form.bounds.low);
        }
        for (const std::uint32_t t : made.shown.nearestTriangles(made.whole.mesh, centroids)) {
            m_truth.push_back((*parts->figure->labels)[t]);
        }
    }

    Outcome compared(const std::vector<std::uint32_t>& groups) {
        const Mesh& mesh = m_fused.figure->form->whole.mesh;
        std::map<std::uint32_t, std::map<PartIndex, double>> areas;
        double total = 0.0;
        for (std::size_t t = 0; t < groups.size(); ++t) {
            const double area = areaVector(mesh, mesh.triangles[t]).norm();
            areas[groups[t]][m_truth[t]] += area;
            total += area;
        }
        Outcome outcome;
        std::map<PartIndex, std::size_t> stands_for;
        for (const auto& [group, parts] : areas) {
            const auto most =
                std::ranges::max_element(parts, {}, [](const auto& entry) { return entry.second; });
            outcome.right += most->second / total;
            ++stands_for[most->first];
        }
        outcome.found = stands_for.size();
        for (const auto& [part, count] : stands_for) outcome.joins += count > 1 ? 1U : 0U;
        return outcome;
    }

    Plan m_fused;
    PartLabels m_truth;
};

TEST_F(FusedFigure, IsDividedNearlyAsItsSculptorDidAfterAFewJoins) {
    const Form& form = *m_fused.figure->form;
    const auto guide = makeGuide(form, {});
    ASSERT_TRUE(guide);
    const Outcome outcome = compared(groupsOf(form.whole.mesh, *(*guide)->tree, 60, {}));
    EXPECT_GT(outcome.right, 0.95);
    EXPECT_GE(outcome.found, 13U);  // of fourteen; the beard hangs together with the face
    EXPECT_LE(outcome.joins, 9U);

    // Creases alone do worse than creases with the thickness of the body: why both are used.
    const PatchTree creases_only =
        patchTree(form.whole.mesh, form.neighbours, (*guide)->creases, {}, {}, {});
    EXPECT_LT(compared(groupsOf(form.whole.mesh, creases_only, 60, {})).right,
              outcome.right - 0.03);
}

}  // namespace
}  // namespace glaukophos
