// The Steps stage and the bench as their user drives them.
#include <QDir>
#include <QDrag>
#include <QFile>
#include <QLabel>
#include <QLineEdit>
#include <QProcess>

#include "app/stages/steps/findings_page.h"
#include "app/view/lanes_view.h"
#include "core/plan/part_edits.h"
#include "core/work/folded_steps.h"
#include "core/work/part_steps.h"
#include "tests/app/window_fixture.h"

namespace glaukophos {
namespace {

class StepsStage : public WindowTest {
  protected:
    void openSteps(const char* page = "pageOrder") {
        openScene();
        m_window->setStage(Stage::Steps);
        showPage(page);
        waitForWork();
    }
    void showPage(const char* page) { QTest::mouseClick(child<QPushButton>(page), Qt::LeftButton); }
    const Plan& plan() { return document().plan(); }
    const Desk& desk() { return *document().evaluated()->desk; }
    const std::vector<Step>& steps() { return desk().work.steps; }
    void waitForWork() {
        settle();
        ASSERT_TRUE(waitFor([this] {
            const EvaluatedPtr& evaluated = document().evaluated();
            return evaluated->desk != nullptr && evaluated->plan.steps == plan().steps &&
                   evaluated->plan.parts == plan().parts &&
                   evaluated->plan.lights == plan().lights &&
                   evaluated->plan.values == plan().values;
        }));
        QTest::qWait(20);
    }
    QListWidget& list() { return m_window->stepsPanel().orderPage().list(); }
    // The row of a step in the list, whose other rows name phases.
    int rowOf(const std::string& key) {
        for (int row = 0; row < list().count(); ++row) {
            if (list().item(row)->data(Qt::UserRole).toString().toStdString() == key) return row;
        }
        return -1;
    }
    void clickRow(int row) {
        if (list().item(row)->isHidden()) {
            QTest::mouseClick(child<QCheckBox>("stepsFolded"), Qt::LeftButton, {}, QPoint(8, 8));
        }
        list().scrollToItem(list().item(row));
        QTest::mouseClick(list().viewport(), Qt::LeftButton, {},
                          list().visualItemRect(list().item(row)).center());
    }
    // A plan whose edges are all alike, which is found.
    void openWithEvenEdges() {
        openSteps("pageFindings");
        document().edit(QStringLiteral("even"), Aspect::Values,
                        [](Plan& changed) { changed.values.edge_lines.school = EdgeSchool::Even; });
        waitForWork();
    }
    // A button of a finding, once it is there; null when it does not come.
    QPushButton* shownButton(const char* name) {
        QPushButton* button = nullptr;
        const bool shown = waitFor([&] {
            button = m_window->findChild<QPushButton*>(QString::fromUtf8(name));
            return button != nullptr && button->isVisible();
        });
        return shown ? button : nullptr;
    }
    // A step of a part that follows another one of it.
    const Step& layer() { return *std::ranges::find(steps(), StepKind::Layer, &Step::kind); }
};

TEST_F(StepsStage, AChosenStepShowsItsMapAndItsDrops) {
    openSteps();
    ASSERT_GT(steps().size(), 8U);
    EXPECT_EQ(view().overlay(), Overlay::Layer);
    const std::string key = layer().key;
    const QString title = QString::fromStdString(layer().title);
    clickRow(rowOf(key));
    EXPECT_EQ(m_window->stepsPanel().orderPage().chosen().toStdString(), key);
    EXPECT_TRUE(child<QLabel>("stepTitle")->text().startsWith(title));
    const auto& drops = m_window->stepsPanel().findChild<DropsView*>()->recipe();
    ASSERT_EQ(drops.paints.size(), layer().amounts.size());
    EXPECT_EQ(drops.paints.front().count, layer().amounts.front().count);
    EXPECT_EQ(drops.paints.front().touches, layer().amounts.front().touches);
    EXPECT_TRUE(child<QLabel>("stepWords")->text().contains(QStringLiteral("Why")));
    // Two steps have two pictures.
    ASSERT_TRUE(waitFor([this] { return view().isFinished(); }));
    const QImage before = view().picture();
    clickRow(rowOf(steps().front().key));
    ASSERT_TRUE(waitFor([this] { return view().isFinished(); }));
    EXPECT_NE(before, view().picture());
    // What is sprayed says what protects.
    EXPECT_TRUE(child<QLabel>("stepWords")->isVisible());
    bool caution = false;
    for (const QLabel* label : m_window->stepsPanel().findChildren<QLabel*>()) {
        caution =
            caution || (label->isVisible() && label->text().contains(QStringLiteral("respirator")));
    }
    EXPECT_TRUE(caution);
}

TEST_F(StepsStage, MovingAStepSaysWhatBreaksAndCanBeTakenBack) {
    openSteps();
    const std::string key = layer().key;
    const std::size_t at = indexOf(steps(), key);
    clickRow(rowOf(key));
    QTest::mouseClick(child<QPushButton>("stepEarlier"), Qt::LeftButton);
    waitForWork();
    EXPECT_EQ(indexOf(steps(), key), at - 1);
    ASSERT_FALSE(desk().work.broken.empty());
    const auto said = [&] {
        for (const QLabel* label : m_window->stepsPanel().findChildren<QLabel*>()) {
            if (label->isVisible() &&
                label->text().contains(QStringLiteral("each layer lies on the one before"))) {
                return label->objectName() == QStringLiteral("problem");
            }
        }
        return false;
    };
    EXPECT_TRUE(waitFor(said, 3000));
    document().undoStack().undo();
    waitForWork();
    EXPECT_EQ(indexOf(steps(), key), at);
    EXPECT_TRUE(desk().work.broken.empty()) << desk().work.broken.front();
    // Later and later, then all of it back by the button.
    clickRow(rowOf(key));
    QTest::mouseClick(child<QPushButton>("stepLater"), Qt::LeftButton);
    waitForWork();
    EXPECT_EQ(indexOf(steps(), key), at + 1);
    QTest::mouseClick(child<QPushButton>("usualOrder"), Qt::LeftButton);
    waitForWork();
    EXPECT_EQ(indexOf(steps(), key), at);
    EXPECT_TRUE(plan().steps.moved.empty());
}

TEST_F(StepsStage, DraggingARowMovesTheStep) {
    openSteps();
    const std::string key = layer().key;
    clickRow(rowOf(key));
    const int from = rowOf(key);
    const int to = rowOf(steps()[indexOf(steps(), key) + 3].key);
    // What a drop does in the model; a drag with the mouse needs a window manager.
    ASSERT_TRUE(list().model()->moveRow({}, from, {}, to + 1));
    ASSERT_EQ(plan().steps.moved.size(), 1U);
    EXPECT_EQ(plan().steps.moved.front().step, key);
    const std::string after = plan().steps.moved.front().after;
    waitForWork();
    EXPECT_EQ(indexOf(steps(), key), indexOf(steps(), after) + 1);
}

TEST_F(StepsStage, ARowThatIsTakenAndGivenUpStaysWhereItWas) {
    openSteps();
    clickRow(rowOf(layer().key));
    QWidget* rows = list().viewport();
    const QPoint from = list().visualItemRect(list().currentItem()).center();
    // The timer only fires while the move has not come back: the row hangs at the pointer.
    bool is_moving = false;
    bool was_held = false;
    QTimer giving_up;
    QObject::connect(&giving_up, &QTimer::timeout, [&] {
        was_held = was_held || is_moving;
        QDrag::cancel();
    });
    giving_up.start(50);
    QTest::mousePress(rows, Qt::LeftButton, {}, from);
    is_moving = true;
    for (int i = 1; i <= 4; ++i) {
        const QPoint at = from + QPoint(0, 12 * i);
        QMouseEvent move(QEvent::MouseMove, at, rows->mapToGlobal(at), Qt::NoButton, Qt::LeftButton,
                         Qt::NoModifier);
        QApplication::sendEvent(rows, &move);
    }
    is_moving = false;
    QTest::mouseRelease(rows, Qt::LeftButton, {}, from);
    EXPECT_TRUE(was_held);
    EXPECT_TRUE(plan().steps.moved.empty());
}

TEST_F(StepsStage, AWayIsChosenForAllPartsOrOne) {
    openSteps("pageWays");
    QTest::mouseClick(child<QPushButton>("buildUp3"), Qt::LeftButton);
    EXPECT_EQ(plan().steps.build_up, BuildUp::Hatched);
    waitForWork();
    document().selectPart(PartIndex{1});
    QTest::mouseClick(child<QPushButton>("buildUp1"), Qt::LeftButton);
    ASSERT_TRUE(plan().parts[1].build_up);
    EXPECT_EQ(*plan().parts[1].build_up, BuildUp::MiddleFirst);
    EXPECT_EQ(plan().steps.build_up, BuildUp::Hatched);
    auto* back = child<QPushButton>("wayAsPlan");
    ASSERT_TRUE(waitFor([&] { return back->isVisible(); }));
    QTest::mouseClick(back, Qt::LeftButton);
    EXPECT_FALSE(plan().parts[1].build_up);
    QTest::mouseClick(child<QPushButton>("glowBuildUp2"), Qt::LeftButton);
    EXPECT_EQ(plan().steps.glow, GlowBuildUp::Airbrush);
    waitForWork();
    const auto shell = std::ranges::find(steps(), StepKind::Shell, &Step::kind);
    ASSERT_NE(shell, steps().end());
    EXPECT_EQ(shell->tool, Tool::Airbrush);
}

TEST_F(StepsStage, ABatchOnEveningsIsDrawnAndSaved) {
    openSteps("pageTime");
    EXPECT_TRUE(m_window->findChild<LanesView*>()->isVisible());
    const double alone = desk().batch->schedule.end_min;
    child<NumberField>("figures")->box().setValue(3);
    QTest::mouseClick(child<QCheckBox>("eveningsUsed"), Qt::LeftButton, {}, QPoint(8, 8));
    child<QDateEdit>("firstEvening")->setDate(QDate(2026, 12, 1));
    child<QTimeEdit>("eveningEnds")->setTime(QTime(20, 30));
    QTest::mouseClick(child<QToolButton>("weekday1"), Qt::LeftButton);
    EXPECT_EQ(plan().steps.figures, 3);
    EXPECT_EQ(plan().steps.evenings.end_min, 20 * 60 + 30);
    EXPECT_FALSE(plan().steps.evenings.weekdays[0]);
    waitForWork();
    const Batch& batch = *desk().batch;
    EXPECT_LT(batch.deskMinutes(batch.schedule), 3.0 * alone);
    EXPECT_LT(batch.deskMinutes(batch.schedule), batch.deskMinutes(batch.one_after_another));
    EXPECT_TRUE(waitFor(
        [this] { return child<QLabel>("timeTotals")->text().contains(QStringLiteral("saved")); }));
    const QString file = path(QStringLiteral("evenings.ics"));
    ASSERT_TRUE(m_window->exports().exportWork(file));
    QFile calendar(file);
    ASSERT_TRUE(calendar.open(QIODevice::ReadOnly));
    EXPECT_TRUE(calendar.readAll().contains("DTSTART:20261201T190000"));
    // Too short an evening is said where the totals would be, and in the lanes.
    child<NumberField>("pace")->box().setValue(4.0);
    child<QTimeEdit>("eveningEnds")->setTime(QTime(19, 15));
    waitForWork();
    EXPECT_FALSE(desk().batch);
    EXPECT_TRUE(waitFor([this] {
        return child<QLabel>("timeTotals")->text().contains(QStringLiteral("too short"));
    }));
    EXPECT_FALSE(m_window->exports().exportWork(file));
    EXPECT_TRUE(m_window->banner().text().contains(QStringLiteral("too short")));
    m_window->openBench();
    EXPECT_FALSE(m_window->bench().isVisible());
}

TEST_F(StepsStage, AFindingIsShownOnTheFigureAndCured) {
    openWithEvenEdges();
    QPushButton* show = shownButton("show_edges-alike");
    ASSERT_NE(show, nullptr);
    EXPECT_TRUE(child<QToolButton>("findingCount")->text().contains(QStringLiteral("finding")));
    const double hour = view().view().hour;
    QTest::mouseClick(show, Qt::LeftButton);
    ASSERT_TRUE(view().markedPlace());
    EXPECT_NE(view().view().hour, hour);
    // The ring is in the middle of the view.
    const QPoint ring = pixelOfPoint(*view().markedPlace());
    const int middle = view().grid().width / 2;
    const int beside = view().grid().width / 8;
    EXPECT_NEAR(ring.x(), middle, beside);
    QTest::mouseClick(child<QPushButton>("cure_edges-alike"), Qt::LeftButton);
    EXPECT_EQ(plan().values.edge_lines.school, EdgeSchool::Weighted);
    waitForWork();
    ASSERT_TRUE(waitFor([&] {
        return m_window->findChild<QPushButton*>(QStringLiteral("cure_edges-alike")) == nullptr;
    }));
    document().undoStack().undo();
    EXPECT_EQ(plan().values.edge_lines.school, EdgeSchool::Even);
}

TEST_F(StepsStage, AFindingOfAnEarlierPlanCuresNothing) {
    openWithEvenEdges();
    QPushButton* mend = shownButton("cure_edges-alike");
    ASSERT_NE(mend, nullptr);
    document().edit(QStringLiteral("join"), Aspect::Parts,
                    [](Plan& changed) { mergeParts(changed, 0, 1); });
    const Plan joined = plan();
    QTest::mouseClick(mend, Qt::LeftButton);
    EXPECT_EQ(plan(), joined);
    EXPECT_TRUE(child<QLabel>("findingsSummary")->text().contains(QStringLiteral("changed since")));
    // Once they are found anew, they cure.
    waitForWork();
    mend = shownButton("cure_edges-alike");
    ASSERT_NE(mend, nullptr);
    QTest::mouseClick(mend, Qt::LeftButton);
    EXPECT_EQ(plan().values.edge_lines.school, EdgeSchool::Weighted);
}

TEST_F(StepsStage, ThePlanGoesOntoPaperAndMapsIntoAFolder) {
    openSteps();
    const QString file = path(QStringLiteral("work.pdf"));
    ASSERT_TRUE(m_window->exports().exportWorkSheet(file, QPageSize::Letter));
    QFile pdf(file);
    ASSERT_TRUE(pdf.open(QIODevice::ReadOnly));
    const QByteArray bytes = pdf.readAll();
    EXPECT_TRUE(bytes.startsWith("%PDF"));
    EXPECT_TRUE(bytes.contains("MediaBox [0 0 612"));  // Letter: 8.5 inches of 72 points
    // Six to eight entries a page, besides the plan itself; every one of them is there.
    const std::vector<FoldedSteps> entries = folded(document().plan(), steps());
    const auto pages = bytes.count("/Type /Page\n");
    EXPECT_GE(pages, static_cast<qsizetype>(entries.size()) / 8 + 2);
    EXPECT_LE(pages, static_cast<qsizetype>(entries.size()) / 6 + 6);
    QProcess text;
    text.start(QStringLiteral("pdftotext"), {file, QStringLiteral("-")});
    ASSERT_TRUE(text.waitForFinished());
    const QString words = QString::fromUtf8(text.readAllStandardOutput());
    for (const FoldedSteps& entry : entries) {
        EXPECT_TRUE(words.contains(QStringLiteral("%1").arg(entry.first + 1))) << entry.title;
    }
    EXPECT_TRUE(words.contains(QString::fromStdString(entries.front().title)));
    EXPECT_TRUE(words.contains(QString::fromStdString(entries.back().title)));
    const QString folder = path(QStringLiteral("maps"));
    ASSERT_TRUE(m_window->exports().exportMaps(folder));
    const QStringList maps = QDir(folder).entryList({QStringLiteral("*.png")});
    EXPECT_EQ(maps.size(), static_cast<qsizetype>(steps().size()));
    EXPECT_TRUE(maps.front().startsWith(QStringLiteral("001-Primer")));
    const QImage first(folder + QLatin1Char('/') + maps.front());
    const QImage last(folder + QLatin1Char('/') + maps.back());
    EXPECT_FALSE(first.isNull());
    EXPECT_NE(first, last);
    // What cannot be written is said.
    EXPECT_FALSE(m_window->exports().exportMaps(file + QStringLiteral("/maps")));
    EXPECT_TRUE(m_window->banner().text().contains(QStringLiteral("cannot be made")));
}

TEST_F(StepsStage, AStepIsSeenBeforeAndAfterItIsLaid) {
    openSteps();
    clickRow(rowOf(layer().key));
    ASSERT_TRUE(waitFor([this] { return view().isFinished(); }));
    const QImage map = view().picture();
    QTest::mouseClick(child<QAbstractButton>("sightBefore"), Qt::LeftButton);
    EXPECT_EQ(m_window->stepsPanel().orderPage().sight(), OrderPage::Sight::Before);
    ASSERT_TRUE(waitFor([&] { return view().isFinished() && view().picture() != map; }));
    const QImage before = view().picture();
    QTest::mouseClick(child<QAbstractButton>("sightAfter"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return view().isFinished() && view().picture() != before; }));
    EXPECT_NE(view().picture(), map);
    QTest::mouseClick(child<QAbstractButton>("sightMap"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return view().isFinished() && view().picture() == map; }));
}

