// The Values stage as its user drives it.
#include <QComboBox>
#include <QListWidget>
#include <QPushButton>

#include "app/view/band_bars.h"
#include "core/geometry/nearest_vertex.h"
#include "tests/app/window_fixture.h"

namespace glaukophos {
namespace {

class ValuesStage : public WindowTest {
  protected:
    void openValues(const char* page) {
        openScene();
        m_window->setStage(Stage::Values);
        QTest::mouseClick(child<QPushButton>(page), Qt::LeftButton);
        settle();
    }
    const ValueChoices& values() { return document().plan().values; }
    const Bands& bands() { return document().evaluated()->appearance->bands; }
};

TEST_F(ValuesStage, DraggingABorderMovesTheSharesAndIsOneUndoStep) {
    openValues("pageBands");
    auto* bars = child<BandBars>("bandBars");
    const double before = bands().whole.share(0);
    const QPoint grip = bars->borderHandle(0).toPoint();
    drag(bars, grip, grip + QPoint(24, 0));
    settle();
    ASSERT_EQ(values().bands.borders.size(), 4U);
    EXPECT_GT(values().bands.borders[0], 30.0);
    EXPECT_EQ(bands().borders, values().bands.borders);
    EXPECT_GT(bands().whole.share(0), before);
    EXPECT_EQ(document().undoStack().count(), 1);
    document().undoStack().undo();
    settle();
    EXPECT_NEAR(bands().whole.share(0), before, 1e-9);
}

TEST_F(ValuesStage, DraggingAShareMovesTheBorders) {
    openValues("pageBands");
    auto* bars = child<BandBars>("bandBars");
    const double border = bands().borders[1];
    const double share = bands().whole.share(1);
    const QPoint grip = bars->shareHandle(1).toPoint();
    drag(bars, grip, grip + QPoint(30, 0));
    settle();
    EXPECT_EQ(values().bands.by, BandsBy::Shares);
    EXPECT_GT(bands().borders[1], border);
    EXPECT_NEAR(bands().whole.share(1), share + 30.0 / (bars->width() - 12), 0.03);
}

TEST_F(ValuesStage, BandBarsWorkByKeyboard) {
    openValues("pageBands");
    auto* bars = child<BandBars>("bandBars");
    bars->setFocus();
    const double border = bands().borders[1];
    QTest::keyClick(bars, Qt::Key_Down);
    QTest::keyClick(bars, Qt::Key_Right);
    QTest::keyClick(bars, Qt::Key_Right);
    settle();
    EXPECT_NEAR(bands().borders[1], border + 2.0, 0.05);  // none is lost to older results
}

TEST_F(ValuesStage, NumberOfBandsChangesTheLadderAtTheFoot) {
    openValues("pageBands");
    child<NumberField>("bandCount")->box().setValue(7);
    settle();
    EXPECT_EQ(bands().count(), 7U);
    EXPECT_EQ(document().evaluated()->appearance->whole.size(), 7U);
    m_window->grab();  // the strip draws seven steps
    child<NumberField>("bandCount")->box().setValue(3);
    settle();
    EXPECT_EQ(bands().count(), 3U);
}

TEST_F(ValuesStage, AStyleIsTakenByOneButtonAndUndone) {
    openValues("pageTone");
    QTest::mouseClick(child<QPushButton>("style_dramatic"), Qt::LeftButton);
    settle();
    EXPECT_EQ(values().bands.by, BandsBy::Shares);
    EXPECT_NEAR(bands().whole.share(4), 0.06, 0.03);
    document().undoStack().undo();
    EXPECT_EQ(values().bands.by, BandsBy::Steps);
    settle();
}

TEST_F(ValuesStage, MarginKeepsReflectionsBelowTheSource) {
    openValues("pageTone");
    child<NumberField>("margin")->box().setValue(12);
    settle();
    EXPECT_LE(std::ranges::max(document().evaluated()->appearance->values.lightness), 83.01F);
    EXPECT_TRUE(child<QLabel>("rangeWords")->text().contains(u"83"));
}

TEST_F(ValuesStage, EdgesPageSaysHowMuchToBlend) {
    openValues("pageEdges");
    EXPECT_EQ(view().overlay(), Overlay::Borders);
    EXPECT_TRUE(child<QLabel>("edgeKind0")->text().contains(u"cm"));
    EXPECT_FALSE(document().evaluated()->marks->edges.edges.empty());
    EXPECT_FALSE(document().evaluated()->marks->lines.stretches.empty());
    QTest::mouseClick(child<QPushButton>("showLines"), Qt::LeftButton);
    EXPECT_EQ(view().overlay(), Overlay::Edges);
    child<NumberField>("edgePasses")->box().setValue(1);
    settle();
    EXPECT_EQ(document().evaluated()->marks->lines.passes.size(), 1U);
}

TEST_F(ValuesStage, EdgesAreMarkedByAClickAndEndInAColourOfTheirOwn) {
    openValues("pageEdges");
    QTest::mouseClick(child<QPushButton>("edgeLeaveOut"), Qt::LeftButton);
    ASSERT_TRUE(view().holdsTool());
    QTest::mouseClick(&view(), Qt::LeftButton, {}, pixelOfPoint({0, -6, 9}));
    ASSERT_EQ(values().edge_lines.marks.size(), 1U);
    EXPECT_EQ(values().edge_lines.marks[0].wish, EdgeWish::LeaveOut);
    EXPECT_FALSE(view().holdsTool());
    QTest::mouseClick(child<QCheckBox>("ownLastColour"), Qt::LeftButton, {}, QPoint(8, 8));
    EXPECT_TRUE(values().edge_lines.last_colour.has_value());
    EXPECT_TRUE(child<QWidget>("lastEdgeColour")->isVisible());
    QTest::mouseClick(child<QCheckBox>("cornersLast"), Qt::LeftButton, {}, QPoint(8, 8));
    EXPECT_TRUE(values().edge_lines.corners_last);
    QTest::mouseClick(child<QPushButton>("edgeForget"), Qt::LeftButton);
    EXPECT_TRUE(values().edge_lines.marks.empty());
}

TEST_F(ValuesStage, StudyListsWhatRunsTogetherInThisView) {
    openValues("pageStudy");
    EXPECT_EQ(view().overlay(), Overlay::Squint);
    child<NumberField>("leastStep")->box().setValue(25);
    settle();
    auto* list = child<QListWidget>("merges");
    ASSERT_TRUE(waitFor([&] { return list->count() > 0; }));
    QTest::mouseClick(list->viewport(), Qt::LeftButton, {},
                      list->visualItemRect(list->item(0)).center());
    EXPECT_TRUE(document().selectedPart().has_value());
    child<NumberField>("leastStep")->box().setValue(1);
    settle();
    EXPECT_TRUE(waitFor([&] { return list->count() == 0; }));
}

TEST_F(ValuesStage, StudyIsPrinted) {
    openValues("pageStudy");
    EXPECT_TRUE(m_window->exports().exportStudy(path(QStringLiteral("study.pdf")), QPageSize::A4));
    EXPECT_GT(QFileInfo(path(QStringLiteral("study.pdf"))).size(), 20'000);
    EXPECT_FALSE(
        m_window->exports().exportStudy(QStringLiteral("/proc/none/study.pdf"), QPageSize::A4));
}

TEST_F(ValuesStage, AToneAlongAThingIsTwoClicks) {
    openValues("pageAlong");
    QTest::mouseClick(child<QPushButton>("alongEnds"), Qt::LeftButton);
    EXPECT_TRUE(view().holdsTool());
    QTest::mouseClick(&view(), Qt::LeftButton, {}, pixelOfPoint({6.4F, -7, 3.5F}));
    ASSERT_TRUE(values().gradients.empty());
    QTest::mouseClick(&view(), Qt::LeftButton, {}, pixelOfPoint({6.4F, -7, 11.5F}));
    ASSERT_EQ(values().gradients.size(), 1U);
    EXPECT_FALSE(view().holdsTool());
    EXPECT_NEAR(values().gradients[0].light_mm.z(), 11.5, 0.4);
    settle();
    const auto lightnessAt = [this](const Vec3& point) {
        const Surface& surface = document().plan().figure->surface;
        return document().evaluated()->appearance->values.lightness[nearestVertex(surface, point)];
    };
    EXPECT_GT(lightnessAt({6.4F, -7, 11.8F}), lightnessAt({6.4F, -7, 3}) + 25.0F);
    auto* list = child<QListWidget>("gradients");
    ASSERT_EQ(list->count(), 1);
    EXPECT_EQ(list->item(0)->text(), QStringLiteral("Post · the whole length"));
    auto* begins = child<QComboBox>("gradientBegins");
    begins->setCurrentIndex(3);
    emit begins->activated(3);
    EXPECT_DOUBLE_EQ(values().gradients[0].begins, 0.85);
    EXPECT_EQ(list->item(0)->text(), QStringLiteral("Post · the tip"));
    settle();
    EXPECT_LT(lightnessAt({6.4F, -7, 8}), lightnessAt({6.4F, -7, 11.8F}) - 25.0F);
    QTest::mouseClick(child<QPushButton>("removeGradient"), Qt::LeftButton);
    EXPECT_TRUE(values().gradients.empty());
    settle();
}

TEST_F(ValuesStage, AStrokeMakesTheSurfaceLighterAndCanBeRemoved) {
    openValues("pageHand");
    const QPoint at = pixelOfPoint({0, -6, 6});
    const auto place = view().placeAt(at);
    ASSERT_TRUE(place);
    const std::uint32_t vertex =
        document().plan().figure->surface.mesh.triangles[place->triangle][0];
    const float before = document().evaluated()->appearance->values.lightness[vertex];
    QTest::mouseClick(child<QPushButton>("correctDarker"), Qt::LeftButton);
    EXPECT_TRUE(view().holdsTool());
    drag(&view(), at, at + QPoint(3, 3));
    settle();
    ASSERT_EQ(values().corrections.size(), 1U);
    EXPECT_EQ(values().corrections[0].bands, -1);
    EXPECT_LT(document().evaluated()->appearance->values.lightness[vertex], before - 3.0F);
    EXPECT_EQ(document().undoStack().count(), 1);  // one stroke, one step
    EXPECT_EQ(document().plan().figure->surface.labels,
              document().evaluated()->plan.figure->surface.labels);
    drag(&view(), at, at + QPoint(2, 2), Qt::ControlModifier);
    ASSERT_EQ(values().corrections.size(), 2U);
    EXPECT_EQ(values().corrections[1].bands, 1);
    auto* list = child<QListWidget>("corrections");
    EXPECT_EQ(list->count(), 2);
    list->setCurrentRow(0);
    QTest::mouseClick(child<QPushButton>("removeCorrection"), Qt::LeftButton);
    ASSERT_EQ(values().corrections.size(), 1U);
    EXPECT_EQ(values().corrections[0].bands, 1);
    // Leaving the page lays the brush down.
    QTest::mouseClick(child<QPushButton>("pageBands"), Qt::LeftButton);
    EXPECT_FALSE(view().holdsTool());
    settle();
}

TEST_F(ValuesStage, AFaceIsPlacedByAClickAndUsed) {
    openValues("pageHand");
    QTest::mouseClick(child<QPushButton>("placeFace"), Qt::LeftButton);
    QTest::keyClick(&view(), Qt::Key_Escape);  // forgets it
    QTest::mouseClick(&view(), Qt::LeftButton, {}, pixelOfPoint({0, -6, 6}));
    EXPECT_FALSE(values().face.has_value());
    QTest::mouseClick(child<QPushButton>("placeFace"), Qt::LeftButton);
    m_window->setStage(Stage::Colours);  // so does leaving the stage
    QTest::mouseClick(&view(), Qt::LeftButton, {}, pixelOfPoint({0, -6, 6}));
    EXPECT_FALSE(values().face.has_value());
    m_window->setStage(Stage::Values);
    QTest::mouseClick(child<QPushButton>("placeFace"), Qt::LeftButton);
    QTest::mouseClick(&view(), Qt::LeftButton, {}, pixelOfPoint({0, -6, 6}));
    ASSERT_TRUE(values().face.has_value());
    settle();
    EXPECT_FALSE(child<QLabel>("faceByQuarters")->pixmap().isNull());
    EXPECT_TRUE(document().evaluated()->appearance->values.as_lit.empty());
    QTest::mouseClick(child<QCheckBox>("useFace"), Qt::LeftButton, {}, {8, 8});
    settle();
    EXPECT_TRUE(values().face->used);
    EXPECT_FALSE(document().evaluated()->appearance->values.as_lit.empty());
    QTest::mouseClick(child<QPushButton>("forgetFace"), Qt::LeftButton);
    EXPECT_FALSE(values().face.has_value());
    settle();
}

TEST_F(ValuesStage, LiftIsOfTheChosenPart) {
    openValues("pageHand");
    EXPECT_FALSE(child<NumberField>("lift")->isVisible());
    document().selectPart(1);
    EXPECT_TRUE(child<NumberField>("lift")->isVisible());
    child<NumberField>("lift")->box().setValue(15);
    EXPECT_EQ(document().plan().parts[1].lift, 15.0);
    EXPECT_EQ(document().plan().parts[0].lift, 0.0);
    settle();
}

TEST_F(ValuesStage, EveryOverlayHasItsKey) {
    openValues("pageBands");
    view().setFocus();
    for (const auto& [key, overlay] : {std::pair{Qt::Key_E, Overlay::Borders},
                                       {Qt::Key_I, Overlay::Edges},
                                       {Qt::Key_Q, Overlay::Squint},
                                       {Qt::Key_V, Overlay::Values},
                                       {Qt::Key_N, Overlay::Bands}}) {
        QTest::keyClick(&view(), key);
        EXPECT_EQ(view().overlay(), overlay);
    }
    settle();
}

}  // namespace
}  // namespace glaukophos
