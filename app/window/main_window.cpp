// Puts the pieces together; the work is done by the document, the view and the panels.
#include "app/window/main_window.h"

#include <QApplication>
#include <QButtonGroup>
#include <QCloseEvent>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QMenuBar>
#include <QMessageBox>
#include <QMimeData>
#include <QProgressDialog>
#include <QSettings>
#include <QStyle>

#include "app/paper/sheet.h"
#include "app/paper/study_sheet.h"
#include "app/paper/work_sheet.h"
#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "core/io/file_bytes.h"
#include "core/io/tables_csv.h"
#include "core/io/work_files.h"
#include "core/picture/named_view.h"
#include "core/plan/new_figure.h"

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

struct OverlayEntry {
    const char* name;
    const char* tip;
    const char* key;
};
constexpr std::array<OverlayEntry, kOverlayNames.size()> kOverlays = {{
    {QT_TR_NOOP("Bare"), QT_TR_NOOP("The figure in plain clay, to see its forms (B)"), "B"},
    {QT_TR_NOOP("Parts"), QT_TR_NOOP("Each part in a tint of its own (P)"), "P"},
    {QT_TR_NOOP("Reach"), QT_TR_NOOP("What the chosen light alone reaches (R)"), "R"},
    {QT_TR_NOOP("Shells"), QT_TR_NOOP("The nested shells of the chosen glow (S)"), "S"},
    {QT_TR_NOOP("Values"), QT_TR_NOOP("All lights together, in greys (V)"), "V"},
    {QT_TR_NOOP("Bands"), QT_TR_NOOP("Few steps with their borders (N)"), "N"},
    {QT_TR_NOOP("Borders"), QT_TR_NOOP("Where to blend and where not (E)"), "E"},
    {QT_TR_NOOP("Edges"), QT_TR_NOOP("Edge highlights, pass by pass (I)"), "I"},
    {QT_TR_NOOP("Squint"), QT_TR_NOOP("Painted values as through half-closed eyes (Q)"), "Q"},
    {QT_TR_NOOP("Under"), QT_TR_NOOP("The underpainting as sprayed, with its filter (D)"), "D"},
    {QT_TR_NOOP("Layer"), QT_TR_NOOP("Where the chosen step goes (W)"), "W"},
    {QT_TR_NOOP("Colours"), QT_TR_NOOP("As planned, in colour (C)"), "C"},
}};

// What each stage shows when it is entered.
Overlay overlayOf(Stage stage) {
    switch (stage) {
        case Stage::Figure:
            return Overlay::Parts;
        case Stage::Lights:
            return Overlay::Colours;
        case Stage::Values:  // as its page says
        case Stage::Colours:
        case Stage::Steps:
            break;
    }
    return Overlay::Colours;
}

constexpr const char* kProfileSetting = "screen/profile";

constexpr std::array<const char*, 7> kViewKeys = {"Home", "Shift+Right", "End", "Shift+Left",
                                                  "PgUp", "PgDown",      "U"};

QString openFilter() {
    return QObject::tr(
        "Plans and figures (*.glauk *.json *.stl *.obj *.ply *.3mf *.gltf *.glb);;All files (*)");
}

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
    buildFileMenu();
    buildEditMenu();
    buildViewMenu();
    buildHelpMenu();
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
    auto* rail = new QWidget(this);
    rail->setObjectName(QStringLiteral("rail"));
    rail->setAttribute(Qt::WA_StyledBackground);
    rail->setFixedWidth(78);
    auto* column = new QVBoxLayout(rail);
    column->setContentsMargins(0, 8, 0, 8);
    column->setSpacing(2);
    auto* group = new QButtonGroup(rail);
    const auto add = [&](const QString& object, const StageEntry& entry, std::size_t number) {
        auto* button = new QToolButton(rail);
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
    auto* bar = new QWidget(this);
    bar->setObjectName(QStringLiteral("topBar"));
    bar->setAttribute(Qt::WA_StyledBackground);
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(12, 6, 12, 6);
    row->setSpacing(4);
    row->addWidget(new QLabel(tr("Show"), bar));
    auto* group = new QButtonGroup(bar);
    for (std::size_t i = 0; i < kOverlays.size(); ++i) {
        auto* button = new QToolButton(bar);
        button->setObjectName(QStringLiteral("overlay%1").arg(i + 1));
        button->setText(tr(kOverlays[i].name));
        button->setToolTip(tr(kOverlays[i].tip));
        button->setCheckable(true);
        group->addButton(button);
        row->addWidget(button);
        m_overlay_buttons.push_back(button);
        connect(button, &QToolButton::clicked, this,
                [this, i] { m_view->setOverlay(static_cast<Overlay>(i)); });
    }
    row->addStretch(1);
    connect(m_view, &FigureView::overlayChanged, this, [this](Overlay overlay) {
        m_overlay_buttons[static_cast<std::size_t>(overlay)]->setChecked(true);
    });
    return bar;
}