TEST_F(StepsStage, RecessesAndVarnishAreChosenOnTheWaysPage) {
    openSteps();
    QTest::mouseClick(child<QAbstractButton>("pageWays"), Qt::LeftButton);
    QTest::mouseClick(child<QCheckBox>("varnished"), Qt::LeftButton, {}, QPoint(8, 8));
    auto* recesses = child<QComboBox>("recesses");
    recesses->setCurrentIndex(2);
    emit recesses->activated(2);
    EXPECT_TRUE(plan().steps.varnished);
    EXPECT_EQ(plan().steps.recesses, Recesses::Lined);
    waitForWork();
    ASSERT_TRUE(waitFor([this] { return steps().back().kind == StepKind::Varnish; }));
}

TEST_F(StepsStage, TheCountOfFindingsLeadsToThem) {
    openScene();
    waitForWork();
    QTest::mouseClick(child<QToolButton>("findingCount"), Qt::LeftButton);
    EXPECT_EQ(m_window->stepsPanel().page(), StepsPanel::Page::Findings);
    EXPECT_TRUE(m_window->stepsPanel().isVisible());
}

TEST_F(StepsStage, WhatBelongsTogetherIsOneRowUntilItIsChosen) {
    openSteps();
    const auto shown = [&] {
        int rows = 0;
        for (int row = 0; row < list().count(); ++row) rows += list().item(row)->isHidden() ? 0 : 1;
        return rows;
    };
    const int folded = shown();
    EXPECT_LT(folded, list().count());
    int row = 0;
    while (row < list().count() && !list().item(row)->isHidden()) ++row;
    ASSERT_LT(row, list().count());
    EXPECT_TRUE(list().item(row - 1)->text().contains(QStringLiteral("–")));
    list().setCurrentRow(row - 1);
    EXPECT_FALSE(list().item(row)->isHidden());
    QTest::mouseClick(child<QCheckBox>("stepsFolded"), Qt::LeftButton, {}, QPoint(8, 8));
    EXPECT_EQ(shown(), list().count());
}

