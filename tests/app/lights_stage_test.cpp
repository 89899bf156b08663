// The Lights stage, driven as its user would.
#include <QApplication>
#include <QLabel>
#include <QMenu>
#include <QWheelEvent>

#include "app/scripts/picture_jump.h"
#include "app/stages/lights/best_place_page.h"
#include "app/view/orrery.h"
#include "app/view/sky_chart.h"
#include "app/widgets/parts_button.h"
#include "core/painted/shells.h"
#include "core/plan/light_setup.h"
#include "tests/app/window_fixture.h"

namespace glaukophos {
namespace {

using namespace shapes;

class LightsStage : public WindowTest {
  protected:
    void add(const char* kind) { child<QAction>(kind)->trigger(); }
    void page(const char* name) { QTest::mouseClick(child<QPushButton>(name), Qt::LeftButton); }
    Light& chosen() {
        m_copy = document().plan().lights.at(document().selectedLight());
        return m_copy;
    }
    template <class Kind>
    Kind kind() {
        return std::get<Kind>(chosen().kind);
    }

  private:
    Light m_copy;
};

TEST_F(LightsStage, EveryKindCanBeAddedAndLightsTheFigureOrSaysWhyNot) {
    openScene();
    const char* kinds[] = {"addSky",   "addFar",  "addLamp",  "addRod",
                           "addPanel", "addGlow", "addSpray", "addBounce"};
    for (std::size_t k = 0; k < std::size(kinds); ++k) {
        add(kinds[k]);
        EXPECT_EQ(chosen().kind.index(), k) << kinds[k];
    }
    EXPECT_EQ(document().plan().lights.size(), 11U);
    settle();
    const Irradiance& irradiance = document().evaluated()->appearance->irradiance;
    for (std::size_t l = 3; l < 11; ++l) {
        const float most = std::ranges::max(irradiance.of_lights[l]);
        const bool unset = std::holds_alternative<GlowingPart>(document().plan().lights[l].kind);
        EXPECT_EQ(most > 0.0F, !unset) << document().plan().lights[l].name;
    }
    document().selectLight(8);  // the glow, which has no part yet
    EXPECT_TRUE(child<QLabel>("lightConcern")->text().contains(u"No part glows"));
}

TEST_F(LightsStage, ARodIsDraggedByItsEndAndByItsMiddle) {
    openScene();
    add("addRod");
    view().setView({12.0, 8.0, 0.7, false, Vec3::Zero()});
    const Rod before = kind<Rod>();
    const QPoint end = pixelOfPoint(before.to_mm);
    drag(&view(), end, end + QPoint(30, -20));
    EXPECT_EQ(kind<Rod>().from_mm, before.from_mm);
    EXPECT_GT((kind<Rod>().to_mm - before.to_mm).norm(), 0.5F);
    const Rod bent = kind<Rod>();
    const QPoint middle = pixelOfPoint(0.5F * (bent.from_mm + bent.to_mm));
    drag(&view(), middle, middle + QPoint(-40, 0));
    EXPECT_GT((kind<Rod>().from_mm - bent.from_mm).norm(), 0.5F);
    EXPECT_LT((kind<Rod>().to_mm - kind<Rod>().from_mm - (bent.to_mm - bent.from_mm)).norm(),
              1e-3F);
}

// Where the glyph of a light that rides round the figure is on the view.
QPointF rideOf(const FigureView& view, const Plan& plan, std::size_t light) {
    const ViewSpace space = view.space();
    const Vec3 way = towards(std::get<FarLight>(plan.lights.at(light).kind).direction);
    const Projection project = [&](const Vec3& point) { return space.positionOf(point); };
    return *space.positionOf(placeOn(drawnIn(orreryOf(plan), way, project, view.markRoom()), way));
}

TEST_F(LightsStage, TheMoonIsCarriedRoundInThePicture) {
    openScene();
    view().setView({12.0, 8.0, 1.0, false, Vec3::Zero()});
    document().selectLight(1);
    chosen();
    document().editLight(1, QStringLiteral("moon"), [](Light& light) {
        std::get<FarLight>(light.kind).direction = {2.0, 40.0};
    });
    document().endGesture();
    const int steps = document().undoStack().count();
    const QPointF from = rideOf(view(), document().plan(), 1);
    EXPECT_LT(from.x(), 0.5 * view().width());  // its right is on the painter's left
    const QPoint to = (from + QPointF(70, -45)).toPoint();
    drag(&view(), from.toPoint(), to);
    const ClockDirection moved = kind<FarLight>().direction;
    EXPECT_GT(moved.height_deg, 45.0);  // higher
    const QPointF now = rideOf(view(), document().plan(), 1);
    EXPECT_LT(QLineF(now, to).length(), 12.0);             // it is where the hand is
    EXPECT_EQ(document().undoStack().count(), steps + 1);  // one drag, one step
    document().undoStack().undo();
    EXPECT_EQ(kind<FarLight>().direction.hour, 2.0);
    // Beside it the figure turns instead.
    const double hour = view().view().hour;
    drag(&view(), QPoint(view().width() - 40, view().height() - 40),
         QPoint(view().width() - 120, view().height() - 40));
    EXPECT_NE(view().view().hour, hour);
    EXPECT_EQ(kind<FarLight>().direction.hour, 2.0);
}

// A hand that passes the rim of the sphere brings the moon round to the other side.
TEST(Orrery, CarriesLightsRoundToTheOtherSide) {
    const Orrery orrery{Vec3::Zero(), 10.0F};
    const Vec3 eye(0, -100, 0);  // in front, at 12
    const auto carried = [&](float x, float z, const ClockDirection& from) {
        return carriedTo(orrery, eye, (Vec3(x, 0, z) - eye).normalized(), from);
    };
    const ClockDirection front = carried(3, 5, {12, 45});
    EXPECT_LT(towards(front).y(), 0.0F);
    const ClockDirection back = carried(3, 5, {6, 45});
    EXPECT_GT(towards(back).y(), 0.0F);
    EXPECT_NEAR(front.height_deg, back.height_deg, 12.0);
    // Past the rim it stays on it.
    const ClockDirection rim = carried(-40, 5, {12, 10});
    EXPECT_NEAR(towards(rim).x(), -1.0F, 0.15F);
    EXPECT_GE(carried(0, -30, {12, 10}).height_deg, -60.0);
}

TEST_F(LightsStage, TheChartTurnsWithTheFigure) {
    openScene();
    auto* chart = child<SkyChart>("skyChart");
    document().selectLight(1);
    const ClockDirection moon{2.0, 30.0};
    view().setView({12.0, 8.0, 1.0, false, Vec3::Zero()});
    EXPECT_LT(chart->positionOf(moon).x(), chart->rect().center().x());
    view().setView({6.0, 8.0, 1.0, false, Vec3::Zero()});  // from behind
    EXPECT_GT(chart->positionOf(moon).x(), chart->rect().center().x());
    view().setView({2.0, 8.0, 1.0, false, Vec3::Zero()});
    // A drag to its lower edge brings the light to where the painter sits.
    const QPoint low = chart->positionOf({2.0, 10.0}).toPoint();
    drag(chart, chart->positionOf(kind<FarLight>().direction).toPoint(), low);
    EXPECT_NEAR(kind<FarLight>().direction.hour, 2.0, 0.1);
    EXPECT_NEAR(kind<FarLight>().direction.height_deg, 10.0, 3.0);
}

TEST_F(LightsStage, WheelAndArrowsChangeTheChosenLight) {
    openScene();
    document().selectLight(1);
    const double strength = chosen().strength;
    const auto wheel = [&](Qt::KeyboardModifiers keys) {
        QWheelEvent event(view().rect().center(), view().mapToGlobal(view().rect().center()), {},
                          {0, 120}, Qt::NoButton, keys, Qt::NoScrollPhase, false);
        QApplication::sendEvent(&view(), &event);
    };
    wheel(Qt::ControlModifier);
    EXPECT_NEAR(chosen().strength, 1.1 * strength, 1e-9);
    document().editLight(1, QStringLiteral("warm"), [](Light& light) {
        light.colour = {ColourSource::Temperature, 5000, {}};
    });
    wheel(Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_NEAR(chosen().colour.kelvin, 4850.0, 1e-9);
    const double zoom = view().view().zoom;
    wheel(Qt::NoModifier);
    EXPECT_GT(view().view().zoom, zoom);
    const ClockDirection before = kind<FarLight>().direction;
    view().setFocus();
    QTest::keyClick(&view(), Qt::Key_Up, Qt::AltModifier);
    EXPECT_NEAR(kind<FarLight>().direction.height_deg, before.height_deg + 3.0, 1e-9);
    QTest::keyClick(&view(), Qt::Key_Left, Qt::AltModifier);
    EXPECT_NE(kind<FarLight>().direction.hour, before.hour);
    document().selectLight(2);
    const Vec3 lamp = kind<Lamp>().centre_mm;
    QTest::keyClick(&view(), Qt::Key_Right, Qt::AltModifier);
    EXPECT_NEAR((kind<Lamp>().centre_mm - lamp).norm(), 0.5F, 1e-4F);
}

TEST_F(LightsStage, APanelLaidOnTheSurfaceShinesAwayFromIt) {
    openScene();
    add("addPanel");
    view().setView({12.0, 8.0, 1.0, false, Vec3::Zero()});
    QTest::mouseClick(child<QPushButton>("placeLamp"), Qt::LeftButton);
    QTest::mouseClick(&view(), Qt::LeftButton, Qt::NoModifier, pixelOfPoint({0, -6, 9}));
    const Panel panel = kind<Panel>();
    EXPECT_LT((panel.centre_mm - Vec3(0, -6.3F, 9)).norm(), 0.8F);
    EXPECT_GT(towards(panel.faces).dot(-Vec3::UnitY()), 0.9F);
    child<NumberField>("turn")->box().setValue(30);
    EXPECT_DOUBLE_EQ(kind<Panel>().turn_deg, 30.0);
}

TEST_F(LightsStage, TheGlowingPartIsChosenByAClickOnIt) {
    openScene();
    add("addGlow");
    QTest::mouseClick(child<QPushButton>("placeLamp"), Qt::LeftButton);
    QTest::mouseClick(&view(), Qt::LeftButton, Qt::NoModifier, pixelOfPoint({0, -6, 9}));
    ASSERT_EQ(chosen().own_parts.size(), 1U);
    EXPECT_EQ(document().plan().parts[chosen().own_parts[0]].name, "ball");
    settle();
    EXPECT_EQ(document().evaluated()->appearance->bands.parts[chosen().own_parts[0]].area_mm2(),
              0.0);
    EXPECT_GT(std::ranges::max(document().evaluated()->appearance->irradiance.of_lights[3]), 0.01F);
}

TEST_F(LightsStage, PartsAreTickedInAMenu) {
    openScene();
    document().selectLight(2);
    page("pageGlow");
    auto* button = child<PartsButton>("passedParts");
    button->menu()->actions().at(2)->trigger();
    EXPECT_EQ(chosen().passed_parts, std::vector<PartIndex>{2});
    EXPECT_TRUE(button->text().contains(u"post"));
    button->menu()->actions().at(2)->trigger();
    EXPECT_TRUE(chosen().passed_parts.empty());
}

TEST_F(LightsStage, AloneDarkensTheOthersAndTracesNothing) {
    openScene();
    document().selectLight(1);
    settle();
    const auto before = document().evaluated()->appearance->irradiance.of_lights;
    QTest::mouseClick(child<QPushButton>("lightAlone"), Qt::LeftButton);
    settle();
    const Appearance& appearance = *document().evaluated()->appearance;
    EXPECT_EQ(appearance.irradiance.of_lights, before);
    for (std::size_t v = 0; v < appearance.values.light.size(); v += 37) {
        EXPECT_FLOAT_EQ(appearance.values.light[v],
                        static_cast<float>(chosen().strength) * before[1][v]);
    }
    document().selectLight(2);
    EXPECT_TRUE(child<QLabel>("lightConcern")->text().contains(u"shown alone"));
}

TEST_F(LightsStage, AClickDrawsLinesOfSightAndEscTakesThemAway) {
    openScene();
    document().selectLight(1);
    child<NumberField>("hour")->box().setValue(6);  // behind the ball
    child<NumberField>("height")->box().setValue(20);
    settle();
    view().setView({12.0, 8.0, 1.0, false, Vec3::Zero()});
    QTest::mouseClick(&view(), Qt::LeftButton, Qt::NoModifier, pixelOfPoint({0, -6, 9}));
    ASSERT_EQ(view().sightLines().size(), 2U);  // the sky has no direction
    EXPECT_TRUE(view().sightLines()[0].turned_away);
    child<NumberField>("hour")->box().setValue(0);
    EXPECT_FALSE(view().sightLines()[0].turned_away);  // they follow the light
    QTest::keyClick(&view(), Qt::Key_Escape);
    EXPECT_TRUE(view().sightLines().empty());
}

TEST_F(LightsStage, TheBestPlaceIsShownAndTakenByAClick) {
    openScene();
    document().edit(QStringLiteral("focus"), Aspect::Parts,
                    [](Plan& plan) { plan.parts[1].focus = Focus::Main; });
    document().selectLight(1);
    page("pageBest");
    auto* best = m_window->findChild<BestPlacePage*>();
    ASSERT_TRUE(waitFor([&] { return best->proposals().size() == 3; }));
    EXPECT_EQ(best->proposals()[0].reason.find("Ball"), 0U);
    const ClockDirection wanted = best->proposals()[1].direction;
    QTest::mouseClick(child<QPushButton>("proposal2"), Qt::LeftButton);
    EXPECT_EQ(kind<FarLight>().direction, wanted);
    document().undoStack().undo();
    EXPECT_NE(kind<FarLight>().direction, wanted);
}

// The score is judged anew while a lamp moves.
TEST_F(LightsStage, TheScoreFollowsTheLamp) {
    openScene();
    document().selectLight(1);
    page("pageBest");
    ASSERT_TRUE(waitFor([this] {
        return document().evaluated()->score.has_value() && document().evaluated()->complete;
    }));
    const auto totals = [this] {
        std::vector<float> scores;
        for (const DirectionScore& score : document().evaluated()->score->scores) {
            scores.push_back(score.total);
        }
        return scores;
    };
    const std::vector<float> before = totals();
    document().editLight(2, QStringLiteral("move"), [](Light& light) {
        std::get<Lamp>(light.kind).centre_mm = Vec3(-14, 4, 12);
        light.strength = 60;
    });
    settle();
    EXPECT_NE(totals(), before);
    const ScoreMap fresh = *document().evaluated()->score;
    page("pagePlace");
    EXPECT_FALSE(fresh.scores.empty());
}

TEST_F(LightsStage, WeightsAreSlidersAndUndone) {
    openScene();
    document().selectLight(1);
    page("pageBest");
    child<NumberField>("merit_relief")->box().setValue(0.1);
    EXPECT_DOUBLE_EQ(document().plan().merit_weights[1], 0.1);
    document().undoStack().undo();
    EXPECT_DOUBLE_EQ(document().plan().merit_weights[1], kUsualWeights[1]);
}

TEST_F(LightsStage, AReadyPlanReplacesTheLightsAndUndoBringsThemBack) {
    openScene();
    const std::vector<Light> before = document().plan().lights;
    page("pageReady");
    QTest::mouseClick(child<QPushButton>("ready_two-rods"), Qt::LeftButton);
    EXPECT_EQ(document().plan().lights.size(), 3U);
    EXPECT_TRUE(std::holds_alternative<Rod>(document().plan().lights[1].kind));
    settle();
    document().undoStack().undo();
    EXPECT_EQ(document().plan().lights, before);
}

TEST_F(LightsStage, ShellsFollowTheirNumberAndAreListed) {
    openScene();
    document().selectLight(2);
    page("pageGlow");
    settle();
    child<NumberField>("shells")->box().setValue(6);
    settle();
    EXPECT_EQ(child<QLabel>("shellList")->text().count(QLatin1Char('\n')), 5);
    QTest::mouseClick(child<QPushButton>("overlay4"), Qt::LeftButton);
    settle();
    const QImage six = view().picture();
    child<NumberField>("shells")->box().setValue(3);
    settle();
    EXPECT_NE(view().picture(), six);
}

TEST_F(LightsStage, AKnownFlameSetsTheTemperature) {
    openScene();
    document().selectLight(2);
    page("pageGlow");
    auto* source = child<QComboBox>("colourSource");
    const int candle = source->findText(QStringLiteral("Candle"), Qt::MatchStartsWith);
    ASSERT_GT(candle, 0);
    source->setCurrentIndex(candle);
    emit source->activated(candle);
    EXPECT_DOUBLE_EQ(chosen().colour.kelvin, 1900.0);
    EXPECT_EQ(chosen().colour.source, ColourSource::Temperature);
}

TEST_F(LightsStage, ALampInsideTheFigureIsSaidAtItsControl) {
    openScene();
    document().selectLight(2);
    child<QDoubleSpinBox>("position0")->setValue(0);
    child<QDoubleSpinBox>("position1")->setValue(0);
    child<QDoubleSpinBox>("position2")->setValue(9);
    EXPECT_EQ(document().undoStack().count(), 1);  // one gesture
    settle();
    EXPECT_TRUE(child<QLabel>("lightConcern")->text().contains(u"inside ball"));
    // The picture stays correct: nothing outside is lit by it.
    const std::vector<float>& lit = document().evaluated()->appearance->irradiance.of_lights[2];
    EXPECT_EQ(std::ranges::max(lit), 0.0F);
}

// Nothing flickers when the settled picture comes.
TEST_F(LightsStage, APictureOfAMovedLightIsNearlyTheSettledOne) {
    openScene();
    settle();
    const auto moon = std::ranges::find_if(document().plan().lights, [](const Light& light) {
        return std::holds_alternative<FarLight>(light.kind);
    });
    ASSERT_NE(moon, document().plan().lights.end());
    const auto index = static_cast<std::size_t>(moon - document().plan().lights.begin());
    QImage moving;
    QObject listener;
    QObject::connect(&view(), &FigureView::pictureShown, &listener, [&] {
        const auto& plan = view().shownPlan();
        if (moving.isNull() && !view().isFinished() && plan != nullptr &&
            plan->lights == document().plan().lights) {
            moving = view().picture();
        }
    });
    document().editLight(index, QStringLiteral("move"), [](Light& light) {
        std::get<FarLight>(light.kind).direction.hour += 0.7;
    });
    ASSERT_TRUE(waitFor([&] { return !moving.isNull(); }));
    settle();
    const Figure& figure = *document().plan().figure;
    EXPECT_GT(shareAlike(moving, view().picture(), figure, view().camera(), view().grid(), 2.0),
              0.88);
}

TEST_F(LightsStage, APictureThatWouldBeTheSameIsNotMadeAgain) {
    openScene();
    ASSERT_TRUE(
        waitFor([this] { return document().evaluated()->desk != nullptr && view().isFinished(); }));
    const QSize size = view().size();
    QSignalSpy pictures(&view(), &FigureView::pictureShown);
    document().selectLight(0);
    EXPECT_TRUE(view().isFinished()) << "all lights are shown together";
    // Steps and findings come anew, and change neither the picture nor its size.
    document().edit(QStringLiteral("pace"), Aspect::Steps,
                    [](Plan& plan) { plan.steps.hairdryer = !plan.steps.hairdryer; });
    ASSERT_TRUE(waitFor([this] {
        return document().evaluated()->desk != nullptr &&
               document().evaluated()->plan.steps == document().plan().steps;
    }));
    QTest::qWait(400);
    EXPECT_EQ(pictures.count(), 0);
    EXPECT_EQ(view().size(), size);
    m_window->setStage(Stage::Lights);
    view().setOverlay(Overlay::Reach);
    ASSERT_TRUE(waitFor([this] { return view().isFinished(); }));
    EXPECT_GT(pictures.count(), 0);
}

}  // namespace
}  // namespace glaukophos
