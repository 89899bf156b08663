#include "core/io/sky_cache.h"

#include <gtest/gtest.h>
#include <unistd.h>

#include <algorithm>
#include <fstream>

#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;
namespace fs = std::filesystem;

SkyTable traced(const Form& form) {
    SkyTable table;
    while (table.rounds < kSkyRounds) traceNextRound(table, form.receivers(), form.occluders, {});
    return table;
}

class SkyCacheTest : public ::testing::Test {
  protected:
    void TearDown() override { fs::remove_all(m_folder); }
    [[nodiscard]] std::size_t files() const {
        return static_cast<std::size_t>(
            std::distance(fs::directory_iterator(m_folder), fs::directory_iterator()));
    }
    fs::path m_folder =
        fs::temp_directory_path() / ("glaukophos-sky-" + std::to_string(::getpid()));
};

TEST_F(SkyCacheTest, GivesBackWhatWasKeptForThisFormOnly) {
    const auto figure = figureOf({sphere({0, 0, 10}, 6, 12)});
    const auto other = figureOf({sphere({0, 0, 10}, 6.1F, 12)});
    const SkyCache cache(m_folder);
    EXPECT_FALSE(cache.find(*figure->form));
    const SkyTable table = traced(*figure->form);
    cache.keep(*figure->form, table);
    const auto found = cache.find(*figure->form);
    ASSERT_TRUE(found);
    EXPECT_EQ(found->bits, table.bits);
    EXPECT_EQ(found->rounds, kSkyRounds);
    EXPECT_FALSE(cache.find(*other->form));
}

TEST_F(SkyCacheTest, DamagedAndUnfinishedTablesAreNotUsed) {
    const auto figure = figureOf({sphere({0, 0, 10}, 6, 12)});
    const SkyCache cache(m_folder);
    SkyTable half;
    traceNextRound(half, figure->form->receivers(), figure->form->occluders, {});
    cache.keep(*figure->form, half);
    EXPECT_FALSE(cache.find(*figure->form));
    cache.keep(*figure->form, traced(*figure->form));
    ASSERT_EQ(files(), 1U);
    const fs::path file = fs::directory_iterator(m_folder)->path();
    fs::resize_file(file, fs::file_size(file) - 1);
    EXPECT_FALSE(cache.find(*figure->form));
    std::fstream(file, std::ios::in | std::ios::out | std::ios::binary) << "nonsense";
    fs::resize_file(file, fs::file_size(file) + 1);
    EXPECT_FALSE(cache.find(*figure->form));
}

TEST_F(SkyCacheTest, TheOldestGoWhenThereIsNoRoom) {
    const auto first = figureOf({sphere({0, 0, 10}, 6, 12)});
    const auto second = figureOf({sphere({0, 0, 10}, 7, 12)});
    const SkyTable table = traced(*first->form);
    const std::uintmax_t size = table.bits.size() * sizeof(SkyBits);
    const SkyCache cache(m_folder, size + size / 2);
    cache.keep(*first->form, table);
    fs::last_write_time(fs::directory_iterator(m_folder)->path(),
                        fs::file_time_type::clock::now() - std::chrono::hours(2));
    cache.keep(*second->form, traced(*second->form));
    EXPECT_EQ(files(), 1U);
    EXPECT_FALSE(cache.find(*first->form));
    EXPECT_TRUE(cache.find(*second->form));
}

TEST_F(SkyCacheTest, AFolderThatCannotBeMadeIsNoTrouble) {
    const auto figure = figureOf({sphere({0, 0, 10}, 6, 12)});
    const SkyCache cache("/proc/nowhere");
    cache.keep(*figure->form, traced(*figure->form));
    EXPECT_FALSE(cache.find(*figure->form));
}

// What is found need not be what would be traced: a dark table gives a dark sky.
TEST_F(SkyCacheTest, APlanTakesWhatWasKeptAndKeepsWhatItTraces) {
    Plan plan;
    plan.figure = figureOf({sphere({0, 0, 10}, 6, 12)});
    plan.parts.resize(1);
    plan.lights = {Light{}};
    plan.lights[0].kind = Sky{};
    const SkyKeeping sky = skyKeptIn(m_folder);
    const auto skyLight = [&] {
        const auto all = evaluated(plan, Goal::Appearance, {}, sky);
        const std::vector<float>& light = (*all)->appearance->irradiance.of_lights[0];
        return *std::ranges::max_element(light);
    };
    EXPECT_NEAR(skyLight(), 1.0F, 0.05F);  // the top of a ball under an even sky
    ASSERT_EQ(files(), 1U);
    SkyTable dark = traced(*plan.figure->form);
    for (SkyBits& bits : dark.bits) bits = {};
    SkyCache(m_folder).keep(*plan.figure->form, dark);
    EXPECT_EQ(skyLight(), 0.0F);
}

}  // namespace
}  // namespace glaukophos