class BenchTest : public StepsStage {
  protected:
    void openBench() {
        openScene();
        waitForWork();
        QTest::mouseClick(child<QToolButton>("stageBench"), Qt::LeftButton);
        ASSERT_TRUE(waitFor([this] { return bench().isVisible() && bench().task(); }));
        ASSERT_TRUE(QTest::qWaitForWindowActive(&bench()));
    }
    BenchWindow& bench() { return m_window->bench(); }
    QLabel* label(const char* name) {
        return bench().findChild<QLabel*>(QString::fromLatin1(name));
    }
    void press(Qt::Key key) { QTest::keyClick(&bench().figureView(), key); }
};

TEST_F(BenchTest, SpaceAndPageKeysDoAndUndoCoats) {
    openBench();
    EXPECT_EQ(label("benchTitle")->text(), QStringLiteral("Primer"));
    EXPECT_EQ(bench().figureView().overlay(), Overlay::Layer);
    press(Qt::Key_Space);
    ASSERT_EQ(bench().log().done.size(), 1U);
    EXPECT_EQ(bench().log().done.front().steps.front(), "primer");
    EXPECT_NE(label("benchTitle")->text(), QStringLiteral("Primer"));
    // The primer is wet for half an hour: the next step says so, and asks before it goes on.
    EXPECT_TRUE(label("benchClock")->text().contains(QStringLiteral("wet")));
    press(Qt::Key_PageDown);
    EXPECT_EQ(bench().log().done.size(), 1U);
    press(Qt::Key_PageDown);
    EXPECT_EQ(bench().log().done.size(), 2U);
    press(Qt::Key_PageUp);
    press(Qt::Key_PageUp);
    EXPECT_TRUE(bench().log().done.empty());
    EXPECT_EQ(label("benchTitle")->text(), QStringLiteral("Primer"));
    press(Qt::Key_PageUp);  // nothing more to undo
    press(Qt::Key_Escape);
    EXPECT_FALSE(bench().isVisible());
}

