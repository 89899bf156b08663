// Undo by keeping the plan before and after: plans are small, the figure is shared.
#include "app/document.h"

#include <QUndoCommand>

namespace glaukophos {
namespace {

bool sameChoices(const Plan& a, const Plan& b) {
    return a.title == b.title && a.parts == b.parts && a.lights == b.lights &&
           a.values == b.values && a.colours == b.colours;
}

}  // namespace

class PlanCommand : public QUndoCommand {
  public:
    PlanCommand(Document& document, const QString& text, Aspect aspect, Plan before, Plan after,
                int merge_key, int gesture)
        : QUndoCommand(text),
          m_document(document),
          m_aspect(aspect),
          m_before(std::move(before)),
          m_after(std::move(after)),
          m_merge_key(merge_key),
          m_gesture(gesture) {}

    void undo() override { m_document.apply(m_before, m_aspect); }
    void redo() override { m_document.apply(m_after, m_aspect); }
    [[nodiscard]] int id() const override { return m_merge_key == 0 ? -1 : m_merge_key; }

    bool mergeWith(const QUndoCommand* other) override {
        const auto* next = static_cast<const PlanCommand*>(other);  // same id: same class
        if (next->m_gesture != m_gesture) return false;
        m_after = next->m_after;
        setObsolete(sameChoices(m_before, m_after));
        return true;
    }

  private:
    Document& m_document;
    Aspect m_aspect;
    Plan m_before;
    Plan m_after;
    int m_merge_key;
    int m_gesture;
};

Document::Document(QObject* parent) : QObject(parent) {
    connect(&m_evaluator, &Evaluator::evaluated, this, [this](const EvaluatedPtr& result) {
        if (result->plan.figure != m_plan.figure) return;  // of a plan that was closed meanwhile
        m_evaluated = result;
        emit evaluatedChanged();
    });
    connect(&m_undo, &QUndoStack::cleanChanged, this, &Document::modifiedChanged);
}

void Document::open(const Plan& plan, const QString& path) {
    m_undo.clear();
    m_path = path;
    m_evaluated.reset();
    m_selected_part.reset();
    m_selected_light = 0;
    apply(plan, Aspect::Everything);
    emit modifiedChanged();
}

void Document::markSaved(const QString& path) {
    m_path = path;
    m_undo.setClean();
    emit modifiedChanged();
}

void Document::edit(const QString& text, Aspect aspect, const std::function<void(Plan&)>& change,
                    int merge_key) {
    Plan after = m_plan;
    change(after);
    if (sameChoices(m_plan, after)) return;
    m_undo.push(
        new PlanCommand(*this, text, aspect, m_plan, std::move(after), merge_key, m_gesture));
}

void Document::editLight(std::size_t index, const QString& text,
                         const std::function<void(Light&)>& change, int merge_key) {
    if (index >= m_plan.lights.size()) return;
    edit(
        text, Aspect::Lights, [&](Plan& plan) { change(plan.lights[index]); }, merge_key);
}

void Document::addLight(Light light) {
    edit(tr("Add %1").arg(QString::fromStdString(light.name)), Aspect::Lights,
         [&](Plan& plan) { plan.lights.push_back(std::move(light)); });
    selectLight(m_plan.lights.size() - 1);
}

void Document::removeLight(std::size_t index) {
    if (index >= m_plan.lights.size()) return;
    edit(tr("Remove %1").arg(QString::fromStdString(m_plan.lights[index].name)), Aspect::Lights,
         [&](Plan& plan) {
             plan.lights.erase(plan.lights.begin() + static_cast<std::ptrdiff_t>(index));
         });
}

void Document::selectPart(std::optional<PartIndex> part) {
    if (part == m_selected_part) return;
    m_selected_part = part;
    emit changed(Aspect::Selection);
}

void Document::selectLight(std::size_t index) {
    if (index == m_selected_light || index >= m_plan.lights.size()) return;
    m_selected_light = index;
    emit changed(Aspect::Selection);
}

void Document::apply(const Plan& plan, Aspect aspect) {
    const ViewChoice view = m_plan.view;
    m_plan = plan;
    if (aspect != Aspect::Everything) m_plan.view = view;
    if (m_selected_light >= m_plan.lights.size()) m_selected_light = 0;
    emit changed(aspect);
    m_evaluator.request(m_plan);
}

}  // namespace glaukophos
