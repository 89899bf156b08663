// Controls on their own.
#include <gtest/gtest.h>

#include <QElapsedTimer>
#include <QPushButton>
#include <QSignalSpy>
#include <QTest>
#include <atomic>
#include <chrono>
#include <cmath>

#include "app/jobs/newest_wins.h"
#include "app/view/sky_chart.h"
#include "app/widgets/banner.h"
#include "app/widgets/colour_field.h"
#include "app/widgets/number_field.h"
#include "app/widgets/text.h"

namespace glaukophos {
namespace {

TEST(SkyChartMapping, PlaceAndDirectionAreInverse) {
    for (const Seat& seat : {Seat{12, false}, Seat{11.1, false}, Seat{4, true}}) {
        for (double hour = 0.0; hour < 12.0; hour += 0.75) {
            for (const double height : {-55.0, -20.0, -1.0, 0.0, 15.0, 45.0, 80.0}) {
                const ClockDirection back = directionAt(chartPointOf({hour, height}, seat), seat);
                EXPECT_NEAR(back.height_deg, height, 1e-9);
                EXPECT_NEAR(std::remainder(back.hour - hour, 12.0), 0.0, 1e-9);
            }
        }
    }
}

// As the painter sits: at the bottom, with what is on the left of the picture on the left. Someone
// who faces the figure has its right hand on their own left.
TEST(SkyChartMapping, StandsAsThePainterSits) {
    EXPECT_GT(chartPointOf({12, 10}, {12, false}).y, 0.5);
    EXPECT_LT(chartPointOf({3, 10}, {12, false}).x, -0.5);
    EXPECT_GT(chartPointOf({3, 10}, {3, false}).y, 0.5);  // beside its right hand
    EXPECT_GT(chartPointOf({3, 10}, {6, false}).x, 0.5);  // behind it
    EXPECT_GT(chartPointOf({3, 10}, {12, true}).x, 0.5);  // held upside down
    EXPECT_GT(chartPointOf({12, 10}, {12, true}).y, 0.5);
    EXPECT_NEAR(std::hypot(chartPointOf({5, 90}, {}).x, chartPointOf({5, 90}, {}).y), 0.0, 1e-12);
    EXPECT_GT(std::hypot(chartPointOf({5, -30}, {}).x, chartPointOf({5, -30}, {}).y),
              std::hypot(chartPointOf({5, 0}, {}).x, chartPointOf({5, 0}, {}).y));
}

TEST(Banner, AQuestionThatWasReplacedIsNotAnsweredAnyMore) {
    Banner banner;
    int first = 0;
    int second = 0;
    banner.showQuestion(QStringLiteral("One?"), QStringLiteral("Yes"), [&] { ++first; }, {});
    banner.showWork(QStringLiteral("Working"));
    banner.showQuestion(
        QStringLiteral("Two?"), QStringLiteral("Yes"), [&] { ++second; }, [&] { second += 10; });
    QTest::mouseClick(banner.findChild<QPushButton*>(QStringLiteral("bannerYes")), Qt::LeftButton);
    EXPECT_EQ(first, 0);
    EXPECT_EQ(second, 1);
    EXPECT_EQ(banner.text(), QString());
}

// A hand that has not moved while something was worked out has rested long enough.
TEST(NewestWins, RestIsCountedFromTheRequestAndANewerOneEndsIt) {
    using namespace std::chrono_literals;
    std::atomic<int> rested{0};
    std::atomic<int> disturbed{0};
    std::atomic<qint64> waited_ms{-1};
    NewestWins<bool> runner(
        [&](const bool& works_long, const NewestWins<bool>::Turn& turn) {
            if (works_long) std::this_thread::sleep_for(600ms);
            QElapsedTimer waiting;
            waiting.start();
            ++(turn.restsFor(works_long ? 500ms : 10'000ms) ? rested : disturbed);
            if (works_long) waited_ms = waiting.elapsed();
        },
        [](const QString&) {});
    runner.request(false);
    while (!QTest::qWaitFor([&] { return disturbed == 1; }, 50)) runner.request(true);
    runner.finish();
    EXPECT_EQ(disturbed, 1);
    EXPECT_GE(rested, 1);
    EXPECT_LT(waited_ms, 400);
}

TEST(NumberField, TellsEditsByTheUserOnly) {
    NumberField field(QStringLiteral("Reach"), QStringLiteral("mm"),
                      {1.0, 100.0, 1, QStringLiteral(" mm"), true});
    QSignalSpy spy(&field, &NumberField::valueEdited);
    field.setValue(10.0);
    EXPECT_EQ(spy.count(), 0);
    EXPECT_EQ(field.slider().value(), 500);  // equal ratios: 10 is half-way from 1 to 100
    field.box().setValue(100.0);
    ASSERT_EQ(spy.count(), 1);
    EXPECT_DOUBLE_EQ(spy.last().front().toDouble(), 100.0);
    EXPECT_EQ(field.slider().value(), 1000);
    QTest::keyClick(&field.slider(), Qt::Key_Home);
    EXPECT_DOUBLE_EQ(field.value(), 1.0);
}

TEST(ColourField, CodeAndSlidersAgree) {
    ColourField field(QStringLiteral("Colour"), QStringLiteral("tip"));
    field.setColour(*srgbFromHex("#336699"));
    EXPECT_EQ(field.code().text(), QStringLiteral("#336699"));
    QSignalSpy spy(&field, &ColourField::colourEdited);
    auto* chroma = field.findChildren<NumberField*>()[1];
    chroma->box().setValue(0.0);
    ASSERT_EQ(spy.count(), 1);
    const Srgb grey = field.colour();
    EXPECT_NEAR(grey.r, grey.g, 0.01);
    EXPECT_NEAR(grey.g, grey.b, 0.01);
}

TEST(Banner, WorkCanBeStoppedAndMessagesClosed) {
    Banner banner;
    QSignalSpy stopped(&banner, &Banner::stopRequested);
    auto* close = banner.findChild<QPushButton*>(QStringLiteral("bannerClose"));
    banner.showWork(QStringLiteral("Opening"));
    QTest::mouseClick(close, Qt::LeftButton);
    EXPECT_EQ(stopped.count(), 1);
    EXPECT_TRUE(banner.isHidden());
    banner.showMessage(QStringLiteral("No such file"));
    banner.dismiss();  // ends work only: a message stays until it is read
    EXPECT_EQ(banner.text(), QStringLiteral("No such file"));
    QTest::mouseClick(close, Qt::LeftButton);
    EXPECT_EQ(stopped.count(), 1);
    EXPECT_EQ(banner.text(), QString());
}

}  // namespace
}  // namespace glaukophos
