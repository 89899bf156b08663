// One painter's time: known cases, bounds, and exhaustive search on small ones.
#include "core/work/schedule.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <numeric>
#include <random>

namespace glaukophos {
namespace {

SetUps noSetUps() { return {0.0, 0.0, 0.0, 0.0}; }

Task task(double work_min, double dry_min, std::vector<std::size_t> after = {}) {
    Task made;
    made.work_min = work_min;
    made.dry_min = dry_min;
    made.after = std::move(after);
    return made;
}

bool keepsTheRules(const TaskList& load, const Schedule& schedule) {
    std::vector<double> dry(load.tasks.size(), -1.0);
    double free = 0.0;
    for (const Slot& slot : schedule.sequence) {
        const Task& of = load.tasks[slot.task];
        if (slot.begin_min - slot.set_up_min < free - 1e-9) return false;  // two things at once
        for (const std::size_t other : of.after) {
            if (dry[other] < 0.0 || slot.begin_min < dry[other] - 1e-9) return false;
        }
        const Sitting& sitting = load.sittings[std::min(slot.sitting, load.sittings.size() - 1)];
        if (slot.begin_min < sitting.begin_min || slot.end_min > sitting.end_min + 1e-9) {
            return false;
        }
        free = slot.end_min;
        dry[slot.task] = slot.dry_min;
    }
    return schedule.sequence.size() == load.tasks.size();
}

// The best of all orders, by trying every one.
double bestOfAll(const TaskList& load) {
    std::vector<std::size_t> order(load.tasks.size());
    std::iota(order.begin(), order.end(), 0);
    double best = 1e18;
    do {
        std::vector<std::size_t> place(order.size());
        for (std::size_t i = 0; i < order.size(); ++i) place[order[i]] = i;
        bool sound = true;
        for (std::size_t i = 0; i < order.size() && sound; ++i) {
            for (const std::size_t other : load.tasks[i].after) {
                sound = sound && place[other] < place[i];
            }
        }
        if (sound) best = std::min(best, inOrder(load, order).end_min);
    } while (std::next_permutation(order.begin(), order.end()));
    return best;
}

TaskList randomLoad(std::mt19937& random, std::size_t count) {
    const auto between = [&](double low, double high) {
        return low + (high - low) * static_cast<double>(random() % 1000) / 1000.0;
    };
    TaskList load;
    for (std::size_t i = 0; i < count; ++i) {
        Task made = task(between(2, 15), between(0, 25));
        made.mix = static_cast<int>(random() % 3);
        made.tool = static_cast<int>(random() % 2);
        for (std::size_t other = 0; other < i; ++other) {
            if (random() % 4 == 0) made.after.push_back(other);
        }
        load.tasks.push_back(std::move(made));
    }
    return load;
}

// Solved by hand: a coat of 5 and 20 minutes of drying, twice on each of two things. Alone each
// waits 20; together 5 + 5, wait 15, 5 + 5.
TEST(Schedule, TwoThingsDryWhileTheOtherIsPainted) {
    TaskList load;
    load.set_ups = noSetUps();
    load.tasks = {task(5, 20), task(5, 20, {0}), task(5, 20), task(5, 20, {2})};
    EXPECT_DOUBLE_EQ(inOrder(load, {0, 1, 2, 3}).end_min, 60.0);
    const Schedule best = planned(load, {});
    EXPECT_DOUBLE_EQ(best.end_min, 35.0);
    EXPECT_DOUBLE_EQ(best.waiting_min, 15.0);
    EXPECT_DOUBLE_EQ(best.work_min, 20.0);
    EXPECT_TRUE(keepsTheRules(load, best));
}

// By hand: three layers of 10 that dry 10 each, on three figures. Layer by layer over all three
// nothing is waited for: 90. One after another: 3 x (10+10+10+10+10) = 150.
TEST(Schedule, ABatchOfThreeLosesNoMinute) {
    TaskList load;
    load.set_ups = noSetUps();
    for (std::size_t figure = 0; figure < 3; ++figure) {
        for (std::size_t layer = 0; layer < 3; ++layer) {
            load.tasks.push_back(layer == 0 ? task(10, 10) : task(10, 10, {load.tasks.size() - 1}));
        }
    }
    std::vector<std::size_t> naive(9);
    std::iota(naive.begin(), naive.end(), 0);
    EXPECT_DOUBLE_EQ(inOrder(load, naive).end_min, 150.0);
    const Schedule best = planned(load, {});
    EXPECT_DOUBLE_EQ(best.end_min, 90.0);
    EXPECT_DOUBLE_EQ(shortestPossible(load), 90.0);
}

// By hand: mixes a, b, a, b of 4 minutes; a new mix takes 2, one that is still wet 0.4. Grouped by
// mix: 2 + 4 + 4 + 2 + 4 + 4 = 20; taken in turn: 2+4 + 2+4 + 0.4+4 + 0.4+4 = 20.8.
TEST(Schedule, CoatsOfOneMixAreGrouped) {
    TaskList load;
    load.set_ups = {2.0, 0.4, 0.0, 0.0};
    for (const int mix : {0, 1, 0, 1}) {
        load.tasks.push_back(task(4, 0));
        load.tasks.back().mix = mix;
    }
    EXPECT_NEAR(inOrder(load, {0, 1, 2, 3}).end_min, 20.8, 1e-9);
    EXPECT_NEAR(planned(load, {}).end_min, 20.0, 1e-9);
    // On a palette that dries at once every change is a new mix.
    load.set_ups.palette_min = 1.0;
    EXPECT_NEAR(inOrder(load, {0, 1, 2, 3}).end_min, 24.0, 1e-9);
}

// Whether a mix is still fresh is judged once, when it is set up: waiting for the ground to dry
// makes no new mix of it. By hand: 2+4, 2+4, 0.4 and a wait until 26, +4, 2+4, 2+4 = 42.
TEST(Schedule, FreshnessOfAMixIsJudgedOnce) {
    TaskList load;
    load.set_ups = {2.0, 0.4, 0.0, 0.0};
    load.set_ups.palette_min = 10.0;
    for (const int mix : {0, 1, 0, 1, 0}) {
        load.tasks.push_back(task(4, 0));
        load.tasks.back().mix = mix;
    }
    load.tasks[0].dry_min = 20;
    load.tasks[2].after = {0};
    const Schedule schedule = inOrder(load, {0, 1, 2, 3, 4});
    EXPECT_NEAR(schedule.end_min, 42.0, 1e-9);
    EXPECT_TRUE(schedule.sequence[0].mixed_anew);
    EXPECT_FALSE(schedule.sequence[2].mixed_anew);
    EXPECT_TRUE(schedule.sequence[4].mixed_anew);
}

TEST(Schedule, AnAirbrushIsSetUpOnceForAllThatIsSprayedInOneMix) {
    TaskList load;
    load.set_ups = {0.0, 0.0, 0.5, 5.0};
    for (const bool sprayed : {true, false, true}) {
        load.tasks.push_back(task(3, 0));
        load.tasks.back().tool = sprayed ? 1 : 0;
        load.tasks.back().airbrush = sprayed;
    }
    // In turn it is set up twice and the brush taken once between.
    EXPECT_NEAR(inOrder(load, {0, 1, 2}).end_min, 5 + 3 + 0.5 + 3 + 5 + 3, 1e-9);
    EXPECT_NEAR(planned(load, {}).end_min, 3 + 5 + 3 + 3, 1e-9);  // the brush first
}

TEST(Schedule, EveningsEndAndPaintDriesOverNight) {
    TaskList load;
    load.set_ups = noSetUps();
    load.sittings = {{0, 60}, {1440, 1500}, {2880, 2940}};
    load.tasks = {task(40, 300), task(30, 10, {0}), task(15, 10)};
    const Schedule best = planned(load, {});
    ASSERT_TRUE(keepsTheRules(load, best));
    // 40 and 15 fit on the first evening; the coat over the wet one is the next evening's first.
    EXPECT_EQ(best.sequence.back().sitting, 1U);
    EXPECT_DOUBLE_EQ(best.end_min, 1470.0);
    EXPECT_DOUBLE_EQ(best.waiting_min, 0.0);
}

TEST(Schedule, WhatIsTooMuchForAllEveningsGoesOnAfterTheLast) {
    TaskList load;
    load.set_ups = noSetUps();
    load.sittings = {{0, 30}};
    load.tasks = {task(25, 0), task(25, 0, {0})};
    const Schedule schedule = planned(load, {});
    EXPECT_EQ(schedule.sequence.size(), 2U);
    EXPECT_DOUBLE_EQ(schedule.end_min, 50.0);
}

// At most 2 % above the best order there is; every order of 7 tasks is tried.
TEST(Schedule, SmallRandomCasesAreWithinTwoPerCentOfTheBest) {
    std::mt19937 random(7);
    for (int round = 0; round < 60; ++round) {
        const TaskList load = randomLoad(random, 7);
        const Schedule found = planned(load, {});
        ASSERT_TRUE(keepsTheRules(load, found)) << round;
        const double best = bestOfAll(load);
        EXPECT_LE(found.end_min, 1.02 * best) << round;
        EXPECT_GE(found.end_min, best - 1e-9) << round;
        EXPECT_GE(best, shortestPossible(load) - 1e-9) << round;
    }
}

TEST(Schedule, LargeOnesKeepTheRulesAndBeatTheNaiveOrder) {
    std::mt19937 random(11);
    TaskList load = randomLoad(random, 120);
    load.sittings.clear();
    for (int evening = 0; evening < 40; ++evening) {
        load.sittings.push_back({evening * 1440.0, evening * 1440.0 + 150.0});
    }
    std::vector<std::size_t> naive(load.tasks.size());
    std::iota(naive.begin(), naive.end(), 0);
    const Schedule found = planned(load, {});
    EXPECT_TRUE(keepsTheRules(load, found));
    EXPECT_LE(found.end_min, inOrder(load, naive).end_min);
    // Twice the same.
    EXPECT_EQ(planned(load, {}).end_min, found.end_min);
}

}  // namespace
}  // namespace glaukophos
