// Drawn lines as their user makes them: clicked, carried, grown otherwise, removed.
#include <QListWidget>
#include <QPushButton>

#include "tests/app/window_fixture.h"

namespace glaukophos {
namespace {

class LinesPageTest : public WindowTest {
  protected:
    void openPage() {
        openScene();
        m_window->setStage(Stage::Colours);
        QTest::mouseClick(child<QPushButton>("pageLines"), Qt::LeftButton);
        settle();
    }
    void click(const char* name) { QTest::mouseClick(child<QPushButton>(name), Qt::LeftButton); }
    void clickFigure(const Vec3& point) {
        QTest::mouseClick(&view(), Qt::LeftButton, Qt::NoModifier, pixelOfPoint(point));
    }
    const std::vector<DrawnLine>& lines() { return document().plan().lines; }
};

TEST_F(LinesPageTest, ABoltIsTwoClicksAndShowsOnTheFigure) {
    openPage();
    const QImage without = view().picture();
    click("line_bolt");
    clickFigure({-2, -5, 11});
    EXPECT_TRUE(lines().empty()) << "its end is still to come";
    clickFigure({2, -5, 8});
    ASSERT_EQ(lines().size(), 1U);
    EXPECT_EQ(lines()[0].kind, LineKind::Bolt);
    EXPECT_EQ(lines()[0].anchors_mm.size(), 2U);
    settle();
    ASSERT_TRUE(waitFor([&] { return view().picture() != without; }));
    EXPECT_TRUE(waitFor([&] {
        return child<QLabel>("linesResult")->text().contains(QStringLiteral("cm to draw"));
    }));
    const std::uint32_t seed = lines()[0].seed;
    click("lineAnother");
    EXPECT_NE(lines()[0].seed, seed);
    child<NumberField>("lineForks")->box().setValue(2);
    EXPECT_EQ(lines()[0].forks, 2);
    document().undoStack().undo();
    EXPECT_NE(lines()[0].forks, 2);
}

TEST_F(LinesPageTest, EyesAreFourClicksAndShareOneGaze) {
    openPage();
    click("line_eyes");
    for (const Vec3& corner :
         {Vec3(-2, -5, 9), Vec3(-1, -5.7F, 9), Vec3(1, -5.7F, 9), Vec3(2, -5, 9)}) {
        clickFigure(corner);
    }
    ASSERT_EQ(lines().size(), 1U);
    EXPECT_EQ(lines()[0].kind, LineKind::Eyes);
    EXPECT_EQ(lines()[0].anchors_mm.size(), 4U);
    EXPECT_FALSE(child<NumberField>("lineWidth")->isVisible());  // it follows from the corners
    child<NumberField>("eyeGaze")->box().setValue(-0.5);
    EXPECT_EQ(lines()[0].gaze, -0.5);
    settle();
    EXPECT_TRUE(waitFor([&] {
        return child<QLabel>("linesResult")->text().contains(QStringLiteral("off-white"));
    }));
    // A fifth click chooses a part again: both eyes have their corners.
    clickFigure({0, -6, 6});
    EXPECT_EQ(lines()[0].anchors_mm.size(), 4U);
}

TEST_F(LinesPageTest, ItsPlacesAreCarriedAlongTheSurfaceInOneUndoStep) {
    openPage();
    click("line_bolt");
    clickFigure({-2, -5, 11});
    clickFigure({2, -5, 8});
    settle();
    const Vec3 before = lines().at(0).anchors_mm[1];
    const int steps = document().undoStack().count();
    drag(&view(), pixelOfPoint(before), pixelOfPoint({0, -6, 7}));
    EXPECT_GT((lines()[0].anchors_mm[1] - before).norm(), 0.8F);
    EXPECT_EQ(document().undoStack().count(), steps + 1);
    document().undoStack().undo();
    EXPECT_EQ(lines()[0].anchors_mm[1], before);
}

TEST_F(LinesPageTest, ALineIsDrawnFromClickToClickAndCutAgain) {
    openPage();
    click("line_drawn");
    clickFigure({-2, -5, 11});
    clickFigure({0, -6, 10});
    clickFigure({2, -5, 11});
    QTest::keyClick(&view(), Qt::Key_Escape);
    ASSERT_EQ(lines().size(), 1U);
    EXPECT_EQ(lines()[0].anchors_mm.size(), 3U);
    click("lineCut");
    EXPECT_EQ(lines()[0].anchors_mm.size(), 2U);
    EXPECT_FALSE(child<QPushButton>("lineAnother")->isEnabled());
    click("lineRemove");
    EXPECT_TRUE(lines().empty());
    document().undoStack().undo();
    EXPECT_EQ(lines().size(), 1U);
}

}  // namespace
}  // namespace glaukophos
