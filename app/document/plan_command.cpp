// A stack of Qt cannot lose its oldest commands: what stays is put on it anew.
#include "app/document/plan_command.h"

#include <QSignalBlocker>
#include <set>

namespace glaukophos {
namespace {

const PlanCommand& commandAt(const QUndoStack& stack, int index) {
    return *static_cast<const PlanCommand*>(stack.command(index));
}

std::size_t trianglesOf(const Form& form) {
    return form.imported.mesh.triangles.size() + form.whole.mesh.triangles.size();
}

// Of the commands that can be undone.
int firstToKeep(const QUndoStack& stack, const Form& now, const Form& next,
                std::size_t most_triangles) {
    std::set<const Form*> kept{&now, &next};
    std::size_t triangles = trianglesOf(now) + trianglesOf(next);
    int first = stack.index();
    for (; first > 0; --first) {
        const Form* form = commandAt(stack, first - 1).before().form.get();
        if (kept.insert(form).second) triangles += trianglesOf(*form);
        if (triangles > most_triangles && form != &now) break;
    }
    return first;
}

void keepFrom(QUndoStack& stack, int first) {
    std::vector<std::unique_ptr<PlanCommand>> kept;
    for (int i = first; i < stack.index(); ++i) kept.push_back(commandAt(stack, i).done());
    const int clean = stack.cleanIndex() - first;
    const QSignalBlocker quiet(stack);  // what can be undone does not change
    stack.clear();
    if (clean != 0) stack.resetClean();
    for (auto& command : kept) {
        stack.push(command.release());
        if (stack.index() == clean) stack.setClean();
    }
}

}  // namespace

PlanCommand::PlanCommand(const QString& text, std::function<void(const LeanPlan&)> apply,
                         LeanPlan before, LeanPlan after, int merge_key, int gesture)
    : QUndoCommand(text),
      m_apply(std::move(apply)),
      m_before(std::move(before)),
      m_after(std::move(after)),
      m_merge_key(merge_key),
      m_gesture(gesture) {}

void PlanCommand::redo() {
    if (!m_done) m_apply(m_after);
    m_done = false;
}

bool PlanCommand::mergeWith(const QUndoCommand* other) {
    const auto* next = static_cast<const PlanCommand*>(other);  // same id: same class
    if (next->m_gesture != m_gesture) return false;
    m_after = next->m_after;
    setObsolete(m_before == m_after);
    return true;
}

std::unique_ptr<PlanCommand> PlanCommand::done() const {
    auto same =
        std::make_unique<PlanCommand>(text(), m_apply, m_before, m_after, m_merge_key, m_gesture);
    same->m_done = true;
    return same;
}

void forgetOldFigures(QUndoStack& stack, const Form& now, const Form& next,
                      std::size_t most_triangles) {
    const int first = firstToKeep(stack, now, next, most_triangles);
    if (first > 0) keepFrom(stack, first);
}

}  // namespace glaukophos
