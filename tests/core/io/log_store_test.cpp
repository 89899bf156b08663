// The log of all plans: kept, searched, rated, opened twice, damaged, taken out and in.
#include "core/io/log_store.h"

#include <gtest/gtest.h>
#include <unistd.h>

#include <fstream>

#include "tests/support/evaluated.h"

namespace glaukophos {
namespace {

namespace fs = std::filesystem;

class LogStoreTest : public ::testing::Test {
  protected:
    void SetUp() override {
        m_folder = fs::temp_directory_path() / ("glaukophos-log-" + std::to_string(::getpid()));
        fs::create_directories(m_folder);
    }
    void TearDown() override { fs::remove_all(m_folder); }
    [[nodiscard]] fs::path file() const { return m_folder / "log.sqlite"; }

    fs::path m_folder;
};

LogEntry entry(const std::string& plan, const std::string& step, double done_s) {
    LogEntry entry;
    entry.plan_key = plan;
    entry.plan_title = "The " + plan;
    entry.step = step;
    entry.layer = "hood: " + step;
    entry.kind = "layers";
    entry.mix = "3 drops of one, 1 of another";
    entry.minutes = 6.0;
    entry.usual_min = 4.0;
    entry.done_s = done_s;
    return entry;
}

TEST_F(LogStoreTest, KeepsWhatPlansSayAndForgetsWhatWasTakenBack) {
    auto store = LogStore::open(file());
    ASSERT_TRUE(store) << store.error().message;
    ASSERT_TRUE(store->keep("crab", {entry("crab", "base", 10), entry("crab", "light", 20)}));
    ASSERT_TRUE(store->keep("cat", {entry("cat", "base", 15)}));
    auto all = store->entries();
    ASSERT_TRUE(all);
    ASSERT_EQ(all->size(), 3U);
    EXPECT_EQ(all->front(), entry("crab", "light", 20));  // the newest first
    ASSERT_TRUE(store->rate(all->front(), 1));
    // The base is taken back; the other is planned no more, and what is known of it stays.
    LogEntry unknown = entry("crab", "light", 20);
    unknown.layer.clear();
    unknown.kind.clear();
    unknown.mix.clear();
    ASSERT_TRUE(store->keep("crab", {unknown}));
    all = store->entries();
    ASSERT_EQ(all->size(), 2U);
    EXPECT_EQ(all->front().layer, "hood: light");
    EXPECT_EQ(all->front().mix, "3 drops of one, 1 of another");
    EXPECT_EQ(all->front().rated, 1);
}

TEST_F(LogStoreTest, FindsEntriesThatHaveAllWords) {
    auto store = LogStore::open(file());
    ASSERT_TRUE(store);
    LogEntry noted = entry("cat", "glaze", 30);
    noted.note = "Too wet; it pooled";
    ASSERT_TRUE(store->keep("cat", {entry("cat", "base", 15), noted}));
    EXPECT_EQ(store->entries("pooled CAT")->size(), 1U);
    EXPECT_EQ(store->entries("hood")->size(), 2U);
    EXPECT_TRUE(store->entries("hood crab")->empty());
}

TEST_F(LogStoreTest, TwoWindowsWriteTheSameLog) {
    auto one = LogStore::open(file());
    auto other = LogStore::open(file());
    ASSERT_TRUE(one && other);
    for (int i = 0; i < 10; ++i) {
        ASSERT_TRUE(one->keep("a" + std::to_string(i), {entry("a" + std::to_string(i), "x", i)}));
        ASSERT_TRUE(other->keep("b" + std::to_string(i), {entry("b" + std::to_string(i), "x", i)}));
    }
    EXPECT_EQ(one->entries()->size(), 20U);
    EXPECT_EQ(other->entries()->size(), 20U);
}

TEST_F(LogStoreTest, ADamagedLogIsPutAside) {
    {
        auto store = LogStore::open(file());
        ASSERT_TRUE(store);
        ASSERT_TRUE(store->keep("cat", {entry("cat", "base", 15)}));
    }
    std::ofstream(file(), std::ios::binary) << "this was a log once, long ago";
    auto store = LogStore::open(file());
    ASSERT_TRUE(store) << store.error().message;
    EXPECT_NE(store->setAside().find("damaged"), std::string::npos);
    EXPECT_TRUE(fs::exists(store->setAside()));
    EXPECT_TRUE(store->entries()->empty());
    EXPECT_TRUE(store->keep("cat", {entry("cat", "base", 15)}));
}

TEST_F(LogStoreTest, GoesOutAsATableAndComesInOnce) {
    LogEntry odd = entry("cat", "glaze", 30.5);
    odd.note = "said \"no\", twice\nand left";
    odd.rated = -1;
    const std::string table = logCsv({entry("cat", "base", 15), odd});
    const auto read = parseLogCsv(table);
    ASSERT_TRUE(read) << read.error().message;
    ASSERT_EQ(read->size(), 2U);
    EXPECT_EQ((*read)[1], odd);
    auto store = LogStore::open(file());
    ASSERT_TRUE(store);
    EXPECT_EQ(*store->add(*read), 2U);
    EXPECT_EQ(*store->add(*read), 0U);
    const auto wrong = parseLogCsv(table + "cat,The cat,x,y,z\n");
    ASSERT_FALSE(wrong);
    EXPECT_NE(wrong.error().message.find("no entry"), std::string::npos);
}

TEST(WorkLog, PaceIsLearnedByKindAndOneInterruptionDoesNotCount) {
    std::vector<LogEntry> entries;
    for (int i = 0; i < 6; ++i) entries.push_back(entry("cat", "base", i));  // 1.5 times the usual
    entries.front().minutes = 300.0;                                         // the telephone
    LogEntry glaze = entry("cat", "glaze", 40);
    glaze.kind = "glazes";
    glaze.minutes = 2.0;
    entries.push_back(glaze);
    const auto learned = learnedPaces(entries);
    const auto layers = static_cast<std::size_t>(Handwork::Layers);
    const auto glazes = static_cast<std::size_t>(Handwork::Glazes);
    EXPECT_NEAR(learned.at(layers).pace, 1.5, 1e-12);
    EXPECT_EQ(learned.at(layers).coats, 6);
    const HandPaces paces = pacesFrom(learned);
    EXPECT_NEAR(paces.at(layers), 1.5, 1e-12);
    EXPECT_EQ(paces.at(glazes), 1.0);  // one coat is too few
}

TEST(WorkLog, MixesAreFoundAgainInOtherPlansOnly) {
    const std::vector<LogEntry> entries = {entry("cat", "base", 1), entry("crab", "base", 2),
                                           entry("crab", "light", 5)};
    const LogEntry* before = usedBefore(entries, "cat", "3 drops of one, 1 of another");
    ASSERT_NE(before, nullptr);
    EXPECT_EQ(before->step, "light");
    EXPECT_EQ(usedBefore(entries, "cat", "another mix"), nullptr);
    EXPECT_EQ(usedBefore(entries, "cat", ""), nullptr);
}

TEST(WorkLog, PlansAreSummedTheNewestFirst) {
    LogEntry rated = entry("crab", "light", 20);
    rated.rated = 1;
    const auto plans = plansOf({entry("cat", "base", 30), entry("crab", "base", 10), rated});
    ASSERT_EQ(plans.size(), 2U);
    EXPECT_EQ(plans[0].key, "cat");
    EXPECT_EQ(plans[1].coats, 2);
    EXPECT_NEAR(plans[1].minutes, 12.0, 1e-12);
    EXPECT_NEAR(plans[1].usual_min, 8.0, 1e-12);
    EXPECT_EQ(plans[1].worked, 1);
}

}  // namespace
}  // namespace glaukophos