TEST_F(BenchTest, AStepIsShownCloseUpWithTheWholeFigureBeside) {
    openBench();
    auto* whole = bench().findChild<FigureView*>(QStringLiteral("benchWhole"));
    ASSERT_NE(whole, nullptr);
    EXPECT_FALSE(whole->isVisible());  // the primer is all over
    for (int i = 0; i < 60 && !whole->isVisible() && bench().task(); ++i) press(Qt::Key_Space);
    ASSERT_TRUE(whole->isVisible());
    EXPECT_GT(bench().figureView().view().zoom, 1.3);
    EXPECT_EQ(whole->view().zoom, 1.0);
    EXPECT_EQ(whole->view().hour, bench().figureView().view().hour);
    EXPECT_EQ(whole->geometry().bottomRight(), bench().figureView().rect().bottomRight());
    // Turned by hand it stays so, until the next step.
    press(Qt::Key_Left);
    const double hour = bench().figureView().view().hour;
    press(Qt::Key_A);
    EXPECT_EQ(bench().figureView().view().hour, hour);
}

TEST_F(BenchTest, TheFigureIsTurnedByKeys) {
    openBench();
    const double hour = bench().figureView().view().hour;
    press(Qt::Key_Left);
    EXPECT_NE(bench().figureView().view().hour, hour);
    EXPECT_TRUE(bench().log().done.empty());
}

