// Which folder may include which: docs/architecture.md.
#include <gtest/gtest.h>

#include <algorithm>
#include <filesystem>
#include <fstream>
#include <vector>

namespace {

namespace fs = std::filesystem;

const std::vector<std::string> kOrder = {"base",   "geometry", "colour", "light",   "value",
                                         "effect", "plan",     "record", "picture", "io"};

std::size_t rankOf(const std::string& folder) {
    return static_cast<std::size_t>(std::ranges::find(kOrder, folder) - kOrder.begin());
}

TEST(Layout, CoreFoldersIncludeOnlyEarlierOnesAndNoInterface) {
    const fs::path core = fs::path(GLAUKOPHOS_SOURCE) / "core";
    std::size_t includes = 0;
    for (const auto& entry : fs::recursive_directory_iterator(core)) {
        const std::string ending = entry.path().extension().string();
        if (ending != ".h" && ending != ".cpp") continue;
        const std::string folder = entry.path().parent_path().filename().string();
        ASSERT_LT(rankOf(folder), kOrder.size()) << entry.path();
        std::ifstream file(entry.path());
        for (std::string line; std::getline(file, line);) {
            if (!line.starts_with("#include")) continue;
            EXPECT_FALSE(line.starts_with("#include <Q")) << entry.path() << ": " << line;
            const std::size_t at = line.find("\"core/");
            if (at == std::string::npos) {
                EXPECT_EQ(line.find('"'), std::string::npos) << entry.path() << ": " << line;
                continue;
            }
            ++includes;
            const std::size_t begin = at + 6;
            const std::string included = line.substr(begin, line.find('/', begin) - begin);
            EXPECT_LE(rankOf(included), rankOf(folder)) << entry.path() << ": " << line;
        }
    }
    EXPECT_GT(includes, 50U);
}

}  // namespace
