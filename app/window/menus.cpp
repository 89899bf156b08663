// The menus of the window.
#include <QFileDialog>
#include <QMenuBar>

#include "app/widgets/number_style.h"
#include "app/widgets/text.h"
#include "app/window/help.h"
#include "app/window/main_window.h"
#include "core/picture/named_view.h"

namespace glaukophos {
namespace {

constexpr std::array<const char*, 7> kViewKeys = {"Home", "Shift+Right", "End", "Shift+Left",
                                                  "PgUp", "PgDown",      "U"};

QAction* menuAction(QMenu& menu, const QString& text, const QKeySequence& keys,
                    const std::function<void()>& run) {
    QAction* action = menu.addAction(text);
    action->setShortcut(keys);
    QObject::connect(action, &QAction::triggered, &menu, run);
    return action;
}

}  // namespace

QAction* MainWindow::addPlanAction(QMenu& menu, const QString& text, const QKeySequence& keys,
                                   const std::function<void()>& run) {
    m_needs_plan.push_back(menuAction(menu, text, keys, run));
    return m_needs_plan.back();
}

void MainWindow::buildMenus() {
    buildFileMenu();
    QMenu& edit = *menuBar()->addMenu(tr("&Edit"));
    QAction* undo = m_document.undoStack().createUndoAction(this, tr("Undo"));
    undo->setShortcut(QKeySequence::Undo);
    QAction* redo = m_document.undoStack().createRedoAction(this, tr("Redo"));
    redo->setShortcut(QKeySequence::Redo);
    edit.addAction(undo);
    edit.addAction(redo);
    buildViewMenu();
    QMenu& help = *menuBar()->addMenu(tr("&Help"));
    menuAction(help, tr("First steps"), QKeySequence::HelpContents,
               [this] { showFirstSteps(this); });
    menuAction(help, tr("About Glaukophos"), {}, [this] { showAbout(this); });
}

void MainWindow::buildFileMenu() {
    QMenu& menu = *menuBar()->addMenu(tr("&File"));
    menuAction(menu, tr("&Open plan or figure …"), QKeySequence::Open, [this] { askOpen(); });
    menu.addSeparator();
    addPlanAction(menu, tr("&Save"), QKeySequence::Save, [this] { save(); });
    addPlanAction(menu, tr("Save &as …"), QKeySequence::SaveAs, [this] { saveAs(); });
    menu.addSeparator();
    for (const auto& [page, name] : {std::pair{QPageSize::A4, QStringLiteral("A4")},
                                     std::pair{QPageSize::Letter, QStringLiteral("Letter")}}) {
        addPlanAction(menu, tr("Plan sheet, %1 …").arg(name),
                      page == QPageSize::A4 ? QKeySequence(tr("Ctrl+P")) : QKeySequence(),
                      [this, page = page] { m_exports->askSheet(page); });
        addPlanAction(menu, tr("Study in greys, %1 …").arg(name), {},
                      [this, page = page] { m_exports->askStudy(page); });
        addPlanAction(menu, tr("Whole plan for the bench, %1 …").arg(name), {},
                      [this, page = page] { m_exports->askWorkSheet(page); });
    }
    menu.addSeparator();
    addPlanAction(menu, tr("Ladders as a table (CSV) …"), {}, [this] { m_exports->askLadders(); });
    addPlanAction(menu, tr("Maps of all layers (PNG) …"), {}, [this] { m_exports->askMaps(); });
    const auto addWork = [&](const QString& text, const QString& title, const QString& filter) {
        addPlanAction(menu, text, {}, [=, this] { m_exports->askWork(title, filter); });
    };
    addWork(tr("Steps as a table or JSON …"), tr("Steps"), tr("Tables (*.csv);;JSON (*.json)"));
    addWork(tr("Evenings for a calendar …"), tr("Evenings"), tr("Calendars (*.ics)"));
    addWork(tr("Mixes as a palette …"), tr("Mixes"), tr("GIMP palettes (*.gpl)"));
    menu.addSeparator();
    menuAction(menu, tr("&Quit"), QKeySequence::Quit, [this] { close(); });
}

void MainWindow::buildViewMenu() {
    QMenu& menu = *menuBar()->addMenu(tr("&View"));
    for (std::size_t i = 0; i < kOverlayCount; ++i) {
        const OverlayEntry& entry = overlays().at(i);
        addPlanAction(menu, tr("Show %1").arg(tr(entry.name).toLower()),
                      QKeySequence(q(entry.shortcut)),
                      [this, i] { m_view->setOverlay(static_cast<Overlay>(i)); });
    }
    menu.addSeparator();
    for (std::size_t i = 0; i < namedViews().size(); ++i) {
        addPlanAction(menu, tr(namedViews()[i].caption), QKeySequence(q(kViewKeys.at(i))),
                      [this, i] { m_view->setView(namedViews()[i].view); });
    }
    m_from_light = addPlanAction(menu, tr("From the chosen light"), QKeySequence(tr("L")),
                                 [this] { m_view->seeFromLight(m_document.selectedLight()); });
    menu.addSeparator();
    addPlanAction(menu, tr("Whole window for the figure"), QKeySequence(tr("F")), [this] {
        showFigureAlone(!m_figure_alone);
    })->setObjectName(QStringLiteral("figureAlone"));
    addPlanAction(menu, tr("Close to the focus"), QKeySequence(tr("C")), [this] {
        showFocus();
    })->setObjectName(QStringLiteral("closeToFocus"));
    QAction* fold = addPlanAction(menu, tr("Fold the strip at the foot"), QKeySequence(tr("K")),
                                  [this] { foldStrip(!m_strip_folded); });
    fold->setObjectName(QStringLiteral("foldStrip"));
    QAction* numbers = menuAction(menu, tr("Numbers: L*, chroma, hue and codes"), {}, [] {});
    numbers->setObjectName(QStringLiteral("showNumbers"));
    numbers->setCheckable(true);
    numbers->setChecked(showsNumbers());
    connect(numbers, &QAction::toggled, this, [this](bool on) {
        setShowsNumbers(on);
        update();
        for (QWidget* widget : findChildren<QWidget*>()) widget->update();
    });
    menu.addSeparator();
    menuAction(menu, tr("Profile of the screen (ICC) …"), {}, [this] {
        const QString file = QFileDialog::getOpenFileName(this, tr("Profile of the screen"), {},
                                                          tr("ICC profiles (*.icc *.icm)"));
        if (!file.isEmpty()) setScreenProfile(file);
    });
    menuAction(menu, tr("The screen is sRGB"), {}, [this] { setScreenProfile({}); });
    menuAction(menu, tr("Next surroundings: plaster, bench, paper"), QKeySequence(tr("Ctrl+T")),
               [this] {
                   const auto next = (static_cast<std::size_t>(currentThemeKind()) + 1) % 3;
                   setTheme(static_cast<ThemeKind>(next));
               });
    for (const auto& [kind, name] :
         {std::pair{ThemeKind::Plaster, tr("Plaster surroundings, by day")},
          std::pair{ThemeKind::Bench, tr("Bench surroundings, for evenings")},
          std::pair{ThemeKind::Paper, tr("Paper surroundings, nearest to print")}}) {
        menuAction(menu, name, {}, [this, kind = kind] { setTheme(kind); });
    }
}

}  // namespace glaukophos
