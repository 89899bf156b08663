// What a painter does with the window, one behaviour a test.
#include <QAbstractButton>
#include <QAbstractSpinBox>
#include <QComboBox>
#include <QDropEvent>
#include <QFile>
#include <QLineEdit>
#include <QMessageBox>
#include <QMimeData>
#include <QProcess>
#include <QTimer>
#include <cmath>
#include <map>

#include "app/widgets/number_style.h"
#include "tests/app/window_fixture.h"
#include "tests/support/evaluated.h"

namespace glaukophos {
namespace {

const FarLight& moonOf(const Plan& plan) { return std::get<FarLight>(plan.lights[1].kind); }
const Lamp& lampOf(const Plan& plan) { return std::get<Lamp>(plan.lights[2].kind); }

TEST_F(WindowTest, FilesBecomeAPlanWithThreeLights) {
    openScene();
    EXPECT_EQ(document().plan().parts.size(), 3U);
    EXPECT_EQ(document().plan().lights.size(), 3U);
    EXPECT_FALSE(document().isModified());
    settle();
    EXPECT_EQ(view().picture().size(), view().size());
}

TEST_F(WindowTest, ABadFileSaysSoAndThePlanStays) {
    openScene();
    QFile bad(path(QStringLiteral("bad.stl")));
    ASSERT_TRUE(bad.open(QIODevice::WriteOnly));
    bad.write("solid nonsense");
    bad.close();
    m_window->openFiles({bad.fileName()});
    ASSERT_TRUE(waitFor([this] { return !m_window->loader().isLoading(); }));
    ASSERT_TRUE(waitFor([this] { return m_window->banner().text().contains(u"bad.stl"); }));
    EXPECT_EQ(document().plan().parts.size(), 3U);
    QTest::mouseClick(child<QPushButton>("bannerClose"), Qt::LeftButton);
    EXPECT_EQ(m_window->banner().text(), QString());
}

TEST_F(WindowTest, ADroppedFileIsOpened) {
    const QString file = writeStl(QStringLiteral("drop.stl"), shapes::sphere({0, 0, 0}, 5, 16));
    QMimeData data;
    data.setUrls({QUrl::fromLocalFile(file)});
    QDragEnterEvent enter(QPoint(300, 300), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(m_window.get(), &enter);
    EXPECT_TRUE(enter.isAccepted());
    QDropEvent drop(QPointF(300, 300), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(m_window.get(), &drop);
    EXPECT_TRUE(waitFor([this] { return document().isOpen(); }));
    EXPECT_EQ(document().plan().title, "drop");
}

TEST_F(WindowTest, OpeningCanBeStopped) {
    openScene();
    m_window->openFiles({writeStl(QStringLiteral("big.stl"), shapes::sphere({0, 0, 0}, 20, 500))});
    EXPECT_TRUE(m_window->banner().text().contains(u"big.stl"));
    QTest::mouseClick(child<QPushButton>("bannerClose"), Qt::LeftButton);
    QTest::qWait(1000);
    EXPECT_EQ(document().plan().parts.size(), 3U);
    EXPECT_EQ(m_window->banner().text(), QString());
}

TEST_F(WindowTest, ADragOnTheChartIsOneUndoStepAndTheResultFollows) {
    openScene();
    document().selectLight(1);
    auto* chart = child<SkyChart>("skyChart");
    const FarLight before = moonOf(document().plan());
    drag(chart, chart->positionOf(before.direction).toPoint(),
         chart->positionOf({2.0, 30.0}).toPoint());
    EXPECT_NEAR(moonOf(document().plan()).direction.hour, 2.0, 0.1);
    EXPECT_NEAR(moonOf(document().plan()).direction.height_deg, 30.0, 2.0);
    EXPECT_EQ(document().undoStack().count(), 1);
    EXPECT_TRUE(document().isModified());
    settle();
    // Never a stale picture: what is shown belongs to the plan as it is now.
    EXPECT_EQ(moonOf(document().evaluated()->plan), moonOf(document().plan()));
    const auto fresh = evaluate(document().plan(), {});
    ASSERT_TRUE(fresh);
    EXPECT_EQ(document().evaluated()->appearance->values.light, fresh->values.light);

    document().undoStack().undo();
    EXPECT_EQ(moonOf(document().plan()), before);
    document().undoStack().redo();
    EXPECT_NEAR(moonOf(document().plan()).direction.hour, 2.0, 0.1);
}

TEST_F(WindowTest, ADragBackToWhereItBeganLeavesNoUndoStep) {
    openScene();
    document().selectLight(1);
    auto* height = child<NumberField>("height");
    height->box().setValue(20);
    height->box().setValue(50);
    emit height->editingFinished();
    EXPECT_EQ(document().undoStack().count(), 0);
    EXPECT_FALSE(document().isModified());
}

TEST_F(WindowTest, ArrowKeysMoveTheMoonOnTheChart) {
    openScene();
    document().selectLight(1);
    auto* chart = child<SkyChart>("skyChart");
    const ClockDirection before = moonOf(document().plan()).direction;
    QTest::keyClick(chart, Qt::Key_Right);
    QTest::keyClick(chart, Qt::Key_Up);
    EXPECT_NEAR(moonOf(document().plan()).direction.hour, before.hour + 0.25, 1e-9);
    EXPECT_NEAR(moonOf(document().plan()).direction.height_deg, before.height_deg + 5, 1e-9);
    EXPECT_EQ(document().undoStack().count(), 2);
}

TEST_F(WindowTest, TypedHourAndHeightMoveTheMoonAndTheWordsFollow) {
    openScene();
    document().selectLight(1);
    child<NumberField>("hour")->box().setValue(4);
    child<NumberField>("height")->box().setValue(35);
    EXPECT_EQ(moonOf(document().plan()).direction, (ClockDirection{4, 35}));
    EXPECT_TRUE(child<QLabel>("whereFrom")
                    ->text()
                    .contains(u"behind the figure's right shoulder (on your left"));
}

TEST_F(WindowTest, ALampIsDraggedInThePlaneThatFacesTheViewer) {
    openScene();
    const Vec3 before = lampOf(document().plan()).centre_mm;
    const QPoint from = pixelOfPoint(before);
    drag(&view(), from, from + QPoint(60, -40));
    const Vec3 after = lampOf(document().plan()).centre_mm;
    EXPECT_GT((after - before).norm(), 1.0F);
    EXPECT_NEAR((after - before).dot(view().camera().forward), 0.0F, 1e-3F);
    const QPoint now = pixelOfPoint(after);
    EXPECT_LT((now - from - QPoint(60, -40)).manhattanLength(), 4);
    EXPECT_EQ(document().undoStack().count(), 1);
}

TEST_F(WindowTest, ALampDraggedWithShiftKeepsToTheSurface) {
    openScene();
    const QPoint from = pixelOfPoint(lampOf(document().plan()).centre_mm);
    view().setView({12.0, 8.0, 1.0, false, Vec3::Zero()});
    const QPoint start = pixelOfPoint(lampOf(document().plan()).centre_mm);
    drag(&view(), start, pixelOfPoint({0, 0, 9}), Qt::ShiftModifier);
    const Vec3 centre = lampOf(document().plan()).centre_mm;
    const double gap = (centre - Vec3(0, 0, 9)).norm() - 6.0F;
    EXPECT_NEAR(gap, 1.2 * lampOf(document().plan()).radius_mm, 0.3);
    Q_UNUSED(from);
}

TEST_F(WindowTest, PlaceLampPutsItWhereTheFigureIsClicked) {
    openScene();
    document().selectLight(2);
    QTest::mouseClick(child<QPushButton>("placeLamp"), Qt::LeftButton);
    QTest::mouseClick(&view(), Qt::LeftButton, Qt::NoModifier, pixelOfPoint({0, -6, 9}));
    EXPECT_NEAR((lampOf(document().plan()).centre_mm - Vec3(0, 0, 9)).norm(),
                6 + 1.2 * lampOf(document().plan()).radius_mm, 0.3);
}

TEST_F(WindowTest, ReachIsShownInMillimetresAndSetsTheStrength) {
    openScene();
    document().selectLight(2);
    QTest::mouseClick(child<QPushButton>("pageGlow"), Qt::LeftButton);
    settle();
    auto* reach = child<NumberField>("reach");
    reach->box().setValue(14.0);
    settle();
    EXPECT_NEAR(reach->value(), 14.0, 0.1);
    const double strength = document().plan().lights[2].strength;
    reach->box().setValue(28.0);
    EXPECT_NEAR(document().plan().lights[2].strength / strength, 4.0, 0.05);
}

TEST_F(WindowTest, ClickingFindsThePartAndPointingReadsTheSpot) {
    openScene();
    settle();
    QSignalSpy spy(&view(), &FigureView::spotRead);
    const QPoint ball = pixelOfPoint({0, -6, 9});
    QTest::mouseMove(&view(), ball);
    ASSERT_TRUE(waitFor([&] { return !spy.isEmpty(); }, 3000));
    EXPECT_TRUE(spy.last().front().toString().startsWith(u"Ball: "));
    QTest::mouseClick(&view(), Qt::LeftButton, Qt::NoModifier, ball);
    ASSERT_TRUE(document().selectedPart());
    EXPECT_EQ(document().plan().parts[*document().selectedPart()].name, "ball");
    QTest::mouseClick(&view(), Qt::LeftButton, Qt::NoModifier, QPoint(8, 60));
    EXPECT_FALSE(document().selectedPart());
}

TEST_F(WindowTest, DraggingTheFigureTurnsItAndTheWheelZooms) {
    openScene();
    const ViewChoice before = view().view();
    drag(&view(), QPoint(100, 120), QPoint(250, 120));
    EXPECT_NE(view().view().hour, before.hour);
    EXPECT_EQ(document().undoStack().count(), 0);  // looking is not an edit
    const double zoom = view().view().zoom;
    QWheelEvent wheel(QPointF(200, 200), view().mapToGlobal(QPointF(200, 200)), {}, {0, 240},
                      Qt::NoButton, Qt::NoModifier, Qt::NoScrollPhase, false);
    QApplication::sendEvent(&view(), &wheel);
    EXPECT_GT(view().view().zoom, zoom);
    settle();
    EXPECT_EQ(view().picture().size(), view().size());  // full size again at rest
}

TEST_F(WindowTest, KeysReachStagesOverlaysAndViews) {
    openScene();
    QTest::keyClick(m_window.get(), Qt::Key_3, Qt::ControlModifier);
    EXPECT_TRUE(waitFor([this] { return view().overlay() == Overlay::Bands; }, 2000));
    QTest::keyClick(m_window.get(), Qt::Key_B);
    EXPECT_EQ(view().overlay(), Overlay::Bare);
    QTest::keyClick(m_window.get(), Qt::Key_End);
    EXPECT_DOUBLE_EQ(view().view().hour, 6.0);
    QTest::keyClick(m_window.get(), Qt::Key_U);
    EXPECT_TRUE(view().view().upside_down);
    QTest::keyClick(m_window.get(), Qt::Key_L);
    EXPECT_TRUE(view().seesFromLight());
    QTest::keyClick(&view(), Qt::Key_Left);
    EXPECT_FALSE(view().seesFromLight());
}

TEST_F(WindowTest, OverlayButtonsShowWhatTheySay) {
    openScene();
    settle();
    document().selectLight(2);  // a lamp: it has shells
    QList<QImage> pictures;
    for (int i = 1; i <= 7; ++i) {
        QTest::mouseClick(child<QPushButton>(qPrintable(QStringLiteral("overlay%1").arg(i))),
                          Qt::LeftButton);
        settle();
        pictures << view().picture();
    }
    for (int a = 0; a < 7; ++a) {
        for (int b = a + 1; b < 7; ++b) EXPECT_NE(pictures[a], pictures[b]) << a << " " << b;
    }
}

TEST_F(WindowTest, SwitchingALightOffAndRemovingItAreUndone) {
    openScene();
    auto* list = child<QListWidget>("lightList");
    list->item(1)->setCheckState(Qt::Unchecked);
    EXPECT_FALSE(document().plan().lights[1].on);
    child<QAction>("addLamp")->trigger();
    EXPECT_EQ(document().plan().lights.size(), 4U);
    QTest::mouseClick(child<QPushButton>("removeLight"), Qt::LeftButton);
    EXPECT_EQ(document().plan().lights.size(), 3U);
    settle();
    while (document().undoStack().canUndo()) document().undoStack().undo();
    EXPECT_EQ(document().plan().lights.size(), 3U);
    EXPECT_TRUE(document().plan().lights[1].on);
    settle();
}

TEST_F(WindowTest, RemovingAllLightsLeavesADarkFigure) {
    openScene();
    for (int i = 0; i < 3; ++i) {
        QTest::mouseClick(child<QPushButton>("removeLight"), Qt::LeftButton);
    }
    EXPECT_TRUE(document().plan().lights.empty());
    settle();
    EXPECT_NEAR(document().evaluated()->appearance->bands.whole.share(0), 1.0, 1e-6);
}

TEST_F(WindowTest, LocalColourChangesTheLadder) {
    openScene();
    settle();
    document().selectPart(1);
    const Lab before = document().evaluated()->appearance->ladders[1][3].target;
    auto* field = m_window->findChild<FigurePanel*>()->findChild<ColourField*>();
    field->code().setText(QStringLiteral("#b02020"));
    emit field->code().editingFinished();
    EXPECT_EQ(hexFrom(document().plan().parts[1].local_colour), "#b02020");
    settle();
    const Lab after = document().evaluated()->appearance->ladders[1][3].target;
    EXPECT_GT(after.a, before.a + 15.0);
}

TEST_F(WindowTest, AnImpossibleColourCodeIsPutBack) {
    openScene();
    document().selectPart(1);
    auto* field = m_window->findChild<FigurePanel*>()->findChild<ColourField*>();
    const QString before = field->code().text();
    field->code().setText(QStringLiteral("#zz"));
    emit field->code().editingFinished();
    EXPECT_EQ(field->code().text(), before);
    EXPECT_EQ(document().undoStack().count(), 0);
}

TEST_F(WindowTest, ExposureChangesTheSharesWithoutTracing) {
    openScene();
    settle();
    const double peak = document().evaluated()->appearance->bands.whole.share(4);
    auto* exposure = child<NumberField>("exposure");
    exposure->box().setValue(1.0);
    settle();
    EXPECT_GT(document().evaluated()->appearance->bands.whole.share(4), peak);
    EXPECT_EQ(document().undoStack().undoText(), QStringLiteral("Exposure"));
}

TEST_F(WindowTest, SaveAndOpenAgain) {
    openScene();
    document().selectLight(1);
    child<NumberField>("hour")->box().setValue(8);
    const QString file = path(QStringLiteral("scene.glauk"));
    EXPECT_TRUE(m_window->saveTo(file));
    EXPECT_FALSE(document().isModified());
    m_window->openFiles({file});
    ASSERT_TRUE(waitFor([&] {
        return document().path() == file && document().isOpen() &&
               document().plan().parts.size() == 3;
    }));
    EXPECT_NEAR(moonOf(document().plan()).direction.hour, 8, 1e-9);
    EXPECT_EQ(document().plan().parts[1].name, "ball");
}

TEST_F(WindowTest, SavingWhereOneMayNotSaysSo) {
    openScene();
    EXPECT_FALSE(m_window->saveTo(QStringLiteral("/proc/none/x.glauk")));
    EXPECT_TRUE(m_window->banner().text().contains(u"could not be written"));
}

TEST_F(WindowTest, UnsavedChangesAreAskedAboutBeforeClosing) {
    openScene();
    document().selectLight(1);
    child<NumberField>("hour")->box().setValue(7);
    bool asked = false;
    QTimer::singleShot(200, m_window.get(), [&] {
        auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
        ASSERT_NE(box, nullptr);
        asked = true;
        box->button(QMessageBox::Cancel)->click();
    });
    EXPECT_FALSE(m_window->close());
    EXPECT_TRUE(asked);
    EXPECT_TRUE(m_window->isVisible());
}

TEST_F(WindowTest, UnsavedWorkSurvivesACrash) {
    const QString kept = path(QStringLiteral("recovery/unsaved.glauk"));
    const QString other = path(QStringLiteral("other.glauk"));
    openScene();
    ASSERT_TRUE(savePlan(document().plan(), other.toStdString()));
    document().selectLight(1);
    child<NumberField>("hour")->box().setValue(7);
    m_window->recovery().keepNow();
    ASSERT_TRUE(waitFor([&] { return QFile::exists(kept); }));
    // A second window, as after a crash of the first, offers the copy, whatever was opened first.
    MainWindow next(path(QStringLiteral("recovery")), QStringList{other});
    next.show();
    next.offerRecovery();
    ASSERT_TRUE(waitFor([&] { return next.document().isOpen(); }));
    EXPECT_TRUE(next.banner().text().contains(u"last run"));
    QTest::mouseClick(next.findChild<QPushButton*>(QStringLiteral("bannerYes")), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return moonOf(next.document().plan()).direction.hour == 7; }));
    EXPECT_TRUE(next.document().path().isEmpty());  // saving asks for a place
    EXPECT_TRUE(next.document().isModified());
    EXPECT_TRUE(QFile::exists(kept));  // until it is saved, or not wanted
    next.document().markSaved(path(QStringLiteral("saved.glauk")));
    EXPECT_FALSE(QFile::exists(kept));
    EXPECT_TRUE(next.recovery().leftBehind().isEmpty());
    next.close();
}

TEST_F(WindowTest, PlanSheetIsAPdfWithLightsAndLadders) {
    openScene();
    settle();
    for (const auto page : {QPageSize::A4, QPageSize::Letter}) {
        const QString file = path(QStringLiteral("sheet.pdf"));
        ASSERT_TRUE(m_window->exports().exportSheet(file, page));
        QProcess info;
        info.start(QStringLiteral("pdfinfo"), {file});
        ASSERT_TRUE(info.waitForFinished());
        const QString facts = QString::fromUtf8(info.readAllStandardOutput());
        EXPECT_TRUE(facts.contains(page == QPageSize::A4 ? u"A4" : u"letter"))
            << facts.toStdString();
        QProcess text;
        text.start(QStringLiteral("pdftotext"),
                   {QStringLiteral("-layout"), file, QStringLiteral("-")});
        ASSERT_TRUE(text.waitForFinished());
        const QString words = QString::fromUtf8(text.readAllStandardOutput());
        for (const char* expected : {"Moon", "Lamp", "Deep", "Peak", "Ball", "o'clock"}) {
            EXPECT_TRUE(words.contains(QLatin1String(expected))) << expected;
        }
    }
}

TEST_F(WindowTest, LaddersAreExportedAsATable) {
    openScene();
    settle();
    const QString name = path(QStringLiteral("ladders.csv"));
    ASSERT_TRUE(m_window->exports().exportLadders(name));
    QFile file(name);
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    EXPECT_EQ(file.readAll().count('\n'), 1 + 5 * 4);
}

// WCAG 2.1, 1.4.6: relative luminance (L1 + .05)/(L2 + .05) of at least 7 for text.
TEST(Theme, TextHasAContrastOfAtLeastSeven) {
    const auto luminance = [](const QColor& c) {
        return xyzFrom(linearFrom(Srgb{c.redF(), c.greenF(), c.blueF()})).xyz.y();
    };
    const auto contrast = [&](const QColor& a, const QColor& b) {
        const double first = luminance(a) + 0.05;
        const double second = luminance(b) + 0.05;
        return std::max(first, second) / std::min(first, second);
    };
    for (const ThemeKind kind : {ThemeKind::Plaster, ThemeKind::Bench, ThemeKind::Paper}) {
        const Theme& t = theme(kind);
        for (const QColor& ground : {t.panel, t.field, t.ground}) {
            EXPECT_GE(contrast(t.text, ground), 7.0);
            EXPECT_GE(contrast(t.soft_text, ground), 7.0);
        }
        EXPECT_GE(contrast(t.on_chosen, t.chosen), 7.0);
        EXPECT_GE(contrast(t.mark, t.mark_rim), 7.0);
        for (const QColor& grey : {t.panel, t.field, t.ground, t.line, t.text}) {
            EXPECT_EQ(grey.red(), grey.blue());  // neutral, so that colours can be judged
            EXPECT_EQ(grey.red(), grey.green());
        }
    }
}

TEST_F(WindowTest, EveryControlHasANameAndATip) {
    openScene();
    const auto named = [](const QWidget* w, const QString& text) {
        return !text.isEmpty() || !w->accessibleName().isEmpty();
    };
    const auto tipped = [](const QWidget* w) {
        for (; w != nullptr && !w->isWindow(); w = w->parentWidget()) {
            if (!w->toolTip().isEmpty()) return true;
        }
        return false;
    };
    const auto own = [](const QWidget* w) { return !w->objectName().startsWith(u"qt_"); };
    for (const auto* button : m_window->findChildren<QAbstractButton*>()) {
        if (button->objectName().startsWith(u"banner") || !own(button)) continue;
        EXPECT_TRUE(named(button, button->text())) << button->objectName().toStdString();
        EXPECT_TRUE(tipped(button)) << button->text().toStdString();
    }
    for (const auto* box : m_window->findChildren<QAbstractSpinBox*>()) {
        EXPECT_TRUE(named(box, {}) && tipped(box));
    }
    for (const auto* box : m_window->findChildren<QComboBox*>()) {
        EXPECT_TRUE(named(box, {}) && tipped(box)) << box->currentText().toStdString();
    }
    for (const auto* slider : m_window->findChildren<QSlider*>()) {
        EXPECT_TRUE(named(slider, {}) && tipped(slider));
    }
    for (const auto* line : m_window->findChildren<QLineEdit*>()) {
        EXPECT_TRUE(!own(line) || (named(line, {}) && tipped(line)));
    }
}

// Qt runs neither of two that share keys.
TEST_F(WindowTest, NoTwoCommandsShareTheirKeys) {
    std::map<QString, QString> used;
    const auto take = [&](const QKeySequence& keys, const QString& what) {
        if (keys.isEmpty()) return;
        const auto [other, is_new] = used.emplace(keys.toString(), what);
        EXPECT_TRUE(is_new) << keys.toString().toStdString() << ": " << what.toStdString()
                            << " and " << other->second.toStdString();
    };
    for (const QAction* action : m_window->findChildren<QAction*>()) {
        for (const QKeySequence& keys : action->shortcuts()) take(keys, action->text());
    }
    for (const QAbstractButton* button : m_window->findChildren<QAbstractButton*>()) {
        take(button->shortcut(), button->text());
    }
    EXPECT_GT(used.size(), 20U);
}

TEST_F(WindowTest, TheFigureCanHaveTheWholeWindow) {
    openScene();
    const int narrow = view().width();
    child<QAction>("figureAlone")->trigger();
    ASSERT_TRUE(waitFor([&] { return view().width() > narrow + 300; }));
    EXPECT_TRUE(m_window->showsFigureAlone());
    EXPECT_FALSE(child<QWidget>("panel")->isVisible());
    child<QAction>("figureAlone")->trigger();
    ASSERT_TRUE(waitFor([&] { return view().width() == narrow; }));
    EXPECT_TRUE(child<QWidget>("panel")->isVisible());
    // The strip folds to a line of blocks.
    const int low = view().height();
    child<QAction>("foldStrip")->trigger();
    ASSERT_TRUE(waitFor([&] { return view().height() > low + 40; }));
    child<QAction>("foldStrip")->trigger();
    ASSERT_TRUE(waitFor([&] { return view().height() == low; }));
    // Close to the focus; who has none is told.
    document().selectPart(std::nullopt);
    child<QAction>("closeToFocus")->trigger();
    EXPECT_TRUE(m_window->banner().text().contains(u"main focus"));
    document().edit(QStringLiteral("focus"), Aspect::Parts,
                    [](Plan& plan) { plan.parts[1].focus = Focus::Main; });
    const double zoom = view().view().zoom;
    child<QAction>("closeToFocus")->trigger();
    EXPECT_GT(view().view().zoom, zoom);
}

TEST_F(WindowTest, ColoursAreToldInWordsUntilNumbersAreAskedFor) {
    EXPECT_FALSE(showsNumbers());
    const Lab blue = labFrom(xyzFrom(linearFrom(*srgbFromHex("#2a3c7a"))));
    EXPECT_EQ(colourWords(blue), u"dark blue");
    child<QAction>("showNumbers")->setChecked(true);
    EXPECT_TRUE(colourWords(blue).startsWith(u"L*"));
    child<QAction>("showNumbers")->setChecked(false);
    EXPECT_FALSE(showsNumbers());
    EXPECT_EQ(shownName("hooded cape"), u"Hooded cape");
}

TEST_F(WindowTest, AllSurroundingsCanBeShown) {
    openScene();
    std::vector<QImage> shown;
    for (const ThemeKind kind : {ThemeKind::Plaster, ThemeKind::Bench, ThemeKind::Paper}) {
        m_window->setTheme(kind);
        settle();
        shown.push_back(m_window->grab().toImage());
    }
    EXPECT_NE(shown[0], shown[1]);
    EXPECT_NE(shown[0], shown[2]);
    EXPECT_NE(shown[1], shown[2]);
    // The backdrop goes with it: dark in the evening, palest on paper.
    const auto corner = [](const QImage& picture) {
        return picture.pixelColor(picture.width() / 3, picture.height() / 8).lightnessF();
    };
    EXPECT_LT(corner(shown[1]), 0.3F);
    EXPECT_GT(corner(shown[0]), 0.4F);
    EXPECT_GT(corner(shown[2]), corner(shown[0]) + 0.2F);
    m_window->setTheme(ThemeKind::Plaster);
}

}  // namespace
}  // namespace glaukophos
