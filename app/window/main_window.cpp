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

namespace glaukophos {
namespace {

struct StageEntry {
    const char* name;
    const char* icon;
    const char* tip;
};
constexpr std::array<StageEntry, 5> kStages = {{
    {QT_TR_NOOP("Figure"), "figure", QT_TR_NOOP("Parts and their own colours (Ctrl+1)")},
    {QT_TR_NOOP("Lights"), "lights", QT_TR_NOOP("Where the light comes from (Ctrl+2)")},
    {QT_TR_NOOP("Values"), "values", QT_TR_NOOP("Dark to light in a few bands (Ctrl+3)")},
    {QT_TR_NOOP("Colours"), "colours", QT_TR_NOOP("The colours of each band (Ctrl+4)")},
    {QT_TR_NOOP("Steps"), "steps",
     QT_TR_NOOP("Layers in order, when, and what will go wrong (Ctrl+5)")},
}};

constexpr StageEntry kBench = {
    QT_TR_NOOP("Bench"), "bench",
    QT_TR_NOOP("One step at a time, full screen, while you paint (Ctrl+6)")};

constexpr const char* kProfileSetting = "screen/profile";

}  // namespace

MainWindow::MainWindow(const QString& folder, QWidget* parent)
    : QMainWindow(parent),
      m_recovery(m_document, folder),
      m_own_rack(m_document, folder),
      m_view(new FigureView(m_document, this)),
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

    auto* central = new QWidget(this);
    auto* row = new QHBoxLayout(central);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    row->addWidget(buildRail());
    row->addWidget(buildMiddle(), 1);
    setCentralWidget(central);

    m_bench = new BenchWindow(m_document, folder, this);
    connect(m_bench, &BenchWindow::problem, m_banner, &Banner::showMessage);
    m_exports = new Exports(m_document, *m_view, this);
    connect(m_exports, &Exports::problem, m_banner, &Banner::showMessage);
    connect(m_view, &FigureView::problem, m_banner, &Banner::showMessage);
    connect(&m_document, &Document::problem, m_banner, &Banner::showMessage);
    buildMenus();
    connectLoader();
    connect(&m_document, &Document::changed, this, [this] { updateActions(); });
    connect(&m_document, &Document::modifiedChanged, this, &MainWindow::updateTitle);
    const QString profile = QSettings().value(QString::fromLatin1(kProfileSetting)).toString();
    if (!profile.isEmpty()) report(useScreenProfile(profile));
    setStage(Stage::Lights);
    updateTitle();
    updateActions();
}

QWidget* MainWindow::buildRail() {
    auto* rail = m_rail = new QWidget(this);
    rail->setObjectName(QStringLiteral("rail"));
    rail->setAttribute(Qt::WA_StyledBackground);
    rail->setFixedWidth(88);
    auto* column = new QVBoxLayout(rail);
    column->setContentsMargins(3, 14, 6, 8);
    column->setSpacing(5);
    auto* group = new QButtonGroup(rail);
    const auto add = [&](const QString& object, const StageEntry& entry, std::size_t number) {
        auto* button = new RailButton(rail);
        button->setObjectName(object);
        button->setText(tr(entry.name));
        button->setToolTip(tr(entry.tip));
        button->setAccessibleName(tr(entry.name));
        button->setIcon(themedIcon(q(entry.icon)));
        button->setIconSize({28, 28});
        button->setToolButtonStyle(Qt::ToolButtonTextUnderIcon);
        button->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        button->setShortcut(QKeySequence(QStringLiteral("Ctrl+%1").arg(number)));
        column->addWidget(button);
        return button;
    };
    for (std::size_t i = 0; i < kStages.size(); ++i) {
        auto* button = add(QStringLiteral("stage%1").arg(i + 1), kStages[i], i + 1);
        button->setCheckable(true);
        group->addButton(button);
        m_stage_buttons.push_back(button);
        connect(button, &QToolButton::clicked, this,
                [this, i] { setStage(static_cast<Stage>(i)); });
    }
    auto* bench = add(QStringLiteral("stageBench"), kBench, kStages.size() + 1);
    m_bench_button = bench;
    connect(bench, &QToolButton::clicked, this, &MainWindow::openBench);
    column->addStretch(1);
    return rail;
}

QWidget* MainWindow::buildTopBar() {
    auto* bar = m_top_bar = new QWidget(this);
    bar->setObjectName(QStringLiteral("topBar"));
    bar->setAttribute(Qt::WA_StyledBackground);
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(12, 6, 12, 6);
    row->setSpacing(4);
    auto* group = new QButtonGroup(bar);
    for (std::size_t i = 0; i < kOverlayCount; ++i) {
        const OverlayEntry& entry = overlays().at(i);
        auto* button = new TabButton(bar);
        button->setObjectName(QStringLiteral("overlay%1").arg(i + 1));
        button->setText(tr(entry.name));
        button->setToolTip(tr(entry.tip));
        button->setCheckable(true);
        group->addButton(button);
        row->addWidget(button);
        m_overlay_buttons.push_back(button);
        connect(button, &QPushButton::clicked, this,
                [this, i] { m_view->setOverlay(static_cast<Overlay>(i)); });
    }
    row->addStretch(1);
    connect(m_view, &FigureView::overlayChanged, this, [this](Overlay overlay) {
        m_overlay_buttons[static_cast<std::size_t>(overlay)]->setChecked(true);
    });
    return bar;
}

