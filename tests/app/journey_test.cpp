// A figure from outside, from its file to paper: once by keyboard alone, once by mouse alone.
#include <QDialogButtonBox>
#include <QDir>
#include <QFileDialog>
#include <QListView>
#include <QListWidget>
#include <QMenu>
#include <QMenuBar>
#include <QProcess>
#include <QScrollArea>
#include <QTimer>

#include "tests/app/window_fixture.h"

namespace glaukophos {
namespace {

constexpr const char* kFigure = "stranger.stl";
constexpr int kTwoMinutes_ms = 120'000;

class JourneyTest : public WindowTest {
  protected:
    void SetUp() override {
        WindowTest::SetUp();
        m_before = QDir::currentPath();
        QDir::setCurrent(m_folder.path());
        ASSERT_TRUE(
            QFile::copy(QStringLiteral(GLAUKOPHOS_SOURCE "/tests/data/glass-maker-fused.stl"),
                        path(q(kFigure))));
    }
    void TearDown() override {
        QDir::setCurrent(m_before);
        WindowTest::TearDown();
    }
    static QString q(const char* text) { return QString::fromLatin1(text); }

    // Runs `act` on the dialog of this type that opens next, however long that takes.
    template <class Dialog, class Act>
    void whenOpen(Act act) {
        QTimer::singleShot(20, m_window.get(), [this, act] {
            auto* dialog = qobject_cast<Dialog*>(QApplication::activeModalWidget());
            if (dialog == nullptr || !dialog->isVisible()) return whenOpen<Dialog>(act);
            dialog->activateWindow();  // there is no window manager to do it
            const bool taken = waitFor(
                [&] {
                    const QWidget* focus = QApplication::focusWidget();
                    return focus != nullptr && focus->window() == dialog;
                },
                5'000);
            EXPECT_TRUE(taken) << "focus stays outside " << dialog->metaObject()->className();
            if (taken) act(*dialog);
            if (HasFailure()) dialog->reject();
        });
    }
    void waitForFigure() {
        ASSERT_TRUE(waitFor([this] { return document().isOpen(); }, kTwoMinutes_ms));
        ASSERT_TRUE(waitFor([this] { return !view().picture().isNull(); }, kTwoMinutes_ms));
        activate();
    }
    void activate() {
        m_window->activateWindow();
        ASSERT_TRUE(QTest::qWaitForWindowActive(m_window.get()));
    }
    void waitForParts(std::size_t least) {
        ASSERT_TRUE(
            waitFor([&] { return document().plan().parts.size() >= least; }, kTwoMinutes_ms));
    }
    void waitForSteps() {
        ASSERT_TRUE(waitFor(
            [this] {
                const EvaluatedPtr& evaluated = document().evaluated();
                return evaluated != nullptr && evaluated->complete && evaluated->desk != nullptr &&
                       evaluated->plan.lights == document().plan().lights;
            },
            kTwoMinutes_ms));
        EXPECT_GT(document().evaluated()->desk->work.steps.size(), 10U);
    }
    // How many pages were printed.
    static int pagesOf(const QString& file) {
        QProcess info;
        info.start(QStringLiteral("pdfinfo"), {file});
        if (!info.waitForFinished()) return 0;
        const QString facts = QString::fromUtf8(info.readAllStandardOutput());
        return facts.section(QStringLiteral("Pages:"), 1).section(u'\n', 0, 0).trimmed().toInt();
    }

    QString m_before;
};

// Keys go where the focus is.
class ByKeyboard : public JourneyTest {
  protected:
    static void key(Qt::Key key, Qt::KeyboardModifiers modifiers = Qt::NoModifier) {
        QWidget* taker = QApplication::focusWidget();
        QTest::keyClick(taker != nullptr ? taker : QApplication::activeWindow(), key, modifiers);
    }
    static void type(const QString& text) { QTest::keyClicks(QApplication::focusWidget(), text); }
    // Goes on by `step` until the focus is on what is wanted.
    static void go(Qt::Key step, const QString& wanted) {
        for (int i = 0; i < 300; ++i) {
            const QWidget* now = QApplication::focusWidget();
            if (now != nullptr && now->objectName().startsWith(wanted)) return;
            key(step);
        }
        FAIL() << "no key reaches " << wanted.toStdString();
    }
    static void tabTo(const QString& name) { go(Qt::Key_Tab, name); }
    // Tab stops once at the pages; arrows go from one to the next.
    static void turnTo(const QString& page) {
        tabTo(QStringLiteral("page"));
        go(Qt::Key_Right, page);
        QTest::qWait(20);
    }
    static void press(const char* name) {
        tabTo(q(name));
        key(Qt::Key_Space);
        QTest::qWait(20);
    }
};

TEST_F(ByKeyboard, FromFileToPaper) {
    whenOpen<QFileDialog>([this](QFileDialog&) {
        type(path(q(kFigure)));
        key(Qt::Key_Return);
    });
    key(Qt::Key_O, Qt::ControlModifier);
    waitForFigure();

    key(Qt::Key_1, Qt::ControlModifier);
    ASSERT_TRUE(waitFor([this] { return m_window->figurePanel().isVisible(); }));
    turnTo(QStringLiteral("pageParts"));
    press("divide");
    waitForParts(4);

    key(Qt::Key_2, Qt::ControlModifier);
    ASSERT_TRUE(waitFor([this] { return m_window->lightsPanel().isVisible(); }));
    turnTo(QStringLiteral("pageReady"));
    press("ready_moon-and-lamp");
    ASSERT_GE(document().plan().lights.size(), 2U);
    key(Qt::Key_5, Qt::ControlModifier);
    waitForSteps();

    whenOpen<ExportsPage>([this](ExportsPage&) {
        tabTo(QStringLiteral("outputs"));
        key(Qt::Key_Home);
        whenOpen<QFileDialog>([this](QFileDialog&) {
            key(Qt::Key_A, Qt::ControlModifier);
            type(path(QStringLiteral("paper.pdf")));
            key(Qt::Key_Return);
        });
        press("writeOutput");
    });
    key(Qt::Key_P, Qt::ControlModifier);
    EXPECT_GE(pagesOf(path(QStringLiteral("paper.pdf"))), 1);
}

// What is to be clicked is scrolled to first.
class ByMouse : public JourneyTest {
  protected:
    static void click(QWidget* widget) {
        ASSERT_NE(widget, nullptr);
        for (QWidget* around = widget->parentWidget(); around != nullptr;
             around = around->parentWidget()) {
            if (auto* scroll = qobject_cast<QScrollArea*>(around)) {
                scroll->ensureWidgetVisible(widget);
            }
        }
        ASSERT_TRUE(widget->isVisible()) << widget->objectName().toStdString();
        QTest::mouseClick(widget, Qt::LeftButton);
        QTest::qWait(20);
    }
    void press(const char* name) { click(child<QAbstractButton>(name)); }
    static void pick(QAbstractItemView& list, const QString& text, bool twice) {
        const QAbstractItemModel& model = *list.model();
        for (int row = 0; row < model.rowCount(list.rootIndex()); ++row) {
            const QModelIndex index = model.index(row, 0, list.rootIndex());
            if (index.data().toString() != text) continue;
            list.scrollTo(index);
            const QPoint at = list.visualRect(index).center();
            QTest::mouseClick(list.viewport(), Qt::LeftButton, {}, at);
            if (twice) QTest::mouseDClick(list.viewport(), Qt::LeftButton, {}, at);
            return;
        }
        FAIL() << text.toStdString() << " is not in the list";
    }
    // Opens a menu of the bar and clicks the entry of this name in it.
    void pickInMenu(const QString& menu, const char* entry) {
        for (QAction* title : m_window->menuBar()->actions()) {
            if (title->text() != menu) continue;
            QTest::mouseClick(m_window->menuBar(), Qt::LeftButton, {},
                              m_window->menuBar()->actionGeometry(title).center());
            const QRect place = title->menu()->actionGeometry(child<QAction>(entry));
            QTest::mouseClick(title->menu(), Qt::LeftButton, {}, place.center());
            return;
        }
        FAIL() << menu.toStdString();
    }
};

TEST_F(ByMouse, FromFileToPaper) {
    whenOpen<QFileDialog>([](QFileDialog& dialog) {
        auto* list = dialog.findChild<QListView*>(QStringLiteral("listView"));
        ASSERT_TRUE(waitFor([&] {  // the folder is read in the background
            const QAbstractItemModel& model = *list->model();
            return !model.match(model.index(0, 0, list->rootIndex()), Qt::DisplayRole, q(kFigure))
                        .isEmpty();
        }));
        pick(*list, q(kFigure), true);
    });
    press("startOpen");
    waitForFigure();

    press("stage1");
    press("pageParts");
    press("divide");
    waitForParts(4);

    press("stage2");
    press("pageReady");
    press("ready_moon-and-lamp");
    ASSERT_GE(document().plan().lights.size(), 2U);
    press("stage5");
    waitForSteps();

    whenOpen<ExportsPage>([this](ExportsPage& page) {
        pick(*page.findChild<QListWidget*>(QStringLiteral("outputs")), QStringLiteral("Plan sheet"),
             false);
        whenOpen<QFileDialog>([](QFileDialog& dialog) {  // with the name it proposes
            auto* buttons = dialog.findChild<QDialogButtonBox*>(QStringLiteral("buttonBox"));
            click(buttons->button(QDialogButtonBox::Save));
        });
        click(page.findChild<QAbstractButton*>(QStringLiteral("writeOutput")));
    });
    pickInMenu(QStringLiteral("&File"), "printAndWrite");
    const QStringList written = QDir(m_folder.path()).entryList({QStringLiteral("*.pdf")});
    ASSERT_EQ(written.size(), 1);
    EXPECT_GE(pagesOf(path(written.front())), 1);
}

}  // namespace
}  // namespace glaukophos
