// Undo by keeping the plan before and after: plans are small, the figure is shared.
#include "app/document/document.h"

#include <QCryptographicHash>
#include <QFileInfo>
#include <QStandardPaths>
#include <QUuid>

#include "app/document/plan_command.h"

namespace glaukophos {
namespace {

constexpr int kUndoSteps = 200;
// Of all figures that undo leads back to: about a gigabyte with their rays.
constexpr std::size_t kMostTriangles = 6'000'000;

}  // namespace

Document::Document(QObject* parent)
    : QObject(parent),
      m_evaluator(QStandardPaths::writableLocation(QStandardPaths::CacheLocation)) {
    connect(&m_evaluator, &Evaluator::evaluated, this, [this](const EvaluatedPtr& result) {
        // Of a plan that was closed meanwhile, or of parts that are no more.
        if (m_plan.figure == nullptr || result->plan.figure->form != m_plan.figure->form ||
            result->plan.parts.size() != m_plan.parts.size()) {
            return;
        }
        m_evaluated = result;
        emit evaluatedChanged();
    });
    connect(&m_evaluator, &Evaluator::failed, this, &Document::problem);
    m_undo.setUndoLimit(kUndoSteps);
    connect(&m_undo, &QUndoStack::cleanChanged, this, &Document::modifiedChanged);
}

namespace {

// The bench finds what was painted by this, also after Save as; a plan written by hand by its
// place.
void giveKey(Plan& plan, const QString& path) {
    if (!plan.key.empty()) return;
    const QByteArray place = QFileInfo(path).absoluteFilePath().toUtf8();
    plan.key =
        path.isEmpty()
            ? QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString()
            : QCryptographicHash::hash(place, QCryptographicHash::Sha1).toHex().toStdString();
}

}  // namespace

void Document::open(const Plan& opened, const QString& path, const BenchLog& log) {
    Plan plan = opened;
    giveKey(plan, path);
    m_log = log;
    m_undo.clear();
    m_path = path;
    m_evaluated.reset();
    m_selected_part.reset();
    m_selected_light = 0;
    apply(plan, Aspect::Everything);
    emit modifiedChanged();
}

void Document::markUnsaved() { m_undo.resetClean(); }

void Document::markSaved(const QString& path) {
    m_path = path;
    m_undo.setClean();
    emit modifiedChanged();
}

void Document::edit(const QString& text, Aspect aspect, const std::function<void(Plan&)>& change,
                    int merge_key) {
    Plan after = m_plan;
    change(after);
    giveIdentities(after);
    if (sameButForView(m_plan, after)) return;
    m_newest_figure = after.figure;
    if (after.figure->form != m_plan.figure->form) {
        forgetOldFigures(m_undo, *m_plan.figure->form, *after.figure->form, kMostTriangles);
    }
    const auto take = [this, aspect](const LeanPlan& plan) {
        apply(plan.whole(m_newest_figure, m_plan.figure), aspect);
    };
    m_undo.push(new PlanCommand(text, take, LeanPlan(m_plan), LeanPlan(std::move(after)), merge_key,
                                m_gesture));
    m_newest_figure.reset();
}

void Document::replaceFigure(const QString& text, const Plan& plan) {
    m_evaluated.reset();
    edit(text, Aspect::Everything, [&](Plan& mine) { mine = plan; });
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
    // What asks may still show a plan that had more parts.
    if (part == m_selected_part || (part && *part >= m_plan.parts.size())) return;
    m_selected_part = part;
    emit changed(Aspect::Selection);
}

void Document::selectLight(std::size_t index) {
    if (index == m_selected_light || index >= m_plan.lights.size()) return;
    m_selected_light = index;
    emit changed(Aspect::Selection);
    if (m_scored) requestResults();
}

void Document::setScored(bool scored) {
    if (scored == m_scored) return;
    m_scored = scored;
    if (isOpen() && scored) requestResults();
}

void Document::apply(Plan plan, Aspect aspect) {
    const ViewChoice view = m_plan.view;
    const bool other_parts = m_plan.parts.size() != plan.parts.size();
    m_plan = std::move(plan);
    // Appearance of other parts must not be read with the numbers of these.
    if (m_evaluated != nullptr &&
        (other_parts || m_evaluated->plan.figure->form != m_plan.figure->form)) {
        m_evaluated.reset();
    }
    if (m_selected_part && *m_selected_part >= m_plan.parts.size()) m_selected_part.reset();
    if (aspect != Aspect::Everything) m_plan.view = view;
    if (m_selected_light >= m_plan.lights.size()) m_selected_light = 0;
    emit changed(aspect);
    requestResults();
}

}  // namespace glaukophos
