// Lights kept aside and looked at beside each other, driven as a painter would.
#include <QMenu>

#include "app/view/side_by_side.h"
#include "tests/app/window_fixture.h"

namespace glaukophos {
namespace {

class Compare : public WindowTest {
  protected:
    void click(const char* name) { QTest::mouseClick(child<QPushButton>(name), Qt::LeftButton); }
    // With the moon moved after the lights were kept aside.
    void keepAndMove() {
        openScene();
        settle();
        m_window->setStage(Stage::Lights);
        click("pageCompare");
        EXPECT_FALSE(m_window->sideBySide().isVisible());
        click("keepVariant");
        document().editLight(1, QStringLiteral("Move"), [](Light& light) {
            std::get<FarLight>(light.kind).direction = {6.0, 20.0};
        });
    }
    void waitForAll() {
        ASSERT_TRUE(waitFor([this] { return m_window->sideBySide().isFinished(); }));
    }
    QImage shown(const char* name) {
        return static_cast<ComparedPicture*>(child<QWidget>(name))->picture();
    }
};

TEST_F(Compare, BothAreShownLiveWithWhatDiffers) {
    keepAndMove();
    EXPECT_TRUE(m_window->sideBySide().isVisible());
    EXPECT_FALSE(view().isVisible());
    waitForAll();
    EXPECT_NE(shown("compared0"), shown("compared1"));
    EXPECT_EQ(child<QLabel>("comparedName1")->text(), QStringLiteral("Lights 1"));
    EXPECT_TRUE(child<QLabel>("comparedDifference1")->text().contains(u"instead of 6:00, 20°"));
    EXPECT_TRUE(child<QLabel>("comparedFigures0")->text().contains(u"paints"));
    const QImage before = shown("compared0");
    const QImage other = shown("compared1");
    document().editLight(1, QStringLiteral("Move"), [](Light& light) {
        std::get<FarLight>(light.kind).direction = {9.0, 30.0};
    });
    waitForAll();
    EXPECT_NE(shown("compared0"), before);
    EXPECT_EQ(shown("compared1"), other);
}

TEST_F(Compare, ADragTurnsAllAndTheLargeFigureToo) {
    keepAndMove();
    waitForAll();
    const double hour = view().view().hour;
    const QImage before = shown("compared1");
    drag(child<QWidget>("compared0"), {80, 200}, {140, 200});
    EXPECT_GT(std::abs(view().view().hour - hour), 0.5);
    waitForAll();
    EXPECT_NE(shown("compared1"), before);
}

TEST_F(Compare, TakenLightsChangePlacesWithThoseInUse) {
    keepAndMove();
    const Plan before = document().plan();
    click("takeCompared1");
    EXPECT_EQ(document().plan().lights, before.variants[0].lights);
    EXPECT_EQ(document().plan().variants[0].lights, before.lights);
    document().undoStack().undo();
    EXPECT_EQ(document().plan().lights, before.lights);
    QMenu* menu = child<QPushButton>("takeLight1")->menu();
    menu->actions().at(1)->trigger();
    EXPECT_EQ(document().plan().lights[1], before.variants[0].lights[1]);
}

TEST_F(Compare, FourAreTheMostAndAfterTheLastTheFigureIsBack) {
    keepAndMove();
    click("keepVariant");
    click("keepVariant");
    EXPECT_FALSE(child<QPushButton>("keepVariant")->isEnabled());
    EXPECT_TRUE(child<QLabel>("variantState")->text().contains(u"drop one"));
    auto* name = child<QLineEdit>("variantName2");
    name->setText(QStringLiteral("Dawn"));
    QTest::keyClick(name, Qt::Key_Return);
    EXPECT_EQ(document().plan().variants[1].name, "Dawn");
    for (int i = 0; i < 3; ++i) click("dropVariant1");
    EXPECT_TRUE(document().plan().variants.empty());
    EXPECT_TRUE(view().isVisible());
}

}  // namespace
}  // namespace glaukophos
