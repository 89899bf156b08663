#include <gtest/gtest.h>

#include "app/document/plan_command.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

// Edits of a plan whose figure is exchanged now and then. The figures have 12 triangles and those
// of their working surface.
class UndoOfFigures : public testing::Test {
  protected:
    void edit(const std::string& title, bool other_figure = false) {
        Plan after = m_plan;
        after.title = title;
        if (other_figure) {
            after.figure = shapes::planOf({shapes::box({0, 0, 0}, {5, 5, 5})}).figure;
            forgetOldFigures(m_stack, *m_plan.figure->form, *after.figure->form, m_most_triangles);
        }
        const auto take = [this](const LeanPlan& plan) {
            m_plan = plan.whole(m_plan.figure, nullptr);
            ++m_taken;
        };
        m_stack.push(new PlanCommand(QString::fromStdString(title), take, LeanPlan(m_plan),
                                     LeanPlan(after), 0, 0));
    }
    [[nodiscard]] std::size_t trianglesOfOne() const {
        const Form& form = *m_plan.figure->form;
        return form.imported.mesh.triangles.size() + form.whole.mesh.triangles.size();
    }

    Plan m_plan = shapes::planOf({shapes::box({0, 0, 0}, {5, 5, 5})});
    QUndoStack m_stack;
    std::size_t m_most_triangles = 3 * trianglesOfOne();
    int m_taken = 0;
};

TEST_F(UndoOfFigures, ReachesBackAsFarAsThereIsRoom) {
    const auto first = m_plan.figure->form;
    edit("lights");
    edit("turned", true);
    const auto second = m_plan.figure->form;
    edit("colours");
    edit("turned on", true);
    EXPECT_EQ(m_stack.count(), 4);  // three figures fit
    edit("turned again", true);
    // The edits of the first figure are gone, and nothing else happened to the plan.
    EXPECT_EQ(m_stack.count(), 3);
    EXPECT_EQ(m_taken, 5);
    EXPECT_EQ(m_plan.title, "turned again");
    while (m_stack.canUndo()) m_stack.undo();
    EXPECT_EQ(m_plan.title, "turned");
    EXPECT_EQ(m_plan.figure->form, second);
    while (m_stack.canRedo()) m_stack.redo();
    EXPECT_EQ(m_plan.title, "turned again");
    // Nobody else holds the first figure any more.
    EXPECT_EQ(first.use_count(), 1);
}

TEST_F(UndoOfFigures, OneStepBackStaysHoweverLargeTheFigures) {
    m_most_triangles = 1;
    edit("turned", true);
    edit("turned on", true);
    ASSERT_EQ(m_stack.count(), 1);
    m_stack.undo();
    EXPECT_EQ(m_plan.title, "turned");
}

TEST_F(UndoOfFigures, WhatIsSavedStaysKnown) {
    edit("turned", true);
    edit("colours");
    m_stack.setClean();
    edit("turned on", true);
    edit("turned again", true);
    EXPECT_FALSE(m_stack.isClean());
    m_stack.undo();
    EXPECT_FALSE(m_stack.isClean());
    m_stack.undo();
    EXPECT_EQ(m_plan.title, "colours");
    EXPECT_TRUE(m_stack.isClean());
    // Forgotten with the edits before it: no step of undo leads there.
    m_stack.redo();
    m_stack.redo();
    edit("once more", true);
    while (m_stack.canUndo()) {
        m_stack.undo();
        EXPECT_FALSE(m_stack.isClean()) << m_plan.title;
    }
}

}  // namespace
}  // namespace glaukophos
