// Which room may know which: docs/architecture.md.
#include <gtest/gtest.h>

#include <algorithm>
#include <filesystem>
#include <fstream>
#include <map>
#include <set>
#include <string>
#include <vector>

namespace {

namespace fs = std::filesystem;

const std::vector<std::string> kCore = {"base",   "geometry", "colour",   "light",    "value",
                                        "effect", "figure",   "plan",     "lighting", "painted",
                                        "mixing", "work",     "findings", "pipeline", "picture",
                                        "io",     "photo",    "review"};
const std::vector<std::string> kApp = {"widgets", "jobs",  "document", "view",   "pages",
                                       "stages",  "bench", "paper",    "window", "scripts"};

// A header and its source are one unit: "core/light/sky" knows the units it includes.
using Units = std::map<std::string, std::set<std::string>>;

std::string unitOf(const std::string& file) { return file.substr(0, file.rfind('.')); }

// The includes of a line's own project files; empty for others.
std::string includedBy(const std::string& line) {
    if (!line.starts_with("#include \"")) return {};
    return line.substr(10, line.rfind('"') - 10);
}

Units unitsOf(const std::string& house) {
    Units units;
    const fs::path root(GLAUKOPHOS_SOURCE);
    for (const auto& entry : fs::recursive_directory_iterator(root / house)) {
        const std::string ending = entry.path().extension().string();
        if (ending != ".h" && ending != ".cpp") continue;
        const std::string unit = unitOf(fs::relative(entry.path(), root).generic_string());
        std::set<std::string>& known = units[unit];
        std::ifstream file(entry.path());
        for (std::string line; std::getline(file, line);) {
            if (house == "core") {
                EXPECT_FALSE(line.starts_with("#include <Q")) << entry.path() << ": " << line;
            }
            const std::string included = includedBy(line);
            if (!included.empty() && unitOf(included) != unit) known.insert(unitOf(included));
        }
    }
    return units;
}

std::string roomOf(const std::string& unit) {
    const std::size_t begin = unit.find('/') + 1;
    const std::size_t end = unit.find('/', begin);
    return end == std::string::npos ? "" : unit.substr(begin, end - begin);
}

void expectOnlyEarlierRooms(const std::string& house, const std::vector<std::string>& order) {
    const auto rank = [&](const std::string& unit) {
        return std::ranges::find(order, roomOf(unit)) - order.begin();
    };
    std::size_t includes = 0;
    for (const auto& [unit, known] : unitsOf(house)) {
        if (unit == "app/main") continue;
        EXPECT_NE(rank(unit), static_cast<std::ptrdiff_t>(order.size())) << unit << " has no room";
        for (const std::string& other : known) {
            if (!other.starts_with(house + "/")) {
                EXPECT_TRUE(house == "app" && other.starts_with("core/")) << unit << ": " << other;
                continue;
            }
            ++includes;
            EXPECT_LE(rank(other), rank(unit)) << unit << " knows " << other;
        }
    }
    EXPECT_GT(includes, 100U);
}

// A way round from a unit to itself; empty when there is none.
std::string circleFrom(const Units& units, const std::string& from) {
    std::vector<std::string> waiting{from};
    std::set<std::string> seen;
    while (!waiting.empty()) {
        const std::string unit = waiting.back();
        waiting.pop_back();
        const auto found = units.find(unit);
        if (found == units.end()) continue;
        for (const std::string& other : found->second) {
            if (other == from) return from + " <- " + unit;
            if (seen.insert(other).second) waiting.push_back(other);
        }
    }
    return {};
}

TEST(Layout, CoreRoomsKnowOnlyEarlierOnesAndNoInterface) { expectOnlyEarlierRooms("core", kCore); }

TEST(Layout, RoomsOfTheApplicationKnowOnlyEarlierOnes) { expectOnlyEarlierRooms("app", kApp); }

TEST(Layout, NoUnitKnowsItselfByAWayRound) {
    for (const char* house : {"core", "app"}) {
        const Units units = unitsOf(house);
        for (const auto& [unit, known] : units) EXPECT_EQ(circleFrom(units, unit), "");
    }
}

// A house of short files: what grows beyond is divided. Tables of published numbers may be long.
TEST(Layout, NoFileIsLongerThanFourHundredLines) {
    for (const char* house : {"core", "app", "cli"}) {
        for (const auto& entry :
             fs::recursive_directory_iterator(fs::path(GLAUKOPHOS_SOURCE) / house)) {
            const std::string ending = entry.path().extension().string();
            if (ending != ".h" && ending != ".cpp") continue;
            if (entry.path().filename() == "cie_tables.cpp") continue;
            std::ifstream file(entry.path());
            std::size_t lines = 0;
            for (std::string line; std::getline(file, line);) ++lines;
            EXPECT_LE(lines, 400U) << entry.path();
        }
    }
}

}  // namespace