QWidget* MainWindow::buildMiddle() {
    auto* middle = new QWidget(this);
    auto* column = new QVBoxLayout(middle);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);

    auto* upper = new QHBoxLayout;
    upper->setSpacing(0);
    auto* figure = new QVBoxLayout;
    figure->setSpacing(0);
    figure->addWidget(buildTopBar());
    figure->addWidget(m_banner);
    figure->addWidget(m_view, 1);
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
    auto* foot = new QWidget(this);
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
    connect(m_values_panel, &ValuesPanel::printStudyRequested, this,
            [this] { askExportStudy(QPageSize::A4); });
    connect(m_colours_panel, &ColoursPanel::stepsToggled, m_view, &FigureView::setInSteps);
    connect(m_strip, &LadderStrip::bandPointedAt, m_view, &FigureView::showBandAlone);
    connect(m_colours_panel, &ColoursPanel::problem, m_banner, &Banner::showMessage);
    connect(m_view, &FigureView::stepsChanged, m_colours_panel, &ColoursPanel::showSteps);
    connect(m_steps_panel, &StepsPanel::pageShown, this, &MainWindow::showFoot);
    connect(m_steps_panel, &StepsPanel::calendarRequested, this,
            [this] { askExportWork(tr("Evenings"), tr("Calendars (*.ics)")); });
    connect(m_lanes, &LanesView::stepPointedAt, this,
            [this](const QString& key) { m_steps_panel->orderPage().choose(key); });
}

// On the page about time the schedule stands where the ladder is elsewhere.
void MainWindow::showFoot() {
    const bool lanes = m_panels->currentWidget() == m_steps_panel &&
                       m_steps_panel->page() == StepsPanel::Page::Time;
    m_foot->setCurrentWidget(lanes ? static_cast<QWidget*>(m_lanes) : m_strip);
    m_foot->setFixedHeight(m_foot->currentWidget()->sizeHint().height());
}

QAction* MainWindow::addAction(QMenu& menu, const QString& text, const QKeySequence& keys,
                               const std::function<void()>& run) {
    QAction* action = menu.addAction(text);
    action->setShortcut(keys);
    connect(action, &QAction::triggered, this, run);
    return action;
}

void MainWindow::buildFileMenu() {
    QMenu& menu = *menuBar()->addMenu(tr("&File"));
    addAction(menu, tr("&Open plan or figure …"), QKeySequence::Open, [this] { askOpen(); });
    menu.addSeparator();
    m_needs_plan.push_back(addAction(menu, tr("&Save"), QKeySequence::Save, [this] { save(); }));
    m_needs_plan.push_back(
        addAction(menu, tr("Save &as …"), QKeySequence::SaveAs, [this] { saveAs(); }));
    menu.addSeparator();
    m_needs_plan.push_back(addAction(menu, tr("Plan sheet, A4 …"), tr("Ctrl+P"),
                                     [this] { askExportSheet(QPageSize::A4); }));
    m_needs_plan.push_back(addAction(menu, tr("Plan sheet, Letter …"), {},
                                     [this] { askExportSheet(QPageSize::Letter); }));
    m_needs_plan.push_back(
        addAction(menu, tr("Study in greys, A4 …"), {}, [this] { askExportStudy(QPageSize::A4); }));
    m_needs_plan.push_back(addAction(menu, tr("Study in greys, Letter …"), {},
                                     [this] { askExportStudy(QPageSize::Letter); }));
    m_needs_plan.push_back(
        addAction(menu, tr("Ladders as a table (CSV) …"), {}, [this] { askExportCsv(); }));
    m_needs_plan.push_back(addAction(menu, tr("Whole plan for the bench, A4 …"), {},
                                     [this] { askExportWorkSheet(QPageSize::A4); }));
    m_needs_plan.push_back(addAction(menu, tr("Whole plan for the bench, Letter …"), {},
                                     [this] { askExportWorkSheet(QPageSize::Letter); }));
    m_needs_plan.push_back(
        addAction(menu, tr("Maps of all layers (PNG) …"), {}, [this] { askExportMaps(); }));
    const auto addWork = [&](const QString& text, const QString& title, const QString& filter) {
        m_needs_plan.push_back(
            addAction(menu, text, {}, [=, this] { askExportWork(title, filter); }));
    };
    addWork(tr("Steps as a table or JSON …"), tr("Steps"), tr("Tables (*.csv);;JSON (*.json)"));
    addWork(tr("Evenings for a calendar …"), tr("Evenings"), tr("Calendars (*.ics)"));
    addWork(tr("Mixes as a palette …"), tr("Mixes"), tr("GIMP palettes (*.gpl)"));
    menu.addSeparator();
    addAction(menu, tr("&Quit"), QKeySequence::Quit, [this] { close(); });
}

