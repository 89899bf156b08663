// The one window: rail, figure, panel, ladder, read-out.
#pragma once

#include <QActionGroup>
#include <QMainWindow>
#include <QSplitter>
#include <QStackedWidget>
#include <QToolButton>

#include "app/bench/bench_window.h"
#include "app/document/document.h"
#include "app/document/kept_log.h"
#include "app/document/own_rack.h"
#include "app/document/recent_plans.h"
#include "app/document/recovery.h"
#include "app/jobs/loader.h"
#include "app/paper/exports.h"
#include "app/paper/exports_page.h"
#include "app/stages/colours/colours_panel.h"
#include "app/stages/figure/figure_panel.h"
#include "app/stages/lights/lights_panel.h"
#include "app/stages/review/review_panel.h"
#include "app/stages/steps/steps_panel.h"
#include "app/stages/values/values_panel.h"
#include "app/view/figure_view.h"
#include "app/view/ladder_strip.h"
#include "app/view/lanes_view.h"
#include "app/view/photo_view.h"
#include "app/view/side_by_side.h"
#include "app/widgets/banner.h"
#include "app/widgets/brush_stroke.h"
#include "app/widgets/theme.h"
#include "app/window/start_page.h"
#include "app/window/walk.h"

namespace glaukophos {

enum class Stage { Figure, Lights, Values, Colours, Steps, Review };

class MainWindow : public QMainWindow {
    Q_OBJECT

  public:
    // Copies of unsaved work and the painter's rack are kept in `folder`. `files` are read while
    // the window is being built.
    explicit MainWindow(const QString& folder, const QStringList& files = {});

    [[nodiscard]] Document& document() { return m_document; }
    [[nodiscard]] FigureView& figureView() { return *m_view; }
    [[nodiscard]] SideBySide& sideBySide() { return *m_side_by_side; }
    [[nodiscard]] Banner& banner() { return *m_banner; }
    [[nodiscard]] Recovery& recovery() { return m_recovery; }
    [[nodiscard]] Loader& loader() { return m_loader; }
    [[nodiscard]] FigurePanel& figurePanel() { return *m_figure_panel; }
    [[nodiscard]] LightsPanel& lightsPanel() { return *m_lights_panel; }
    [[nodiscard]] ValuesPanel& valuesPanel() { return *m_values_panel; }
    [[nodiscard]] ColoursPanel& coloursPanel() { return *m_colours_panel; }
    [[nodiscard]] StepsPanel& stepsPanel() { return *m_steps_panel; }
    [[nodiscard]] ReviewPanel& reviewPanel() { return *m_review_panel; }
    [[nodiscard]] KeptLog& keptLog() { return m_log; }
    [[nodiscard]] PhotoView& photoView() { return *m_photo_view; }
    [[nodiscard]] BenchWindow& bench() { return *m_bench; }
    [[nodiscard]] Exports& exports() { return *m_exports; }
    void openBench();
    // All that leaves the program, beginning with one of it.
    void openExports(Output output = Output::Sheet);
    [[nodiscard]] Walk& walk() { return *m_walk; }

    void openFiles(const QStringList& files);  // asks about unsaved changes first
    // A plan that is kept as it is: what opens has no file yet.
    void openExample(const QString& file);
    // Another file of the open figure: parts and lights stay.
    void reimport(const QStringList& files);
    void standBeside(const QStringList& files, const Beside& where);
    // Of the open figure, under Review.
    void addPhotographs(const QStringList& files);
    void offerRecovery();
    void setStage(Stage stage);
    void setTheme(ThemeKind kind);
    // The figure and nothing else, and back.
    void showFigureAlone(bool alone);
    [[nodiscard]] bool showsFigureAlone() const { return m_figure_alone; }
    // The part that is to draw the eye, large.
    void showFocus();
    // The ladder at the foot as a line of blocks.
    void foldStrip(bool folded);
    // The stage's panel beside the figure, or its room for the figure.
    void showPanel(bool shown);
    bool saveTo(const QString& file);
    // An ICC profile for the screen, remembered; empty for sRGB.
    void setScreenProfile(const QString& file);

  protected:
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    void showEvent(QShowEvent* event) override;

  private:
    using TakeIn = std::function<Result<Plan>(const Plan&, ImportedFigure, const Progress&)>;
    void importInto(const QStringList& files, const QString& text, const TakeIn& take_in);
    void askStandBeside(const Beside& where);
    QWidget* buildRail();
    QWidget* buildTopBar();
    QWidget* buildCaption();
    QWidget* buildMiddle(QWidget* parent);
    QWidget* buildPanels();
    QWidget* buildFoot();
    void connectPanels();
    void showFoot();
    // From the picture of a figure that does not come.
    void backToStart();
    void tellLoaderOfSize();  // of pictures
    void showFigureOrCompared();
    void showPhotograph();
    void showStagePage(int stage, int page);
    void fillRecentMenu(QMenu& menu);
    void noteRecent();
    void keepRecentPicture();
    void connectStart();
    void countFindings();
    void buildMenus();  // in menus.cpp
    void buildFileMenu();
    void buildViewMenu();
    // Needs an open plan to be of use.
    QAction* addPlanAction(QMenu& menu, const QString& text, const QKeySequence& keys,
                           const std::function<void()>& run);
    void connectLoader();
    void askSizeIfDoubtful();
    void sayWhatAStudyLacks();
    void updateTitle();
    void updateActions();

    bool mayDiscard();  // false when the user wants to keep working on unsaved changes
    bool save();
    bool saveAs();
    void askOpen();
    void askReimport();
    void askPhotographs();
    bool report(const Result<void>& result);  // shows an error; true when there is none

    Document m_document;
    Loader m_loader;
    Recovery m_recovery;
    OwnRack m_own_rack;
    KeptLog m_log;
    RecentPlans m_recent;
    QString m_example;  // the file that is being opened as one

    // All owned by Qt.
    FigureView* m_view;
    PhotoView* m_photo_view;
    QSplitter* m_beside = nullptr;  // figure and photograph
    SideBySide* m_side_by_side;
    StartPage* m_start;
    QStackedWidget* m_middle;  // the figure, several beside each other, or ways to begin
    QSplitter* m_split = nullptr;
    Walk* m_walk;
    Banner* m_banner;
    LadderStrip* m_strip;
    LanesView* m_lanes;
    QStackedWidget* m_foot;  // the strip, or the lanes
    QLabel* m_readout;
    QToolButton* m_findings;
    QToolButton* m_bench_button = nullptr;
    QStackedWidget* m_panels;
    FigurePanel* m_figure_panel = nullptr;
    LightsPanel* m_lights_panel = nullptr;
    ValuesPanel* m_values_panel = nullptr;
    ColoursPanel* m_colours_panel = nullptr;
    StepsPanel* m_steps_panel = nullptr;
    ReviewPanel* m_review_panel = nullptr;
    BenchWindow* m_bench = nullptr;
    Exports* m_exports = nullptr;
    bool m_figure_alone = false;
    bool m_strip_folded = false;
    QWidget* m_caption = nullptr;
    QWidget* m_side = nullptr;  // the panel, and the walk above it
    QWidget* m_rail = nullptr;  // owned by Qt, as are the following
    QWidget* m_top_bar = nullptr;
    QWidget* m_foot_line = nullptr;
    std::vector<RailButton*> m_stage_buttons;
    std::vector<TabButton*> m_overlay_buttons;
    std::vector<QAction*> m_needs_plan;
    QAction* m_from_light = nullptr;
};

}  // namespace glaukophos
