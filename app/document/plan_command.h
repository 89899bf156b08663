// One undoable edit of a plan, and how much of them is remembered.
#pragma once

#include <QUndoStack>
#include <functional>
#include <memory>

#include "app/document/lean_plan.h"

namespace glaukophos {

class PlanCommand : public QUndoCommand {
  public:
    // `apply` makes a plan the open one. Edits of one gesture with the same `merge_key` (not 0)
    // become one.
    PlanCommand(const QString& text, std::function<void(const LeanPlan&)> apply, LeanPlan before,
                LeanPlan after, int merge_key, int gesture);

    void undo() override { m_apply(m_before); }
    void redo() override;
    [[nodiscard]] int id() const override { return m_merge_key == 0 ? -1 : m_merge_key; }
    bool mergeWith(const QUndoCommand* other) override;

    [[nodiscard]] const LeanPlan& before() const { return m_before; }
    // The same edit, done already: the next redo changes nothing.
    [[nodiscard]] std::unique_ptr<PlanCommand> done() const;

  private:
    std::function<void(const LeanPlan&)> m_apply;
    LeanPlan m_before;
    LeanPlan m_after;
    int m_merge_key;
    int m_gesture;
    bool m_done = false;
};

// Lets go of the oldest edits before one that leads from the form `now` to `next`, when the figures
// that they lead back to have more than `most_triangles` together: these are a hundred times as
// large as all else. One step back stays in any case. The stack must hold nothing but PlanCommands.
void forgetOldFigures(QUndoStack& stack, const Form& now, const Form& next,
                      std::size_t most_triangles);

}  // namespace glaukophos