void MainWindow::buildEditMenu() {
    QMenu& menu = *menuBar()->addMenu(tr("&Edit"));
    QAction* undo = m_document.undoStack().createUndoAction(this, tr("Undo"));
    undo->setShortcut(QKeySequence::Undo);
    QAction* redo = m_document.undoStack().createRedoAction(this, tr("Redo"));
    redo->setShortcut(QKeySequence::Redo);
    menu.addAction(undo);
    menu.addAction(redo);
}

void MainWindow::buildViewMenu() {
    QMenu& menu = *menuBar()->addMenu(tr("&View"));
    for (std::size_t i = 0; i < kOverlays.size(); ++i) {
        m_needs_plan.push_back(addAction(menu, tr("Show %1").arg(tr(kOverlays[i].name).toLower()),
                                         QKeySequence(q(kOverlays[i].key)), [this, i] {
                                             m_view->setOverlay(static_cast<Overlay>(i));
                                         }));
    }
    menu.addSeparator();
    for (std::size_t i = 0; i < namedViews().size(); ++i) {
        m_needs_plan.push_back(addAction(menu, tr(namedViews()[i].caption),
                                         QKeySequence(q(kViewKeys.at(i))),
                                         [this, i] { m_view->setView(namedViews()[i].view); }));
    }
    m_from_light = addAction(menu, tr("From the chosen light"), tr("L"),
                             [this] { m_view->seeFromLight(m_document.selectedLight()); });
    m_needs_plan.push_back(m_from_light);
    menu.addSeparator();
    addAction(menu, tr("Profile of the screen (ICC) …"), {}, [this] {
        const QString file = QFileDialog::getOpenFileName(this, tr("Profile of the screen"), {},
                                                          tr("ICC profiles (*.icc *.icm)"));
        if (!file.isEmpty()) setScreenProfile(file);
    });
    addAction(menu, tr("The screen is sRGB"), {}, [this] { setScreenProfile({}); });
    addAction(menu, tr("Dark or light surroundings"), tr("Ctrl+T"), [this] {
        setTheme(currentThemeKind() == ThemeKind::Dark ? ThemeKind::Light : ThemeKind::Dark);
    });
}

void MainWindow::buildHelpMenu() {
    QMenu& menu = *menuBar()->addMenu(tr("&Help"));
    addAction(menu, tr("First steps"), QKeySequence::HelpContents, [this] { showHelp(); });
    addAction(menu, tr("About Glaukophos"), {}, [this] { showAbout(); });
}

