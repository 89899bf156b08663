// The figure stage as its user drives it: standing, parts, brush, material.
#include <QCheckBox>
#include <QComboBox>
#include <QListWidget>
#include <QPushButton>
#include <QSettings>

#include "tests/app/window_fixture.h"

namespace glaukophos {
namespace {

using namespace shapes;

class FigureStage : public WindowTest {
  protected:
    void openStage() {
        openScene();
        m_window->setStage(Stage::Figure);
        settle();
    }
    void click(const char* name) { QTest::mouseClick(child<QPushButton>(name), Qt::LeftButton); }
    // Waits until creases are known.
    void waitForCreases() {
        auto& divider = m_window->figurePanel().partsPage().divider();
        bool ready = false;
        divider.with([&](const DivisionGuide&) { ready = true; });
        ASSERT_TRUE(waitFor([&] { return ready; }));
    }
    double areaOf(PartIndex part) {
        return document().plan().figure->surface.part_areas_mm2.at(part);
    }
    PartIndex partNamed(const std::string& name) {
        const auto& parts = document().plan().parts;
        const auto found = std::ranges::find(parts, name, &Part::name);
        EXPECT_NE(found, parts.end()) << name;
        return static_cast<PartIndex>(found - parts.begin());
    }
    QListWidget& list() { return *child<QListWidget>("partList"); }
};

TEST_F(FigureStage, ShowsThePartsInTintsOfTheirOwn) {
    openStage();
    EXPECT_EQ(view().overlay(), Overlay::Parts);
    const QColor ball = view().picture().pixelColor(pixelOfPoint({0, -6, 9}));
    const QColor post = view().picture().pixelColor(pixelOfPoint({6.5F, -7, 9}));
    EXPECT_GT(std::abs(ball.hue() - post.hue()), 20);
    EXPECT_EQ(list().count(), 3);
}

TEST_F(FigureStage, AStrokeMovesSurfaceToTheChosenPartAndIsOneUndoStep) {
    openStage();
    click("newPart");
    ASSERT_EQ(document().plan().parts.size(), 4U);
    EXPECT_EQ(document().selectedPart(), PartIndex{3});
    waitForCreases();
    const int before = document().undoStack().count();
    const double ball = areaOf(partNamed("ball"));
    child<NumberField>("brushRadius")->box().setValue(2.0);
    drag(&view(), pixelOfPoint({-2, -5, 10}), pixelOfPoint({2, -5, 10}));
    EXPECT_EQ(document().undoStack().count(), before + 1);
    // A band some 4 mm long and 4 wide with round ends.
    EXPECT_GT(areaOf(3), 15.0);
    EXPECT_LT(areaOf(3), 50.0);
    EXPECT_NEAR(areaOf(3) + areaOf(partNamed("ball")), ball, 0.01);
    document().undoStack().undo();
    EXPECT_EQ(areaOf(3), 0.0);
    document().undoStack().redo();
    EXPECT_GT(areaOf(3), 15.0);
    // Appearance follow the new division.
    EXPECT_TRUE(waitFor([&] {
        return document().evaluated() != nullptr &&
               document().evaluated()->plan.figure == document().plan().figure;
    }));
    EXPECT_GT(document().evaluated()->appearance->bands.parts[3].area_mm2(), 10.0);
}

TEST_F(FigureStage, CtrlTakesAwayAndLockedPartsStay) {
    openStage();
    click("newPart");
    waitForCreases();
    child<NumberField>("brushRadius")->box().setValue(2.0);
    drag(&view(), pixelOfPoint({-2, -5, 10}), pixelOfPoint({2, -5, 10}));
    const double painted = areaOf(3);
    drag(&view(), pixelOfPoint({0, -6, 10}), pixelOfPoint({1, -6, 10}), Qt::ControlModifier);
    EXPECT_LT(areaOf(3), painted - 5.0);
    list().setCurrentRow(partNamed("ball"));
    click("lockPart");
    EXPECT_TRUE(document().plan().parts[partNamed("ball")].locked);
    list().setCurrentRow(3);
    const double kept = areaOf(3);
    drag(&view(), pixelOfPoint({-2, -5, 7}), pixelOfPoint({2, -5, 7}));
    EXPECT_EQ(areaOf(3), kept);
}

TEST_F(FigureStage, ADragBesideTheFigureTurnsItWhateverTheTool) {
    openStage();
    click("newPart");
    waitForCreases();
    const double hour = view().view().hour;
    drag(&view(), {20, view().height() - 20}, {160, view().height() - 20});
    EXPECT_NE(view().view().hour, hour);
    EXPECT_EQ(areaOf(3), 0.0);
}

TEST_F(FigureStage, JoiningChosenPartsLeavesOne) {
    openStage();
    list().item(0)->setSelected(true);
    list().item(2)->setSelected(true);
    const double sum = areaOf(0) + areaOf(2);
    click("joinParts");
    ASSERT_EQ(document().plan().parts.size(), 2U);
    EXPECT_NEAR(areaOf(0), sum, 1e-6);
    document().undoStack().undo();
    EXPECT_EQ(document().plan().parts.size(), 3U);
    EXPECT_EQ(list().count(), 3);
}

TEST_F(FigureStage, DividingTheWholeFigureFollowsTheSlider) {
    openStage();
    child<QSlider>("groupCount")->setValue(5);
    click("divide");
    ASSERT_TRUE(waitFor([&] { return document().plan().parts.size() == 5; }));
    document().selectPart(0);
    click("splitPart");
    EXPECT_EQ(document().plan().parts.size(), 6U);
    document().undoStack().undo();
    document().undoStack().undo();
    EXPECT_EQ(document().plan().parts[0].name, "plinth");
}

TEST_F(FigureStage, HiddenPartsAreLookedThroughAndCannotBeClicked) {
    openStage();
    const QPoint on_ball = pixelOfPoint({0, -6, 9});
    document().selectPart(partNamed("ball"));
    click("hidePart");
    settle();
    QTest::mouseClick(&view(), Qt::LeftButton, {}, on_ball);
    EXPECT_NE(document().selectedPart(), partNamed("ball"));
    document().selectPart(partNamed("post"));
    click("onlyPart");  // something is hidden: show all again
    EXPECT_TRUE(std::ranges::none_of(document().plan().parts, &Part::hidden));
    click("onlyPart");
    EXPECT_EQ(std::ranges::count(document().plan().parts, true, &Part::hidden), 2);
}

TEST_F(FigureStage, ACopyStandsBesideTheFirstOne) {
    openStage();
    click("pageScene");
    const std::size_t before = document().plan().parts.size();
    const float width = document().plan().figure->bounds().size().x();
    child<QComboBox>("single")->setCurrentIndex(1);  // the plinth
    click("standCopy");
    ASSERT_TRUE(waitFor([&] { return document().plan().parts.size() == 2 * before - 1; }));
    EXPECT_EQ(document().plan().parts.back().name, "post 2");
    EXPECT_GT(document().plan().figure->bounds().size().x(), width + 20.0F);
    settle();
    // It stands: turned and moved from there, then taken away.
    const float wide = document().plan().figure->bounds().size().x();
    child<QComboBox>("which")->setCurrentIndex(1);
    emit child<QComboBox>("which")->activated(1);
    EXPECT_FALSE(child<QPushButton>("standCopy")->isVisible());
    child<NumberField>("besideLeft")->setValue(10.0);
    click("moveFigure");
    ASSERT_TRUE(waitFor([&] {
        return std::abs(document().plan().figure->bounds().size().x() - wide - 10.0F) < 0.1F;
    }));
    settle();
    click("takeFigureAway");
    ASSERT_TRUE(waitFor([&] { return document().plan().parts.size() == before; }));
    EXPECT_NEAR(document().plan().figure->bounds().size().x(), width, 0.1F);
    EXPECT_TRUE(child<QPushButton>("standCopy")->isVisible());
    settle();
    document().undoStack().undo();
    document().undoStack().undo();
    document().undoStack().undo();
    EXPECT_EQ(document().plan().parts.size(), before);
    settle();
    // The same from a file; what is no figure is refused in one line.
    const QString other = writeStl(QStringLiteral("bollard.stl"), box({-2, -2, 0}, {2, 2, 7}));
    m_window->standBeside({other}, {12.0, -20.0, 0.0});
    ASSERT_TRUE(waitFor([&] { return document().plan().parts.size() == before + 1; }));
    EXPECT_EQ(document().plan().parts.back().name, "bollard");
    settle();
    m_window->standBeside({path(QStringLiteral("none.stl"))}, {});
    ASSERT_TRUE(waitFor([&] { return !m_window->banner().text().isEmpty(); }));
    EXPECT_EQ(document().plan().parts.size(), before + 1);
}

TEST_F(FigureStage, AVolumeIsStrokedOnForTheLightListedAndRemoved) {
    openStage();
    click("pageVolume");
    EXPECT_EQ(view().overlay(), Overlay::Values);
    const auto before = document().evaluated()->appearance->values.light;
    click("volumeRaise");
    const QPoint at = pixelOfPoint({0, -6, 9});
    drag(&view(), at, at + QPoint(12, 0));
    ASSERT_EQ(document().plan().volumes.size(), 1U);
    EXPECT_EQ(document().undoStack().count(), 1);
    settle();
    EXPECT_NE(document().evaluated()->appearance->values.light, before);
    auto* rows = child<QListWidget>("volumes");
    ASSERT_EQ(rows->count(), 1);
    EXPECT_EQ(rows->item(0)->text().toStdString(), "Ball · Raised by 0.30 mm, brush of 3.0 mm");
    click("volumeHollow");
    drag(&view(), at, at + QPoint(0, 10), Qt::ControlModifier);  // the other way
    ASSERT_EQ(document().plan().volumes.size(), 2U);
    EXPECT_GT(document().plan().volumes[1].height_mm, 0.0);
    click("volumeHold");
    rows->setCurrentRow(1);
    rows->setCurrentRow(0);
    ASSERT_TRUE(view().markedPlace());
    EXPECT_LT((*view().markedPlace() - document().plan().volumes[0].points_mm[0]).norm(), 3.0F);
    click("removeVolume");
    click("removeVolume");
    EXPECT_TRUE(document().plan().volumes.empty());
    settle();
    EXPECT_EQ(document().evaluated()->appearance->values.light, before);
}

TEST_F(FigureStage, TypedHeightScalesTheFigureOnceAndUndoBringsItBack) {
    openStage();
    click("pageStanding");
    const float before = document().plan().figure->bounds().size().z();
    auto* height = child<NumberField>("figureHeight");
    EXPECT_NEAR(height->value(), before, 0.06);
    height->box().setValue(2.0 * before);
    emit height->editingFinished();
    ASSERT_TRUE(
        waitFor([&] { return document().plan().figure->bounds().size().z() > 1.9F * before; }));
    EXPECT_NEAR(document().plan().figure->bounds().size().z(), 2.0F * before, 0.1F);
    EXPECT_EQ(document().undoStack().count(), 1);
    EXPECT_EQ(document().plan().parts.size(), 3U);
    settle();
    document().undoStack().undo();
    EXPECT_NEAR(document().plan().figure->bounds().size().z(), before, 1e-3F);
    settle();
}

TEST_F(FigureStage, UsualSizesMeasureToTheEyes) {
    openStage();
    click("pageStanding");
    auto* usual = child<QComboBox>("usualSize");
    usual->setCurrentIndex(2);  // 32 mm to the eyes
    emit usual->activated(2);
    ASSERT_TRUE(waitFor([&] {
        return std::abs(document().plan().figure->bounds().size().z() - 32.0 / kEyeShare) < 0.05;
    }));
}

TEST_F(FigureStage, WhatFacesTheViewerBecomesTheFront) {
    openStage();
    click("pageStanding");
    ViewChoice from_right;
    from_right.hour = 3.0;  // the figure's own right, -x
    view().setView(from_right);
    click("facesMe");
    // The post stood at the front left corner (6.5, -6.5); seen from -x that is far right:
    // (x, y) turns to (-y, x) for 3 o'clock to become 12.
    ASSERT_TRUE(waitFor([&] { return document().undoStack().count() == 1; }));
    const Mesh& mesh = document().plan().figure->form->whole.mesh;
    const auto& labels = *document().plan().figure->labels;
    Vec3 middle = Vec3::Zero();
    std::size_t count = 0;
    for (std::size_t t = 0; t < labels.size(); ++t) {
        if (labels[t] != partNamed("post")) continue;
        middle += centroidOf(mesh, mesh.triangles[t]);
        ++count;
    }
    middle /= static_cast<float>(count);
    EXPECT_NEAR(middle.x(), 6.5F, 0.2F);
    EXPECT_NEAR(middle.y(), 6.5F, 0.2F);
}

TEST_F(FigureStage, MaterialFocusAndNameBelongToTheChosenPart) {
    openStage();
    document().selectPart(partNamed("ball"));
    click("pageMaterial");
    auto* material = child<QComboBox>("material");
    const int water = static_cast<int>(Material::Water);
    material->setCurrentIndex(water);
    emit material->activated(water);
    auto* focus = child<QComboBox>("focus");
    focus->setCurrentIndex(2);
    emit focus->activated(2);
    auto* name = child<QLineEdit>("partName");
    name->setText(QStringLiteral("drop"));
    emit name->editingFinished();
    const Part& part = document().plan().parts[partNamed("drop")];
    EXPECT_EQ(part.material, Material::Water);
    EXPECT_EQ(part.focus, Focus::Main);
    EXPECT_EQ(document().undoStack().count(), 3);
    EXPECT_TRUE(list().item(partNamed("drop"))->text().contains(QStringLiteral("main focus")));
}

TEST_F(FigureStage, DoubtfulUnitsAreRememberedForTheNextFile) {
    QCoreApplication::setOrganizationName(QStringLiteral("glaukophos-tests"));
    QSettings().clear();
    const QString file = writeStl(QStringLiteral("small.stl"), box({0, 0, 0}, {1, 1, 1.3F}));
    m_window->openFiles({file});
    ASSERT_TRUE(waitFor([&] { return document().isOpen(); }));
    m_window->setStage(Stage::Figure);
    click("pageStanding");
    EXPECT_NEAR(document().plan().figure->bounds().size().z(), 1.3F, 1e-3F);
    auto* unit = child<QComboBox>("unit");
    EXPECT_TRUE(unit->itemText(2).contains(QStringLiteral("33.02")));  // in inches
    unit->setCurrentIndex(2);
    emit unit->activated(2);
    ASSERT_TRUE(waitFor([&] { return document().plan().figure->bounds().size().z() > 33.0F; }));
    document().undoStack().setClean();
    m_window->openFiles({file});
    ASSERT_TRUE(waitFor([&] {
        return document().undoStack().count() == 0 &&
               document().plan().figure->bounds().size().z() > 33.0F;
    }));
    QSettings().clear();
}

TEST_F(FigureStage, ANewFileOfTheSameFigureKeepsPartsAndLights) {
    openStage();
    document().edit(QStringLiteral("name"), Aspect::Parts,
                    [&](Plan& plan) { plan.parts[1].name = "moon ball"; });
    const auto lights = document().plan().lights;
    const QStringList files = {
        writeStl(QStringLiteral("a.stl"), box({-8, -8, 0}, {8, 8, 2})),
        writeStl(QStringLiteral("b.stl"), sphere({0, 0, 9}, 6, 32)),
        writeStl(QStringLiteral("c.stl"), box({6, -7, 2}, {7, -6, 12})),
        writeStl(QStringLiteral("d.stl"), box({-7, 6, 2}, {-6.6F, 6.4F, 8}))};
    m_window->reimport(files);
    const auto form = document().plan().figure->form;
    ASSERT_TRUE(waitFor([&] { return document().plan().figure->form != form; }));
    EXPECT_EQ(document().plan().parts.size(), 3U);
    EXPECT_EQ(document().plan().parts[1].name, "moon ball");
    EXPECT_EQ(document().plan().lights, lights);
    EXPECT_EQ(document().undoStack().count(), 2);
}

TEST_F(FigureStage, AFirstPictureComesBeforeTheFigureIsReady) {
    QSignalSpy preview(&m_window->loader(), &Loader::previewReady);
    QSignalSpy loaded(&m_window->loader(), &Loader::loaded);
    m_window->openFiles({writeStl(QStringLiteral("ball.stl"), sphere({0, 0, 9}, 6, 200))});
    EXPECT_FALSE(view().isVisible());  // the ways to begin are
    ASSERT_TRUE(preview.wait(20'000));
    EXPECT_EQ(loaded.count(), 0);
    EXPECT_TRUE(view().isVisible());
    const QImage picture = preview.front().front().value<QImage>();
    EXPECT_EQ(picture.width(), view().width());
    // Shaded clay in the middle, the even backdrop in the corner.
    const QColor clay = picture.pixelColor(picture.width() / 2, picture.height() / 2);
    const QColor corner = picture.pixelColor(2, 2);
    EXPECT_GT(std::abs(clay.lightness() - corner.lightness()), 8);
    EXPECT_NEAR(corner.red(), corner.blue(), 2);
    ASSERT_TRUE(waitFor([&] { return loaded.count() == 1; }));
}

TEST_F(FigureStage, AFigureIsReadWhileTheWindowIsStillOnItsWay) {
    const QString file = writeStl(QStringLiteral("ball.stl"), sphere({0, 0, 9}, 6, 200));
    m_window = std::make_unique<MainWindow>(path(QStringLiteral("recovery")), QStringList{file});
    QSignalSpy preview(&m_window->loader(), &Loader::previewReady);
    // Its picture waits for the size that it is to have.
    QTest::qWait(500);
    EXPECT_TRUE(m_window->loader().isLoading());
    EXPECT_EQ(preview.count(), 0);
    m_window->show();
    ASSERT_TRUE(waitFor([&] { return preview.count() == 1; }));
    const QImage picture = preview.front().front().value<QImage>();
    EXPECT_TRUE(waitFor([&] { return view().width() == picture.width(); }, 5000));
    ASSERT_TRUE(waitFor([&] { return document().isOpen(); }));
}

TEST_F(FigureStage, StoppedAfterItsFirstPictureTheWaysToBeginAreBack) {
    QSignalSpy preview(&m_window->loader(), &Loader::previewReady);
    m_window->openFiles({writeStl(QStringLiteral("big.stl"), sphere({0, 0, 9}, 6, 500))});
    ASSERT_TRUE(preview.wait(20'000));
    ASSERT_TRUE(m_window->loader().isLoading());
    m_window->loader().stop();
    EXPECT_FALSE(view().isVisible());
    EXPECT_TRUE(child<QWidget>("startPage")->isVisible());
}

TEST_F(FigureStage, StoppingLeavesTheOpenPlanAndAnswersAtOnce) {
    openStage();
    const auto figure = document().plan().figure;
    m_window->openFiles({writeStl(QStringLiteral("big.stl"), sphere({0, 0, 9}, 6, 700))});
    QElapsedTimer timer;
    timer.start();
    m_window->loader().stop();
    EXPECT_LT(timer.elapsed(), 1000);
    EXPECT_FALSE(m_window->loader().isLoading());
    QTest::qWait(300);
    EXPECT_EQ(document().plan().figure, figure);
}

// Where the ball rests on the base and the post is put into it, a larger ball cannot get in.
TEST_F(FigureStage, WhatABallCannotReachBecomesAPart) {
    openStage();
    click("pageDepth");
    EXPECT_EQ(view().overlay(), Overlay::Layer);
    auto* make = child<QPushButton>("depthMake");
    ASSERT_TRUE(waitFor([&] { return make->isEnabled(); }));
    EXPECT_TRUE(child<QLabel>("depthStatus")->text().contains(QStringLiteral("mm²")));
    child<NumberField>("depthLimit")->box().setValue(2.9);
    EXPECT_FALSE(make->isEnabled());
    child<NumberField>("depthLimit")->box().setValue(0.2);
    const std::size_t before = document().plan().parts.size();
    click("depthMake");
    ASSERT_EQ(document().plan().parts.size(), before + 1);
    EXPECT_GT(areaOf(partNamed("depths")), 0.5);
    EXPECT_EQ(document().selectedPart(), partNamed("depths"));
    document().undoStack().undo();
    EXPECT_EQ(document().plan().parts.size(), before);
    click("pageMaterial");
    EXPECT_EQ(view().overlay(), Overlay::Parts);
}

}  // namespace
}  // namespace glaukophos
