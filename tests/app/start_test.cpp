// The first minute with the program: ways to begin, last plans, the walk, and what leaves it.
#include <QComboBox>
#include <QFileDialog>
#include <QListWidget>
#include <QMenu>
#include <QPlainTextEdit>
#include <QSettings>
#include <QTimer>

#include "app/widgets/picture_card.h"
#include "tests/app/window_fixture.h"

namespace glaukophos {
namespace {

class StartTest : public WindowTest {
  protected:
    void click(const char* name) {
        QTest::mouseClick(child<QAbstractButton>(name), Qt::LeftButton);
    }
    // Runs `act` once a dialog is open.
    template <class Act>
    void whenOpen(Act act) {
        QTimer::singleShot(0, m_window.get(), [this, act] {
            auto* dialog = m_window->findChild<ExportsPage*>();
            ASSERT_NE(dialog, nullptr);
            act(*dialog);
            dialog->reject();
        });
    }
};

TEST_F(StartTest, WithoutAPlanThereAreOnlyWaysToBegin) {
    EXPECT_TRUE(child<QWidget>("startPage")->isVisible());
    EXPECT_FALSE(child<QWidget>("panel")->isVisible());
    EXPECT_FALSE(child<QWidget>("rail")->isVisible());
    EXPECT_TRUE(child<QWidget>("startOpen")->isVisible());
    openScene();
    EXPECT_FALSE(child<QWidget>("startPage")->isVisible());
    EXPECT_TRUE(child<QWidget>("panel")->isVisible());
}

TEST_F(StartTest, AnExampleOpensAsACopyWithTheWalkBesideIt) {
    click("startExample2");
    ASSERT_TRUE(waitFor([this] { return document().isOpen(); }));
    EXPECT_TRUE(document().path().isEmpty());
    EXPECT_FALSE(document().plan().title.empty());
    Walk& walk = m_window->walk();
    EXPECT_TRUE(walk.isVisible());
    for (std::size_t place = 0; place + 1 < Walk::length(); ++place) {
        EXPECT_EQ(walk.place(), place);
        click("walkOn");
    }
    EXPECT_TRUE(m_window->stepsPanel().isVisible());
    EXPECT_EQ(m_window->stepsPanel().page(), StepsPanel::Page::Findings);
    click("walkBack");
    EXPECT_EQ(m_window->stepsPanel().page(), StepsPanel::Page::Order);
    click("walkLeave");
    EXPECT_FALSE(walk.isVisible());
    child<QAction>("walkThrough")->trigger();
    EXPECT_TRUE(walk.isVisible());
    EXPECT_TRUE(m_window->figurePanel().isVisible());
}

TEST_F(StartTest, ASavedPlanIsFoundAgainWithItsPicture) {
    openScene();
    settle();
    const QString file = path(QStringLiteral("kept.glauk"));
    ASSERT_TRUE(m_window->saveTo(file));
    document().undoStack().setClean();
    m_window->close();
    m_window = std::make_unique<MainWindow>(path(QStringLiteral("recovery")));
    m_window->show();
    m_window->activateWindow();
    ASSERT_TRUE(QTest::qWaitForWindowActive(m_window.get()));
    auto* card = child<PictureCard>("recent1");
    ASSERT_NE(card, nullptr);
    EXPECT_EQ(card->toolTip(), file);
    EXPECT_TRUE(card->hasPicture());
    auto* menu = child<QMenu>("lastPlans");
    emit menu->aboutToShow();
    ASSERT_EQ(menu->actions().size(), 1);
    EXPECT_EQ(menu->actions()[0]->text(), card->title());
    click("recent1");
    ASSERT_TRUE(waitFor([this] { return document().isOpen(); }));
    EXPECT_EQ(document().path(), file);
    // A plan that is gone is not offered.
    QFile::remove(file);
    emit menu->aboutToShow();
    EXPECT_FALSE(menu->actions()[0]->isEnabled());
}

TEST_F(StartTest, AllThatLeavesTheProgramHasAPreview) {
    openScene();
    ASSERT_TRUE(waitFor([this] {
        return document().evaluated()->desk != nullptr && document().evaluated()->complete;
    }));
    whenOpen([this](ExportsPage& page) {
        auto* list = page.findChild<QListWidget*>(QStringLiteral("outputs"));
        auto* drawn = page.findChild<QLabel*>(QStringLiteral("outputPage"));
        auto* lines = page.findChild<QPlainTextEdit*>(QStringLiteral("outputLines"));
        for (std::size_t i = 0; i < kOutputCount; ++i) {
            list->setCurrentRow(static_cast<int>(i));
            const bool is_text = lines->isVisibleTo(&page);
            EXPECT_TRUE(waitFor([&] {
                return is_text ? !lines->toPlainText().isEmpty() : !drawn->pixmap().isNull();
            })) << entryOf(static_cast<Output>(i)).name;
        }
    });
    child<QAction>("printAndWrite")->trigger();
}

TEST_F(StartTest, TheSizeOfPaperIsAskedOnce) {
    openScene();
    settle();
    whenOpen([](ExportsPage& page) {
        auto* paper = page.findChild<QComboBox*>(QStringLiteral("paperSize"));
        paper->setCurrentIndex(1);
        EXPECT_EQ(page.paper(), QPageSize::Letter);
    });
    child<QAction>("printAndWrite")->trigger();
    whenOpen([](ExportsPage& page) {
        EXPECT_EQ(page.paper(), QPageSize::Letter);
        auto* drawn = page.findChild<QLabel*>(QStringLiteral("outputPage"));
        EXPECT_TRUE(waitFor([&] { return !drawn->pixmap().isNull(); }));
        // Letter is 8.5 by 11 inches (ANSI Y14.1).
        EXPECT_NEAR(double(drawn->pixmap().height()) / drawn->pixmap().width(), 11.0 / 8.5, 0.01);
        page.findChild<QComboBox*>(QStringLiteral("paperSize"))->setCurrentIndex(0);
    });
    child<QAction>("printAndWrite")->trigger();
    QSettings().remove(QStringLiteral("paper"));
}

}  // namespace
}  // namespace glaukophos