TEST_F(BenchTest, NotesAreTakenByAKeyAndShown) {
    openBench();
    press(Qt::Key_N);
    auto* note = bench().findChild<QLineEdit*>(QStringLiteral("benchNote"));
    ASSERT_TRUE(note->isVisible());
    QTest::keyClicks(note, QStringLiteral("too thick near the hem "));  // with a space in it
    QTest::keyClick(note, Qt::Key_Return);
    EXPECT_FALSE(note->isVisible());
    ASSERT_EQ(bench().log().notes.size(), 1U);
    EXPECT_EQ(bench().log().notes.front().text, "too thick near the hem");
    EXPECT_TRUE(label("benchDrying")->text().contains(QStringLiteral("near the hem")));
    EXPECT_TRUE(bench().log().done.empty());
    // Esc drops a note, it does not leave the bench.
    press(Qt::Key_N);
    QTest::keyClick(note, Qt::Key_Escape);
    EXPECT_TRUE(bench().isVisible());
    EXPECT_EQ(bench().log().notes.size(), 1U);
}

TEST_F(BenchTest, TheStateOutlivesACrash) {
    openBench();
    press(Qt::Key_Space);
    press(Qt::Key_Space);
    press(Qt::Key_Space);
    const BenchLog before = bench().log();
    ASSERT_GE(before.done.size(), 2U);
    const QString title = label("benchTitle")->text();
    // Another run of the program on the same plan, while this one was never closed.
    BenchWindow after(document(), path(QStringLiteral("recovery")));
    after.begin();
    ASSERT_TRUE(waitFor([&] { return after.task().has_value(); }));
    EXPECT_EQ(after.log().done, before.done);
    EXPECT_EQ(after.findChild<QLabel*>(QStringLiteral("benchTitle"))->text(), title);
    after.close();
}

