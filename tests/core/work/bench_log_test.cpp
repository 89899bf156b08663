// The log of the bench: what comes next, what dries, and what outlives a crash.
#include "core/work/bench_log.h"

#include <gtest/gtest.h>

#include <filesystem>
#include <fstream>

#include "core/io/bench_file.h"

namespace glaukophos {
namespace {

Step step(const char* key, int coats, double work_min, double dry_min,
          std::vector<After> after = {}) {
    Step made;
    made.key = key;
    made.title = key;
    made.coats = coats;
    made.work_min = work_min;
    made.dry_min = dry_min;
    made.after = std::move(after);
    return made;
}

// A base of two coats with a light over it, and a boot that has nothing to do with them.
struct Bench {
    Work work;
    Batch batch;
    BenchLog log;

    explicit Bench(int figures = 1) {
        work.steps = {step("base", 2, 5, 10), step("light", 1, 4, 10, {{"base", "order"}}),
                      step("boot", 1, 3, 10)};
        StepChoices choices;
        choices.figures = figures;
        batch = *batchOf(choices, work, 0, {});
    }
    std::string keyOf(std::size_t task) const { return work.steps[batch.tasks[task].step].key; }
    std::optional<NextTask> next(double now_s) const { return nextTask(log, work, batch, now_s); }
    void finish(double now_s) { markDone(log, work, batch, next(now_s)->task, now_s); }
};

TEST(BenchLog, SomethingElseIsDoneWhileALayerDries) {
    Bench bench;
    double now = 1000.0;
    std::vector<std::string> order;
    bool meanwhile = false;
    while (const auto next = bench.next(now)) {
        if (next->ready_s > now) {  // nothing else to do
            now = next->ready_s;
            continue;
        }
        meanwhile = meanwhile || next->meanwhile;
        order.push_back(bench.keyOf(next->task));
        now += 60.0 * bench.work.steps[bench.batch.tasks[next->task].step].work_min;
        bench.finish(now);
    }
    // The boot goes between two coats that have to wait for each other.
    ASSERT_EQ(order.size(), 4U);
    EXPECT_EQ(std::ranges::count(order, "base"), 2);
    EXPECT_NE(order.back(), "base");
    EXPECT_NE(order[1], order[0]);
}

TEST(BenchLog, WhatDriesIsListedOnceAndInOrder) {
    Bench bench;
    bench.finish(0.0);
    bench.finish(60.0);
    const std::vector<CoatDone> wet = drying(bench.log, 61.0);
    ASSERT_EQ(wet.size(), 2U);
    EXPECT_LT(wet[0].dry_s, wet[1].dry_s);
    EXPECT_TRUE(drying(bench.log, 60.0 + 600.0).empty());
}

TEST(BenchLog, TheLastCoatCanBeTakenBackWithItsMinutes) {
    Bench bench;
    bench.log.spent_s = 300.0;
    bench.finish(10.0);
    EXPECT_DOUBLE_EQ(bench.log.done.back().minutes, 5.0);
    EXPECT_DOUBLE_EQ(bench.log.spent_s, 0.0);
    EXPECT_DOUBLE_EQ(paceOf(bench.log).pace, bench.keyOf(0) == "boot" ? 5.0 / 3.0 : 1.0);
    EXPECT_EQ(paceOf(bench.log).coats, 1);
    takeBack(bench.log);
    EXPECT_TRUE(bench.log.done.empty());
    EXPECT_DOUBLE_EQ(bench.log.spent_s, 300.0);
    takeBack(bench.log);  // nothing more to take back
    EXPECT_EQ(paceOf(bench.log).coats, 0);
}

TEST(BenchLog, ABatchCountsEveryFigure) {
    Bench bench(3);
    EXPECT_EQ(bench.batch.tasks.size(), 12U);
    double now = 0.0;
    int coats = 0;
    while (const auto next = bench.next(now)) {
        now = std::max(now, next->ready_s) + 60.0;
        markDone(bench.log, bench.work, bench.batch, next->task, now);
        ++coats;
    }
    EXPECT_EQ(coats, 12);
}

// Two unequal figures in one scene, 30 and 10 mm2: what is done to both is done to each for itself,
// its minutes shared by area. Solved by hand: base on both (3 + 1), and the first is dry at 5 for
// its light (2), so that nothing is waited for but 1 minute.
TEST(Batch, UnequalFiguresOfASceneDryOneByOne) {
    Work work;
    work.steps = {step("base", 1, 4, 2), step("light", 1, 2, 10, {{"base", "order"}}),
                  step("beak", 1, 1, 10, {{"base", "order"}})};
    work.steps[0].parts = {0, 1, 2};
    work.steps[1].parts = {0};
    work.steps[2].parts = {2};
    work.standing = {{0, 20.0}, {0, 10.0}, {1, 10.0}};
    for (Step& of : work.steps) of.kind = StepKind::CleanUp;  // no mixes to set up
    const auto batch = batchOf({}, work, 0, {});
    ASSERT_TRUE(batch);
    EXPECT_EQ(batch->figures, 2);
    ASSERT_EQ(batch->tasks.size(), 4U);
    EXPECT_DOUBLE_EQ(batch->list.tasks[0].work_min, 3.0);
    EXPECT_DOUBLE_EQ(batch->list.tasks[1].work_min, 1.0);
    EXPECT_EQ(batch->tasks[2].figure, 0);
    EXPECT_EQ(batch->list.tasks[2].after, (std::vector<std::size_t>{0}));
    EXPECT_EQ(batch->tasks[3].figure, 1);
    EXPECT_EQ(batch->list.tasks[3].after, (std::vector<std::size_t>{1}));
    EXPECT_DOUBLE_EQ(batch->schedule.work_min, 7.0);
    EXPECT_LE(batch->schedule.waiting_min, 1.0 + 1e-9);
}

TEST(BenchFile, OutlivesTheProgram) {
    const auto file = std::filesystem::temp_directory_path() / "glaukophos-bench-test.json";
    Bench bench(2);
    bench.finish(1e9);
    bench.log.notes.push_back({"base", "too thin, \"twice\""});
    bench.log.spent_s = 42.0;
    ASSERT_TRUE(writeBench(bench.log, file));
    const auto read = readBench(file);
    ASSERT_TRUE(read) << read.error().message;
    EXPECT_EQ(*read, bench.log);
    std::filesystem::remove(file);
    EXPECT_TRUE(readBench(file)->done.empty());  // an absent one is empty
}

TEST(BenchFile, DamagedOnesAreRefusedInOneSentence) {
    for (const char* text : {"", "{", "[]", R"({"format":"other"})",
                             R"({"format":"glaukophos-bench","done":[{"figure":"two"}]})"}) {
        const auto read = parseBench(text);
        ASSERT_FALSE(read) << text;
        EXPECT_NE(read.error().message.find("bench log"), std::string::npos);
    }
}

}  // namespace
}  // namespace glaukophos
