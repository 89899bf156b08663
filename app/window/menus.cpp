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
    addPlanAction(help, tr("Walk through the stages"), QKeySequence(tr("Shift+F1")), [this] {
        m_walk->begin();
    })->setObjectName(QStringLiteral("walkThrough"));
    menuAction(help, tr("About Glaukophos"), {}, [this] { showAbout(this); });
}

void MainWindow::buildFileMenu() {
    QMenu& menu = *menuBar()->addMenu(tr("&File"));
    menuAction(menu, tr("&Open plan or figure …"), QKeySequence::Open, [this] { askOpen(); });
    QMenu& recent = *menu.addMenu(tr("&Last plans"));
    recent.setObjectName(QStringLiteral("lastPlans"));
    recent.setToolTipsVisible(true);
    connect(&recent, &QMenu::aboutToShow, this, [this, &recent] { fillRecentMenu(recent); });
    menu.addSeparator();
    addPlanAction(menu, tr("&Save"), QKeySequence::Save, [this] { save(); });
    addPlanAction(menu, tr("Save &as …"), QKeySequence::SaveAs, [this] { saveAs(); });
    menu.addSeparator();
    addPlanAction(menu, tr("P&hotographs of the figure …"), {}, [this] {
        askPhotographs();
    })->setObjectName(QStringLiteral("addPhotographs"));
    menu.addSeparator();
    addPlanAction(menu, tr("&Print and write …"), QKeySequence::Print, [this] {
        openExports();
    })->setObjectName(QStringLiteral("printAndWrite"));
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
    addPlanAction(menu, tr("Close to the focus"), QKeySequence(tr("Z")), [this] {
        showFocus();
    })->setObjectName(QStringLiteral("closeToFocus"));
    QAction* fold = addPlanAction(menu, tr("Fold the strip at the foot"), QKeySequence(tr("K")),
                                  [this] { foldStrip(!m_strip_folded); });
    fold->setObjectName(QStringLiteral("foldStrip"));
    addPlanAction(menu, tr("Panel beside the figure"), QKeySequence(tr("Shift+H")), [this] {
        showPanel(m_side->width() == 0 || !m_side->isVisible());
    })->setObjectName(QStringLiteral("showPanel"));
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