// What the picture shows and from where, below it.
QWidget* MainWindow::buildCaption() {
    auto* bar = new QWidget(this);
    bar->setObjectName(QStringLiteral("captionBar"));
    bar->setAttribute(Qt::WA_StyledBackground);
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(8, 5, 8, 3);
    row->setSpacing(14);
    auto* title = new QLabel(bar);
    title->setObjectName(QStringLiteral("shownTitle"));
    auto* rest = new QLabel(bar);
    rest->setProperty("caption", true);
    rest->setObjectName(QStringLiteral("shownFrom"));
    rest->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    row->addWidget(title);
    row->addWidget(rest, 1);
    connect(m_view, &FigureView::captionChanged, this,
            [title, rest](const QString& shown, const QString& from) {
                title->setText(shown);
                rest->setText(from);
            });
    return bar;
}

QWidget* MainWindow::buildMiddle() {
    auto* middle = new QWidget(this);
    auto* column = new QVBoxLayout(middle);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);

    auto* upper = new QHBoxLayout;
    upper->setContentsMargins(0, 0, 12, 8);
    upper->setSpacing(14);
    auto* figure = new QVBoxLayout;
    figure->setSpacing(0);
    figure->addWidget(buildTopBar());
    figure->addWidget(m_banner);
    figure->addWidget(m_view, 1);
    figure->addWidget(buildCaption());
    m_foot->addWidget(m_strip);
    m_foot->addWidget(m_lanes);
    figure->addWidget(m_foot);
    upper->addLayout(figure, 1);
    upper->addWidget(buildPanels());
    column->addLayout(upper, 1);
    column->addWidget(buildFoot());
    connectPanels();
    return middle;
}

QWidget* MainWindow::buildPanels() {
    m_panels->setFixedWidth(330);
    m_panels->setObjectName(QStringLiteral("panel"));
    m_panels->setAttribute(Qt::WA_StyledBackground);
    m_figure_panel = new FigurePanel(m_document, m_loader, *m_view, this);
    m_lights_panel = new LightsPanel(m_document, this);
    m_values_panel = new ValuesPanel(m_document, *m_view, this);
    m_colours_panel = new ColoursPanel(m_document, *m_view, this);
    m_steps_panel = new StepsPanel(m_document, *m_view, this);
    for (StagePanel* panel : std::initializer_list<StagePanel*>{
             m_figure_panel, m_lights_panel, m_values_panel, m_colours_panel, m_steps_panel}) {
        m_panels->addWidget(panel);
    }
    return m_panels;
}

// What is under the pointer, and how many findings there are.
QWidget* MainWindow::buildFoot() {
    auto* foot = m_foot_line = new QWidget(this);
    auto* row = new QHBoxLayout(foot);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    m_readout->setObjectName(QStringLiteral("readout"));
    m_readout->setAccessibleName(tr("What is under the pointer"));
    m_readout->setMinimumWidth(100);
    m_readout->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    row->addWidget(m_readout, 1);
    m_findings->setObjectName(QStringLiteral("findingCount"));
    m_findings->setAccessibleName(tr("Findings"));
    m_findings->setToolTip(tr("What will go wrong if it is painted as planned"));
    row->addWidget(m_findings);
    connect(m_findings, &QToolButton::clicked, this, [this] {
        m_steps_panel->showPage(StepsPanel::Page::Findings);
        setStage(Stage::Steps);
    });
    connect(&m_document, &Document::evaluatedChanged, this, &MainWindow::countFindings);
    countFindings();
    return foot;
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
    connect(m_lights_panel, &LightsPanel::seeFromRequested, m_view, &FigureView::seeFromLight);
    connect(m_lights_panel, &LightsPanel::placeByClickRequested, m_view,
            &FigureView::placeLightByClick);
    connect(m_lights_panel, &LightsPanel::shellsChanged, m_view, &FigureView::setShells);
    connect(m_view, &FigureView::viewChanged, this, [this] {
        m_lights_panel->setSeat({m_view->view().hour, m_view->view().upside_down});
    });
    connect(m_values_panel, &ValuesPanel::printStudyRequested, this,
            [this] { m_exports->askStudy(QPageSize::A4); });
    connect(m_colours_panel, &ColoursPanel::stepsToggled, m_view, &FigureView::setInSteps);
    connect(m_strip, &LadderStrip::bandPointedAt, m_view, &FigureView::showBandAlone);
    connect(m_colours_panel, &ColoursPanel::problem, m_banner, &Banner::showMessage);
    connect(m_view, &FigureView::stepsChanged, m_colours_panel, &ColoursPanel::showSteps);
    connect(m_steps_panel, &StepsPanel::pageShown, this, &MainWindow::showFoot);
    connect(m_steps_panel, &StepsPanel::calendarRequested, this,
            [this] { m_exports->askWork(tr("Evenings"), tr("Calendars (*.ics)")); });
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
                const bool recovered = !path.isEmpty() && path == m_recovery.leftBehind();
                m_document.open(plan, recovered ? QString() : path, opened->log);
                updateTitle();
                if (path.isEmpty()) askSizeIfDoubtful();
            });
    connect(&m_loader, &Loader::failed, m_banner, &Banner::showMessage);
    connect(&m_loader, &Loader::previewReady, m_view, &FigureView::showPreview);
    connect(&m_loader, &Loader::reworking, this,
            [this](const QString& text) { m_banner->showWork(text + QStringLiteral(" …")); });
    connect(&m_loader, &Loader::reworked, this,
            [this](const std::shared_ptr<Plan>& plan, const QString& text) {
                m_banner->dismiss();
                m_document.replaceFigure(text, *plan);
            });
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
        m_stage_buttons[i]->setIcon(themedIcon(q(kStages[i].icon)));
    }
    m_bench_button->setIcon(themedIcon(q(kBench.icon)));
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
