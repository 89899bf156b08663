// The bench: one step at a time, readable from a metre away, worked by space, page keys or a pedal.
#pragma once

#include <QLabel>
#include <QLineEdit>
#include <QTimer>
#include <QWidget>

#include "app/bench/bench_photo.h"
#include "app/bench/bench_widgets.h"
#include "app/bench/mix_answers.h"
#include "app/view/figure_view.h"
#include "app/widgets/drops_view.h"
#include "core/picture/laid_map.h"
#include "core/work/bench_log.h"

namespace glaukophos {

class BenchWindow : public QWidget {
    Q_OBJECT

  public:
    // The log is kept in `folder`, one file a plan.
    BenchWindow(Document& document, const QString& folder, QWidget* parent = nullptr);
    ~BenchWindow() override;

    // Shows the bench full screen, where the work was left.
    void begin();

    [[nodiscard]] const BenchLog& log() const { return m_log; }
    [[nodiscard]] FigureView& figureView() { return *m_view; }
    [[nodiscard]] std::optional<std::size_t> task() const { return m_task; }
    void finishCoat();  // what space does
    void undoCoat();
    [[nodiscard]] BenchPhoto& photo() { return *m_photo; }

  signals:
    void left();
    void problem(const QString& message);

  protected:
    void keyPressEvent(QKeyEvent* event) override;
    void closeEvent(QCloseEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void buildWords();
    QWidget* buildButtons();
    [[nodiscard]] QString file() const;
    [[nodiscard]] const Evaluated* known() const;  // with a desk and a schedule; null without
    void load();
    void keep();
    void goOn();  // to the next task
    void showTask();
    void showSight(const Evaluated& evaluated, std::size_t at);
    void turnTo(const Evaluated& evaluated, std::size_t at);  // the side that shows most of a step
    void placeWhole();
    void turnPhoto();  // the step on the newest matched photograph, or on the figure
    void turnSight();  // where the step goes, or how the figure looks when it is done
    void showTimes();
    void takeNote();
    void setDim(bool dim);

    Document& m_document;
    QString m_folder;
    BenchLog m_log;
    QString m_log_file;  // that m_log was read from
    std::optional<std::size_t> m_task;
    bool m_meanwhile = false;
    bool m_shows_after = false;
    LaidSights m_laid;
    std::string m_turned_to;  // key of the step that the figure was last turned to
    bool m_warned = false;    // that the ground is not dry yet
    QTimer m_tick;
    int m_unsaved_s = 0;

    FigureView* m_view;   // owned by Qt, as are the following
    FigureView* m_whole;  // small, where the other is close up
    BenchPhoto* m_photo;  // over the figure while it is wanted
    QLabel* m_place = nullptr;
    QLabel* m_title = nullptr;
    DropsView* m_drops = nullptr;
    MixAnswers* m_answers = nullptr;
    CoatRings* m_coats = nullptr;
    QLabel* m_tool = nullptr;
    QLabel* m_how = nullptr;
    QLabel* m_caution = nullptr;
    QLabel* m_clock = nullptr;
    QLabel* m_drying = nullptr;
    QLineEdit* m_note = nullptr;
    QWidget* m_shade = nullptr;  // over all of it in the evening
};

}  // namespace glaukophos
