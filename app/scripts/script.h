// What a script asks of the window: pictures, sheets, maps, a measured drag.
#pragma once

#include <QObject>
#include <QPageSize>
#include <memory>

#include "app/scripts/drag_trial.h"
#include "app/scripts/open_trial.h"
#include "app/window/main_window.h"

namespace glaukophos {

// An empty file name, or 0, asks for nothing.
struct ScriptOptions {
    QString picture;
    QString sheet;
    QString study;
    QString work;
    QString maps;
    QPageSize::PageSizeId page = QPageSize::A4;
    QString sight;    // shares of the view, "0.5,0.4"
    int step = 0;     // beginning with 1
    int finding = 0;  // beginning with 1
    bool bench = false;
    int drag_steps = 0;    // of the chosen light,
    int turn_steps = 0;    // or of the figure
    bool after = false;    // how the figure looks when the chosen step is done
    bool scored = false;   // wait for the scores of directions
    int photo = 0;         // beginning with 1: it is judged, on the pages that do
    bool opening = false;  // is measured

    // Whether anything is to be written or measured; else a person sits at the window.
    [[nodiscard]] bool isAsked() const;
};

// "0.5,0.4" of the view in pixels; outside of it where the text is no such pair.
[[nodiscard]] QPointF spotOf(const FigureView& view, const QString& shares);

// Once everything is traced: writes what was asked for, then ends the program.
class Script : public QObject {
    Q_OBJECT

  public:
    Script(MainWindow& window, ScriptOptions options);

  private:
    void finish();
    [[nodiscard]] bool isReady() const;
    [[nodiscard]] bool write();
    void placeWork(const Evaluated& evaluated);
    void openBench();
    void judgePhoto();
    void measure(Dragged dragged, int steps);
    void measureOpening();
    static void printAndQuit(const QString& report);

    MainWindow& m_window;
    ScriptOptions m_options;
    std::unique_ptr<DragTrial> m_trial;
    std::unique_ptr<OpenTrial> m_opening;
    bool m_placed = false;
    bool m_done = false;
};

}  // namespace glaukophos
