// The open plan: the only place that changes it, always by undoable commands.
#pragma once

#include <QObject>
#include <QString>
#include <QUndoStack>
#include <functional>
#include <optional>

#include "app/jobs/evaluator.h"
#include "core/work/bench_log.h"

namespace glaukophos {

enum class Aspect { Everything, Parts, Lights, Values, Colours, Steps, Photographs, Selection };

class Document : public QObject {
    Q_OBJECT

  public:
    explicit Document(QObject* parent = nullptr);

    [[nodiscard]] bool isOpen() const { return m_plan.figure != nullptr; }
    [[nodiscard]] const Plan& plan() const { return m_plan; }
    // The newest results; they may belong to a slightly older plan. Null until the first come.
    [[nodiscard]] const EvaluatedPtr& evaluated() const { return m_evaluated; }
    [[nodiscard]] QUndoStack& undoStack() { return m_undo; }

    // Replaces the plan; `path` is where it is saved, empty for a new one.
    void open(const Plan& opened, const QString& path, const BenchLog& log = {});
    [[nodiscard]] const QString& path() const { return m_path; }
    void markSaved(const QString& path);
    void markUnsaved();
    [[nodiscard]] bool isModified() const { return !m_undo.isClean(); }

    // Changes the plan by one command named `text`. Edits with the same `merge_key` (not 0) within
    // one gesture become one undo step; changes that come to nothing leave none.
    void edit(const QString& text, Aspect aspect, const std::function<void(Plan&)>& change,
              int merge_key = 0);
    void endGesture() { ++m_gesture; }

    void editLight(std::size_t index, const QString& text,
                   const std::function<void(Light&)>& change, int merge_key = 0);
    void addLight(Light light);
    void removeLight(std::size_t index);

    [[nodiscard]] std::optional<PartIndex> selectedPart() const { return m_selected_part; }
    void selectPart(std::optional<PartIndex> part);
    [[nodiscard]] std::size_t selectedLight() const { return m_selected_light; }
    void selectLight(std::size_t index);
    // Whether every direction is to be judged for the selected light.
    void setScored(bool scored);

    // Takes over a plan with another figure (stood anew, another file of it) as one undoable edit.
    void replaceFigure(const QString& text, const Plan& plan);

    // What was painted so far. Not an edit: what is on the figure cannot be undone here.
    [[nodiscard]] const BenchLog& benchLog() const { return m_log; }
    void setBenchLog(const BenchLog& log) {
        m_log = log;
        emit benchLogChanged();
    }

    // Not an edit: how the figure is held is saved with the plan but has no undo.
    void setView(const ViewChoice& view) { m_plan.view = view; }

  signals:
    void changed(glaukophos::Aspect aspect);
    void evaluatedChanged();
    void modifiedChanged();
    void benchLogChanged();
    void problem(const QString& sentence);

  private:
    void apply(Plan plan, Aspect aspect);
    void requestResults() {
        m_evaluator.request(m_plan, m_scored ? std::optional(m_selected_light) : std::nullopt);
    }

    Plan m_plan;
    std::shared_ptr<const Figure> m_newest_figure;  // made by an edit that is about to be applied
    QString m_path;
    QUndoStack m_undo;
    BenchLog m_log;
    int m_gesture = 0;
    std::optional<PartIndex> m_selected_part;
    std::size_t m_selected_light = 0;
    bool m_scored = false;
    EvaluatedPtr m_evaluated;
    Evaluator m_evaluator;
};

}  // namespace glaukophos