TEST_F(BenchTest, DimDarkensAndTheMinutesAreCounted) {
    openBench();
    const QColor bright = bench().grab().toImage().pixelColor(5, bench().height() - 5);
    press(Qt::Key_D);
    const QColor dim = bench().grab().toImage().pixelColor(5, bench().height() - 5);
    EXPECT_LT(dim.lightness(), bright.lightness());
    press(Qt::Key_D);
    ASSERT_TRUE(waitFor([this] { return bench().log().spent_s >= 1.0; }));
    press(Qt::Key_Space);
    EXPECT_GT(bench().log().done.front().minutes, 0.01);
    EXPECT_LT(bench().log().spent_s, 1.0);
}

TEST_F(BenchTest, TheOwnPaceIsOfferedAfterAFewCoats) {
    openBench();
    press(Qt::Key_Escape);
    m_window->setStage(Stage::Steps);
    QTest::mouseClick(child<QPushButton>("pageTime"), Qt::LeftButton);
    BenchLog log;
    for (int i = 0; i < 6; ++i) {
        CoatDone done;
        done.steps = {"step"};
        done.minutes = 6.0;
        done.usual_min = 4.0;
        log.done.push_back(done);
    }
    auto* own = child<QPushButton>("ownPace");
    EXPECT_TRUE(own->isHidden());
    document().setBenchLog(log);
    document().edit(QStringLiteral("pace"), Aspect::Steps,
                    [](Plan& plan) { plan.steps.pace = 1.1; });
    EXPECT_FALSE(own->isHidden());
    EXPECT_EQ(own->text().toStdString(), "Take your own: 1.50 ×, over 6 coats");
    own->click();
    EXPECT_DOUBLE_EQ(document().plan().steps.pace, 1.5);
    EXPECT_TRUE(own->isHidden());
}

}  // namespace
}  // namespace glaukophos
