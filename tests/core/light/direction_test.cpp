#include "core/light/direction.h"

#include <gtest/gtest.h>

namespace glaukophos {
namespace {

TEST(Direction, TwelveIsWhereTheFigureFacesAndThreeItsOwnRight) {
    EXPECT_LT((towards({12, 0}) - Vec3(0, -1, 0)).norm(), 1e-6F);
    EXPECT_LT((towards({3, 0}) - Vec3(-1, 0, 0)).norm(), 1e-6F);
    EXPECT_LT((towards({6, 0}) - Vec3(0, 1, 0)).norm(), 1e-6F);
    EXPECT_LT((towards({9, 90}) - Vec3(0, 0, 1)).norm(), 1e-6F);
}

TEST(Direction, ComesBackFromItsVector) {
    for (const double hour : {0.0, 1.5, 5.25, 11.9}) {
        for (const double height : {-60.0, -5.0, 0.0, 33.0, 88.0}) {
            const ClockDirection back = clockFrom(7.0F * towards({hour, height}));
            EXPECT_NEAR(back.hour, hour, 1e-4);
            EXPECT_NEAR(back.height_deg, height, 1e-3);
        }
    }
    EXPECT_DOUBLE_EQ(clockFrom({0, 0, 5}).height_deg, 90.0);
}

TEST(Direction, WordsNameBothSides) {
    EXPECT_EQ(inWords(ClockDirection{2, 55}),
              "2 o'clock, 55 degrees up, over the figure's right shoulder (on your left as you "
              "face it)");
    EXPECT_EQ(inWords(ClockDirection{10.4, -20}),
              "half past 10, 20 degrees below, in front, on the figure's left (on your right as "
              "you face it)");
    EXPECT_EQ(inWords(ClockDirection{11.9, 0}),
              "12 o'clock, level with the figure, in front of the figure");
    EXPECT_EQ(inWords(ClockDirection{4, 89}), "straight above the figure");
}

}  // namespace
}  // namespace glaukophos
