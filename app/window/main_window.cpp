// Puts the pieces together; the work is done by the document, the view and the panels.
#include "app/window/main_window.h"

#include <QApplication>
#include <QButtonGroup>
#include <QCloseEvent>
#include <QHBoxLayout>
#include <QSettings>
#include <QStyle>
#include <algorithm>

#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "app/window/stage_entries.h"
#include "core/figure/study_sheet.h"

namespace glaukophos {
namespace {

constexpr const char* kProfileSetting = "screen/profile";

}  // namespace

MainWindow::MainWindow(const QString& folder, const QStringList& files)
    : m_recovery(m_document, folder),
      m_own_rack(m_document, folder),
      m_log(m_document, folder),
      m_recent(folder),
      m_view(new FigureView(m_document, this)),
      m_photo_view(new PhotoView(this)),
      m_side_by_side(new SideBySide(m_document, *m_view, this)),
      m_start(new StartPage(this)),
      m_middle(new QStackedWidget(this)),
      m_walk(new Walk(this)),
      m_banner(new Banner(this)),
      m_strip(new LadderStrip(m_document, this)),
      m_lanes(new LanesView(m_document, this)),
      m_foot(new QStackedWidget(this)),
      m_readout(new QLabel(this)),
      m_findings(new QToolButton(this)),
      m_panels(new QStackedWidget(this)) {
    setWindowIcon(QIcon(QStringLiteral(":/icons/app.svg")));
    setAcceptDrops(true);
    resize(1280, 800);
    connectLoader();
    openFiles(files);

    auto* central = new QWidget(this);
    auto* row = new QHBoxLayout(central);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    row->addWidget(buildRail());
    row->addWidget(buildMiddle(central), 1);
    setCentralWidget(central);

    m_bench = new BenchWindow(m_document, folder, this);
    connect(m_bench, &BenchWindow::problem, m_banner, &Banner::showMessage);
    m_exports = new Exports(m_document, *m_view, this);
    connect(m_exports, &Exports::problem, m_banner, &Banner::showMessage);
    connect(m_view, &FigureView::problem, m_banner, &Banner::showMessage);
    connect(&m_document, &Document::problem, m_banner, &Banner::showMessage);
    buildMenus();
    connectStart();
    connect(&m_document, &Document::changed, this, [this] { updateActions(); });
    connect(&m_document, &Document::modifiedChanged, this, &MainWindow::updateTitle);
    const QString profile = QSettings().value(QString::fromLatin1(kProfileSetting)).toString();
    if (!profile.isEmpty()) report(useScreenProfile(profile));
    setStage(Stage::Lights);
    updateTitle();
    updateActions();
}

void MainWindow::countFindings() {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    if (evaluated == nullptr || evaluated->desk == nullptr) return;
    const auto count = static_cast<int>(evaluated->desk->findings.size());
    m_findings->setText(count == 0 ? tr("No findings")
                                   : counted(count, tr("finding"), tr("findings")));
    m_findings->setProperty("grave", count > 0);
    m_findings->style()->polish(m_findings);
}

void MainWindow::connectPanels() {
    const QString idle = tr("Point at the figure to read a spot; click to choose its part.");
    m_readout->setText(idle);
    connect(m_view, &FigureView::spotRead, this, [this, idle](const QString& text) {
        m_readout->setText(text.isEmpty() ? idle : text);
        m_readout->setToolTip(text);
    });
    connect(m_figure_panel, &FigurePanel::openRequested, this, &MainWindow::askOpen);
    connect(m_figure_panel, &FigurePanel::reimportRequested, this, &MainWindow::askReimport);
    connect(m_figure_panel, &FigurePanel::figureRequested, this, &MainWindow::askStandBeside);
    connect(m_lights_panel, &LightsPanel::seeFromRequested, m_view, &FigureView::seeFromLight);
    connect(m_lights_panel, &LightsPanel::placeByClickRequested, m_view,
            &FigureView::placeLightByClick);
    connect(m_view, &FigureView::viewChanged, this, [this] {
        m_lights_panel->setSeat({m_view->view().hour, m_view->view().upside_down});
    });
    connect(m_lights_panel, &LightsPanel::pageShown, this, &MainWindow::showFigureOrCompared);
    connect(&m_document, &Document::changed, this, &MainWindow::showFigureOrCompared);
    connect(m_side_by_side, &SideBySide::takeRequested, &m_lights_panel->variantsPage(),
            &VariantsPage::take);
    connect(m_side_by_side, &SideBySide::problem, m_banner, &Banner::showMessage);
    connect(m_values_panel, &ValuesPanel::printStudyRequested, this,
            [this] { openExports(Output::Study); });
    connect(m_colours_panel, &ColoursPanel::stepsToggled, m_view, &FigureView::setInSteps);
    connect(m_strip, &LadderStrip::bandPointedAt, m_view, &FigureView::showBandAlone);
    connect(m_colours_panel, &ColoursPanel::problem, m_banner, &Banner::showMessage);
    connect(m_view, &FigureView::stepsChanged, m_colours_panel, &ColoursPanel::showSteps);
    connect(m_steps_panel, &StepsPanel::pageShown, this, &MainWindow::showFoot);
    connect(m_review_panel, &ReviewPanel::pageShown, this, &MainWindow::showPhotograph);
    connect(&m_log, &KeptLog::problem, m_banner, &Banner::showMessage);
    connect(m_review_panel, &ReviewPanel::problem, m_banner, &Banner::showMessage);
    connect(m_steps_panel, &StepsPanel::calendarRequested, this,
            [this] { openExports(Output::Calendar); });
    connect(m_lanes, &LanesView::stepPointedAt, this,
            [this](const QString& key) { m_steps_panel->orderPage().choose(key); });
}

void MainWindow::connectLoader() {
    connect(m_banner, &Banner::stopRequested, &m_loader, &Loader::stop);
    connect(&m_loader, &Loader::progressed, m_banner, &Banner::setProgress);
    connect(&m_loader, &Loader::loaded, this,
            [this](const std::shared_ptr<PlanWithLog>& opened, const QString& path) {
                m_banner->dismiss();
                Plan& plan = opened->plan;
                // A new figure is planned with the painter's own paints.
                if (path.isEmpty()) plan.rack = m_own_rack.last().value_or(plan.rack);
                const bool is_left = !path.isEmpty() && path == m_recovery.leftBehind();
                const bool is_copy = is_left || (!path.isEmpty() && path == m_example);
                m_document.open(plan, is_copy ? QString() : path, opened->log);
                if (is_left) {
                    m_recovery.takeLeftBehind();
                    m_document.markUnsaved();
                }
                noteRecent();
                updateTitle();
                if (isStudySheet(*plan.figure->form)) {
                    sayWhatAStudyLacks();
                } else if (path.isEmpty()) {
                    askSizeIfDoubtful();
                }
            });
    connect(&m_loader, &Loader::failed, m_banner, &Banner::showMessage);
    connect(&m_loader, &Loader::failed, this, &MainWindow::backToStart);
    connect(&m_loader, &Loader::stopped, this, &MainWindow::backToStart);
    connect(&m_loader, &Loader::previewReady, this, [this](const QImage& picture) {
        m_view->showPreview(picture);
        if (!m_document.isOpen()) m_middle->setCurrentWidget(m_beside);
    });
    connect(&m_loader, &Loader::reworking, this,
            [this](const QString& text) { m_banner->showWork(text + QStringLiteral(" …")); });
    connect(&m_loader, &Loader::reworked, this,
            [this](const std::shared_ptr<Plan>& plan, const QString& text) {
                m_banner->dismiss();
                m_document.replaceFigure(text, *plan);
            });
}

void MainWindow::sayWhatAStudyLacks() {
    m_banner->showMessage(
        tr("A study of one photograph: its greys are the light, and only what it shows is "
           "planned. Name areas under Figure, Parts: New, then Add or Patch. Lamps, shells and "
           "edges need a figure in the round."));
}

void MainWindow::askSizeIfDoubtful() {
    const float height_mm = m_document.plan().figure->bounds().size().z();
    if (fitsAFigure(height_mm, lengthUnits().front())) return;
    m_banner->showQuestion(tr("As it is read, this figure is %1 mm tall. Files seldom say their "
                              "unit: what is it?")
                               .arg(height_mm, 0, 'g', 3),
                           tr("Choose the size"),
                           [this] {
                               setStage(Stage::Figure);
                               m_figure_panel->showPage(FigurePanel::Page::Standing);
                           },
                           {});
}

void MainWindow::openBench() {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    if (evaluated == nullptr || evaluated->desk == nullptr) {
        m_banner->showMessage(tr("The steps are still being worked out; try again in a moment."));
        return;
    }
    if (!evaluated->desk->batch) {
        m_banner->showMessage(q(evaluated->desk->problem));
        return;
    }
    m_bench->begin();
}

void MainWindow::setStage(Stage stage) {
    const auto index = static_cast<std::size_t>(stage);
    static_cast<StagePanel*>(m_panels->currentWidget())->leave();
    m_view->layDownTool();
    m_view->forgetPlace();
    m_stage_buttons[index]->setChecked(true);
    m_panels->setCurrentIndex(static_cast<int>(index));
    m_view->setLightHandles(stage == Stage::Lights);
    m_view->setOverlay(static_cast<StagePanel*>(m_panels->currentWidget())->enter());
    showFoot();
    showFigureOrCompared();
    m_overlay_buttons[static_cast<std::size_t>(m_view->overlay())]->setChecked(true);
}

void MainWindow::setScreenProfile(const QString& file) {
    if (!report(useScreenProfile(file))) return;
    QSettings().setValue(QString::fromLatin1(kProfileSetting), file);
    m_view->setView(m_view->view());
    update();
}

void MainWindow::setTheme(ThemeKind kind) {
    applyTheme(*qApp, kind);
    QSettings().setValue(q(kThemeSetting), q(kThemeKeys.at(static_cast<std::size_t>(kind))));
    for (std::size_t i = 0; i < m_stage_buttons.size(); ++i) {
        const StageEntry& entry = i < kStages.size() ? kStages.at(i) : kReviewEntry;
        m_stage_buttons[i]->setIcon(themedIcon(q(entry.icon)));
    }
    m_bench_button->setIcon(themedIcon(q(kBenchEntry.icon)));
    m_view->setView(m_view->view());
}

void MainWindow::updateTitle() {
    const QString name = m_document.isOpen() ? q(m_document.plan().title) : tr("no plan");
    setWindowTitle(QStringLiteral("%1[*] – Glaukophos").arg(name));
    setWindowModified(m_document.isModified());
}

void MainWindow::updateActions() {
    for (QAction* action : m_needs_plan) action->setEnabled(m_document.isOpen());
    m_from_light->setEnabled(m_document.isOpen() && !m_document.plan().lights.empty());
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!mayDiscard()) {
        event->ignore();
        return;
    }
    m_recovery.forget();
    event->accept();
}

}  // namespace glaukophos