void MainWindow::connectLoader() {
    connect(m_banner, &Banner::stopRequested, &m_loader, &Loader::stop);
    connect(&m_loader, &Loader::progressed, m_banner, &Banner::setProgress);
    connect(&m_loader, &Loader::loaded, this,
            [this](const std::shared_ptr<Plan>& plan, const QString& path) {
                m_banner->dismiss();
                // A new figure is planned with the painter's own paints.
                if (path.isEmpty()) plan->rack = m_own_rack.last().value_or(plan->rack);
                const bool recovered = !path.isEmpty() && path == m_recovery.leftBehind();
                m_document.open(*plan, recovered ? QString() : path);
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
    m_stage_buttons[index]->setChecked(true);
    m_panels->setCurrentIndex(static_cast<int>(index));
    m_view->setLightHandles(stage == Stage::Lights);
    if (stage != Stage::Figure) m_figure_panel->partsPage().layDownBrush();
    if (stage != Stage::Values) m_values_panel->layDownBrush();
    if (stage != Stage::Colours) m_view->forgetClick();
    m_view->forgetPlace();
    m_view->setOverlay(stage == Stage::Values    ? m_values_panel->overlay()
                       : stage == Stage::Colours ? m_colours_panel->overlay()
                       : stage == Stage::Steps   ? m_steps_panel->overlay()
                                                 : overlayOf(stage));
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

void MainWindow::openFiles(const QStringList& files) {
    if (files.isEmpty() || !mayDiscard()) return;
    m_banner->showWork(tr("Opening %1 …").arg(QFileInfo(files.front()).fileName()));
    m_loader.setPreview(m_view->grid(), currentTheme().backdrop);
    m_loader.load(files);
}

void MainWindow::askReimport() {
    reimport(QFileDialog::getOpenFileNames(this, tr("Same figure, new file"), {}, openFilter()));
}

void MainWindow::reimport(const QStringList& files) {
    if (files.isEmpty() || !m_document.isOpen()) return;
    std::vector<std::filesystem::path> paths;
    for (const QString& file : files) paths.emplace_back(file.toStdString());
    m_banner->showWork(tr("Opening %1 …").arg(QFileInfo(files.front()).fileName()));
    m_loader.rework(
        tr("New file of the figure"), [plan = m_document.plan(), paths](const Progress& progress) {
            auto imported = importFigure(paths, plan.figure->form->imported.unit_mm,
                                         {progress.stop, [&](double f) { progress.at(0.4 * f); }});
            if (!imported) return Result<Plan>(tl::unexpected(imported.error()));
            return withNewFigure(plan, std::move(*imported),
                                 {progress.stop, [&](double f) { progress.at(0.4 + 0.6 * f); }});
        });
}

void MainWindow::offerRecovery() {
    const QString file = m_recovery.leftBehind();
    if (file.isEmpty()) return;
    m_banner->showQuestion(
        tr("The last run ended before its changes were saved. Open them?"), tr("Open them"),
        [this, file] { openFiles({file}); }, [this] { m_recovery.forget(); });
}

bool MainWindow::mayDiscard() {
    if (!m_document.isOpen() || !m_document.isModified()) return true;
    QMessageBox box(QMessageBox::Question, tr("Unsaved changes"),
                    tr("\"%1\" has changes that are not saved.").arg(q(m_document.plan().title)),
                    QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, this);
    box.setObjectName(QStringLiteral("unsavedBox"));
    switch (box.exec()) {
        case QMessageBox::Save:
            return save();
        case QMessageBox::Discard:
            return true;
        default:
            return false;
    }
}

bool MainWindow::report(const Result<void>& result) {
    if (result) return true;
    m_banner->showMessage(q(result.error().message));
    return false;
}

bool MainWindow::saveTo(const QString& file) {
    if (!report(savePlan(m_document.plan(), file.toStdString()))) return false;
    m_document.markSaved(file);
    return true;
}

bool MainWindow::save() {
    return m_document.path().isEmpty() ? saveAs() : saveTo(m_document.path());
}

bool MainWindow::saveAs() {
    QString file = QFileDialog::getSaveFileName(this, tr("Save plan"), m_document.path(),
                                                tr("Plans (*.glauk)"));
    if (file.isEmpty()) return false;
    if (!file.endsWith(QStringLiteral(".glauk"))) file += QStringLiteral(".glauk");
    return saveTo(file);
}

void MainWindow::askOpen() {
    openFiles(QFileDialog::getOpenFileNames(this, tr("Open plan or figure"), {}, openFilter()));
}

bool MainWindow::exportSheet(const QString& file, QPageSize::PageSizeId page) {
    if (m_document.evaluated() == nullptr) return false;
    // The view on screen is the one on paper.
    Evaluated evaluated = *m_document.evaluated();
    evaluated.plan.view = m_view->view();
    QApplication::setOverrideCursor(Qt::WaitCursor);
    const bool written = report(writePlanSheet(evaluated, file, page));
    QApplication::restoreOverrideCursor();
    return written;
}

bool MainWindow::exportCsv(const QString& file) {
    if (m_document.evaluated() == nullptr) return false;
    const Evaluated& evaluated = *m_document.evaluated();
    return report(
        writeAtomically(file.toStdString(), ladderCsv(evaluated.plan, *evaluated.appearance)));
}

const Evaluated* MainWindow::withSteps() {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    if (evaluated == nullptr || evaluated->desk == nullptr) {
        m_banner->showMessage(tr("The steps are still being worked out; try again in a moment."));
        return nullptr;
    }
    if (evaluated->desk->work.steps.empty()) {
        m_banner->showMessage(q(evaluated->desk->problem));
        return nullptr;
    }
    return evaluated.get();
}

bool MainWindow::exportWorkSheet(const QString& file, QPageSize::PageSizeId page) {
    const Evaluated* known = withSteps();
    if (known == nullptr) return false;
    Evaluated evaluated = *known;
    evaluated.plan.view = m_view->view();
    return withProgress(tr("Drawing a map for every step …"), [&](const Progress& progress) {
        return writeWorkSheet(evaluated, file, page, progress);
    });
}

bool MainWindow::exportMaps(const QString& folder) {
    const Evaluated* known = withSteps();
    if (known == nullptr) return false;
    const Evaluated evaluated = *known;
    return withProgress(tr("Drawing a map for every step …"), [&](const Progress& progress) {
        return writeLayerMaps(evaluated, m_view->view(), folder, progress);
    });
}

bool MainWindow::withProgress(const QString& what,
                              const std::function<Result<void>(const Progress&)>& run) {
    QProgressDialog dialog(what, tr("Stop"), 0, 100, this);
    dialog.setObjectName(QStringLiteral("workProgress"));
    dialog.setWindowModality(Qt::WindowModal);
    dialog.setMinimumDuration(400);
    std::stop_source stop;
    connect(&dialog, &QProgressDialog::canceled, this, [&stop] { stop.request_stop(); });
    const Result<void> done = run({stop.get_token(), [&dialog](double fraction) {
                                       dialog.setValue(static_cast<int>(100.0 * fraction));
                                   }});
    dialog.reset();
    if (!done && done.error().code == ErrorCode::Cancelled) return false;
    return report(done);
}

void MainWindow::askExportWorkSheet(QPageSize::PageSizeId page) {
    const QString file =
        QFileDialog::getSaveFileName(this, tr("Whole plan for the bench"), {}, tr("PDF (*.pdf)"));
    if (!file.isEmpty()) exportWorkSheet(file, page);
}

void MainWindow::askExportMaps() {
    const QString folder = QFileDialog::getExistingDirectory(this, tr("A folder for the maps"));
    if (!folder.isEmpty()) exportMaps(folder);
}

bool MainWindow::exportWork(const QString& file) {
    const Evaluated* evaluated = withSteps();
    if (evaluated == nullptr) return false;
    const Desk& desk = *evaluated->desk;
    if (file.endsWith(QStringLiteral(".ics")) && !desk.batch) {
        m_banner->showMessage(q(desk.problem));
        return false;
    }
    std::string text = stepsCsv(evaluated->plan, desk.work);
    if (file.endsWith(QStringLiteral(".ics"))) {
        text = calendarText(evaluated->plan, desk.work, *desk.batch);
    } else if (file.endsWith(QStringLiteral(".json"))) {
        text = workJsonText(evaluated->plan, desk.work, desk.batch ? &*desk.batch : nullptr,
                            desk.findings);
    } else if (file.endsWith(QStringLiteral(".gpl"))) {
        text = mixPalette(evaluated->plan, desk.work);
    }
    return report(writeAtomically(file.toStdString(), text));
}

void MainWindow::askExportWork(const QString& title, const QString& filter) {
    QString chosen;
    QString file = QFileDialog::getSaveFileName(this, title, {}, filter, &chosen);
    if (file.isEmpty()) return;
    const qsizetype dot = chosen.lastIndexOf(QLatin1Char('.'));
    const QString ending = chosen.mid(dot, chosen.lastIndexOf(QLatin1Char(')')) - dot);
    if (!file.endsWith(ending)) file += ending;
    exportWork(file);
}

void MainWindow::askExportSheet(QPageSize::PageSizeId page) {
    const QString file =
        QFileDialog::getSaveFileName(this, tr("Plan sheet"), {}, tr("PDF (*.pdf)"));
    if (!file.isEmpty()) exportSheet(file, page);
}

bool MainWindow::exportStudy(const QString& file, QPageSize::PageSizeId page) {
    if (m_document.evaluated() == nullptr) return false;
    QApplication::setOverrideCursor(Qt::WaitCursor);
    const bool written = report(writeStudy(*m_document.evaluated(), file, page));
    QApplication::restoreOverrideCursor();
    return written;
}

void MainWindow::askExportStudy(QPageSize::PageSizeId page) {
    const QString file =
        QFileDialog::getSaveFileName(this, tr("Study in greys"), {}, tr("PDF (*.pdf)"));
    if (!file.isEmpty()) exportStudy(file, page);
}

void MainWindow::askExportCsv() {
    const QString file =
        QFileDialog::getSaveFileName(this, tr("Ladders as a table"), {}, tr("Tables (*.csv)"));
    if (!file.isEmpty()) exportCsv(file);
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!mayDiscard()) {
        event->ignore();
        return;
    }
    m_recovery.forget();
    event->accept();
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
    QStringList files;
    for (const QUrl& url : event->mimeData()->urls()) {
        if (url.isLocalFile()) files << url.toLocalFile();
    }
    event->acceptProposedAction();
    openFiles(files);
}

void MainWindow::showHelp() {
    QMessageBox box(this);
    box.setWindowTitle(tr("First steps"));
    box.setTextFormat(Qt::RichText);
    box.setText(tr(
        "<h3>From the figure to the bench</h3>"
        "<p><b>1 Figure.</b> Open your print file (drop it on the window). Set its height and "
        "front. Divide it at its creases, join what belongs together, brush the rest; give each "
        "part its material and the colour it has in daylight.</p>"
        "<p><b>2 Lights.</b> Start from a ready plan, or add lights one by one. Drag the moon on "
        "the round chart: the middle is straight above, the inner circle the horizon. Drag what "
        "stands near the figure by its rings, with Shift along the surface. Best shows where the "
        "moon would do best, and why. Click the figure to see what blocks which light.</p>"
        "<p><b>3 Values.</b> Take a style or drag the borders of the bands: the lighter, the "
        "smaller. Edges shows where to blend and what to line, Study whether it reads when you "
        "squint, Hand where you know better than the light.</p>"
        "<p><b>4 Colours.</b> Click a part: its ladder stands at the foot, wanted over mixed, with "
        "drops, coats and thinning. Shade, Hues, Night and Glow decide what colours become; Under "
        "shows an underpainting before it is sprayed; Rack holds your paints, Mix says how many "
        "to use.</p>"
        "<p><b>5 Steps.</b> Every layer in working order, with its map, drops, tool and time. Drag "
        "one to move it; what breaks is said. Ways says how layers follow each other, Time plans "
        "evenings and batches, Findings name what will go wrong, where, and the cure.</p>"
        "<p><b>6 Bench.</b> One step at a time, full screen: space when a coat is on, page up to "
        "take "
        "it back, arrows to turn the figure, N for a note, D for the evening. Or print the whole "
        "plan from the File menu.</p>"
        "<p>Directions run like a clock laid round the figure: 12 is where it faces, 3 its own "
        "right hand, which is on your left as you face it.</p>"));
    box.exec();
}

void MainWindow::showAbout() {
    QMessageBox box(this);
    box.setWindowTitle(tr("About Glaukophos"));
    box.setTextFormat(Qt::RichText);
    box.setText(tr("<h3>Glaukophos %1</h3><p>Plan where light falls on a figure before you paint "
                   "it.</p><p>Free software under the GNU General Public License, version 3 or "
                   "later. Set in Manrope (SIL Open Font License 1.1).</p>")
                    .arg(QApplication::applicationVersion()));
    box.exec();
}

}  // namespace glaukophos
