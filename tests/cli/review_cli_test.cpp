// match and log, run as a user would.
#include <gtest/gtest.h>
#include <unistd.h>

#include <algorithm>
#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>

#include "core/io/photo_json.h"
#include "core/io/plan_file.h"
#include "tests/cli/run_cli.h"

namespace glaukophos {
namespace {

namespace fs = std::filesystem;
using Json = nlohmann::json;

const fs::path kDemo = fs::path(GLAUKOPHOS_SOURCE) / "data/demo/tide-glass-maker";

class ReviewCli : public ::testing::Test {
  protected:
    void SetUp() override {
        m_folder = fs::temp_directory_path() / ("glaukophos-review-" + std::to_string(::getpid()));
        fs::create_directories(m_folder);
    }
    void TearDown() override { fs::remove_all(m_folder); }
    std::string write(const std::string& name, const std::string& bytes) const {
        std::ofstream(m_folder / name, std::ios::binary) << bytes;
        return (m_folder / name).string();
    }
    fs::path m_folder;
};

// The demo's photograph, with clicks some pixels off where the demo's own camera sees six places.
TEST_F(ReviewCli, MatchPrintsWhereTheCameraStoodAndDrawsThePlan) {
    const auto plan = openPlan(kDemo / "plan.json", {});
    ASSERT_TRUE(plan) << plan.error().message;
    const PhotoCamera& truth = plan->photographs.at(0).place->camera;
    const std::vector<Eigen::Vector3d> places = {{-14, -10, 2}, {14, -9, 2}, {0, -3, 30},
                                                 {-7, -8, 20},  {6, -2, 20}, {2, -12, 4},
                                                 {-3, 0, 25}};
    std::string table = "x,y,z,px,py\n";
    double way = 1.0;
    for (const Eigen::Vector3d& place : places) {
        const auto pixel = pixelOf(truth, place);
        ASSERT_TRUE(pixel);
        table += std::to_string(place.x()) + ',' + std::to_string(place.y()) + ',' +
                 std::to_string(place.z()) + ',' + std::to_string(pixel->x() + 2.0 * way) + ',' +
                 std::to_string(pixel->y() - 1.5 * way) + '\n';
        way = -way;
    }
    const std::string picture = (m_folder / "on-it.png").string();
    const Finished match =
        run("match " + (kDemo / "plan.json").string() + " " + (kDemo / "bare.jpg").string() +
            " --clicks " + write("pairs.csv", table) + " --on borders --json -o " + picture);
    ASSERT_EQ(match.code, 0) << match.output;
    const Json json = Json::parse(match.output);
    EXPECT_EQ(json["rotation"].size(), 9U);
    EXPECT_EQ(json["translation_mm"].size(), 3U);
    EXPECT_NEAR(json["focal_px"].get<double>(), truth.focal_px, 0.15 * truth.focal_px);
    EXPECT_GT(json["agreement"].get<double>(), 0.5);
    EXPECT_EQ(json["clicks"]["errors_px"].size(), places.size());
    EXPECT_LT(json["clicks"]["mean_error_px"].get<double>(), 5.0);
    EXPECT_GT(fs::file_size(picture), 100'000U);
}

// The pose of one of the demo's photographs, as match --json would print it.
std::string poseOf(std::size_t photograph) {
    const auto plan = openPlan(kDemo / "plan.json", {});
    return photoPlaceJson(plan->photographs.at(photograph).place.value()).dump();
}

// The photograph was taken under a lamp at 10 o'clock, 50 degrees up, with 20 % of fill: see
// tools/make-photographs.
TEST_F(ReviewCli, RelightFromTellsTheLampAndTakesIt) {
    const std::string taken = (m_folder / "lit.glauk").string();
    const Finished relight =
        run("relight-from " + (kDemo / "plan.json").string() + " " + (kDemo / "bare.jpg").string() +
            " --pose " + write("pose.json", poseOf(0)) + " --json --take " + taken);
    ASSERT_EQ(relight.code, 0) << relight.output;
    const Json json = Json::parse(relight.output);
    ASSERT_EQ(json["lamps"].size(), 1U);
    EXPECT_NEAR(json["lamps"][0]["hour"].get<double>(), 10.0, 0.2);
    EXPECT_NEAR(json["lamps"][0]["height_deg"].get<double>(), 50.0, 5.0);
    EXPECT_NEAR(json["fill"].get<double>(), 0.2, 0.1);
    const auto plan = openPlan(taken, {});
    ASSERT_TRUE(plan) << plan.error().message;
    EXPECT_EQ(plan->lights.front().name, "Lamp of the photograph");
}

// Painted with three mistakes: see tools/make-photographs.
TEST_F(ReviewCli, CompareNamesWhatIsPaintedWrong) {
    const std::string taken = (m_folder / "touched-up.glauk").string();
    const std::string map = (m_folder / "map.png").string();
    const Finished compare =
        run("compare " + (kDemo / "plan.json").string() + " " + (kDemo / "painted.jpg").string() +
            " --pose " + write("pose.json", poseOf(2)) + " --json --map -o " + map + " --take " +
            taken);
    ASSERT_EQ(compare.code, 0) << compare.output;
    const Json json = Json::parse(compare.output);
    EXPECT_LT(json["mean_error_L"].get<double>(), 5.0);
    const auto is_said = [&](const char* part, const char* fault) {
        return std::ranges::any_of(json["mistakes"], [&](const Json& mistake) {
            return mistake["part"] == part && mistake["fault"] == fault;
        });
    };
    EXPECT_TRUE(is_said("hoodcape", "too-light")) << compare.output;
    EXPECT_TRUE(is_said("plinth", "too-grey")) << compare.output;
    EXPECT_GT(fs::file_size(map), 20'000U);
    const auto plan = openPlan(taken, {});
    ASSERT_TRUE(plan) << plan.error().message;
    EXPECT_GE(plan->steps.touch_ups.size(), 3U);
}

TEST_F(ReviewCli, CompareAndRelightSayInOneLineWhatIsWrong) {
    const std::string inputs = (kDemo / "plan.json").string() + " " + (kDemo / "bare.jpg").string();
    const std::string pose = " --pose " + write("pose.json", poseOf(0));
    const Finished lamp = run("compare " + inputs + pose + " --from ten");
    EXPECT_NE(lamp.code, 0);
    EXPECT_NE(lamp.output.find("an hour and a height"), std::string::npos) << lamp.output;
    const Finished no_pose = run("relight-from " + inputs + " --pose " + write("bad.json", "{}"));
    EXPECT_NE(no_pose.code, 0);
    EXPECT_EQ(std::ranges::count(no_pose.output, '\n'), 1) << no_pose.output;
    const Finished no_picture =
        run("study-from " + write("no.jpg", "x") + " -o " + (m_folder / "study.glauk").string());
    EXPECT_NE(no_picture.code, 0);
    EXPECT_FALSE(fs::exists(m_folder / "study.glauk"));
}

TEST_F(ReviewCli, AStudyFromAPhotographHasBandsAndSteps) {
    const std::string study = (m_folder / "study.glauk").string();
    const Finished made = run("study-from " + (kDemo / "bare.jpg").string() + " -o " + study);
    ASSERT_EQ(made.code, 0) << made.output;
    const Finished bands = run("bands " + study + " --json");
    ASSERT_EQ(bands.code, 0) << bands.output;
    EXPECT_EQ(Json::parse(bands.output)["parts"].size(), 1U);
    const Finished steps = run("steps " + study);
    ASSERT_EQ(steps.code, 0) << steps.output;
    EXPECT_NE(steps.output.find("Peak"), std::string::npos);
}

TEST_F(ReviewCli, MatchSaysInOneLineWhatIsWrong) {
    const std::string plan = (kDemo / "plan.json").string();
    const std::string photo = (kDemo / "bare.jpg").string();
    const auto expectLine = [](const Finished& ended, const std::string& words) {
        EXPECT_EQ(ended.code, 2);
        EXPECT_NE(ended.output.find(words), std::string::npos) << ended.output;
        EXPECT_EQ(std::count(ended.output.begin(), ended.output.end(), '\n'), 1);
    };
    expectLine(run("match " + plan + " " + write("a.jpg", "no picture") + " --json"),
               "JPEG or PNG");
    expectLine(run("match " + plan + " " + photo + " --clicks " +
                   write("few.csv", "1,2,3,400,400\n4,5,6,500,500\n")),
               "2 of at least 4");
    expectLine(run("match " + plan + " " + photo + " --clicks " +
                   write("odd.csv", "1,2,3,400,400\n4,5,six,500,500\n")),
               "Line 2");
}

TEST_F(ReviewCli, LogTakesATableInAndGivesItBack) {
    const std::string store = (m_folder / "log.sqlite").string();
    std::string table =
        "plan_key,plan,step,layer,kind,mix,figure,coat,minutes,usual_min,done_s,rated,note\n";
    for (int i = 0; i < 6; ++i) {
        table += "k,The cat,s" + std::to_string(i) + ",fur: Light,layers,,0,0,3,2," +
                 std::to_string(100 + i) + ",0,\n";
    }
    const std::string csv = write("log.csv", table);
    const Finished in = run("log --file " + store + " --import " + csv + " --json");
    ASSERT_EQ(in.code, 0) << in.output;
    const Json json = Json::parse(in.output);
    EXPECT_EQ(json["entries"].size(), 6U);
    EXPECT_NEAR(json["paces"]["layers"]["pace"].get<double>(), 1.5, 1e-9);
    const Finished out = run("log --file " + store + " --csv --search 'cat fur'");
    EXPECT_EQ(std::count(out.output.begin(), out.output.end(), '\n'), 7);
    const Finished wrong =
        run("log --file " + store + " --import " + write("no.csv", "a,b\n1,2\n"));
    EXPECT_EQ(wrong.code, 2);
}

}  // namespace
}  // namespace glaukophos
