// The program itself, run as a user would.
#include <fmt/format.h>
#include <gtest/gtest.h>
#include <unistd.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>

#include "core/io/mesh_file.h"
#include "tests/cli/run_cli.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;
namespace fs = std::filesystem;
using Json = nlohmann::json;

class Cli : public ::testing::Test {
  protected:
    void SetUp() override {
        m_folder = fs::temp_directory_path() / ("glaukophos-cli-" + std::to_string(::getpid()));
        fs::create_directories(m_folder);
        const Mesh mesh = meshOf({box({-5, -5, 0}, {5, 5, 10})});
        write("box.stl", binaryStl(mesh, "box"));
        write("points.csv", "x,y,z,nx,ny,nz\n0,0,10,0,0,1\n0,-5,5,0,-1,0\n0,5,5,0,1,0\n");
    }
    void TearDown() override { fs::remove_all(m_folder); }
    void write(const std::string& name, const std::string& bytes) const {
        std::ofstream(m_folder / name, std::ios::binary) << bytes;
    }
    [[nodiscard]] std::string file(const std::string& name) const {
        return (m_folder / name).string();
    }

    fs::path m_folder;
};

TEST_F(Cli, InfoCountsTheMesh) {
    const Finished info = run("info " + file("box.stl") + " --json");
    ASSERT_EQ(info.code, 0) << info.output;
    const Json json = Json::parse(info.output);
    EXPECT_EQ(json["triangles"], 12);
    EXPECT_EQ(json["size_mm"][2], 10.0);
    EXPECT_EQ(json["lights"].size(), 3U);
}

TEST_F(Cli, PrepareStandsScalesAndDivides) {
    // Lying on its side, in inches: a broad foot towards +y, a post towards -y.
    const Mesh mesh = meshOf(
        {box({-0.4F, 1, -0.4F}, {0.4F, 1.1F, 0.4F}), box({-0.1F, -0.1F, -0.1F}, {0.1F, 1, 0.1F})});
    write("lying.stl", binaryStl(mesh, "lying"));
    const Finished made =
        run("prepare " + file("lying.stl") + " --unit in --parts 2 -o " + file("stood.glauk"));
    ASSERT_EQ(made.code, 0) << made.output;
    const Json info = Json::parse(run("info " + file("stood.glauk") + " --json").output);
    EXPECT_NEAR(info["size_mm"][2].get<double>(), 1.2 * 25.4, 1e-3);
    EXPECT_NEAR(info["size_mm"][0].get<double>(), 0.8 * 25.4, 1e-3);
    EXPECT_EQ(info["parts"].size(), 2U);
    const Finished scaled =
        run("prepare " + file("lying.stl") + " --height 40 -o " + file("tall.glauk"));
    ASSERT_EQ(scaled.code, 0) << scaled.output;
    const Json tall = Json::parse(run("info " + file("tall.glauk") + " --json").output);
    EXPECT_NEAR(tall["size_mm"][2].get<double>(), 40.0, 1e-3);
    EXPECT_EQ(run("prepare " + file("lying.stl") + " --unit ell -o x.glauk").code, 2);
}

TEST_F(Cli, SceneStandsACopyOrAnotherFigureBeside) {
    write("post.stl", binaryStl(meshOf({box({-4, -6, 0}, {4, 6, 3})}), "post"));
    ASSERT_EQ(run("prepare " + file("post.stl") + " -o " + file("post.glauk")).code, 0);
    const Finished made =
        run("scene " + file("post.glauk") + " --faces 3 --left 20 -o " + file("two.glauk"));
    ASSERT_EQ(made.code, 0) << made.output;
    const Json info = Json::parse(run("info " + file("two.glauk") + " --json").output);
    EXPECT_EQ(info["parts"].size(), 2U);
    EXPECT_NEAR(info["size_mm"][0].get<double>(), 4.0 + 20.0 + 6.0, 0.01);  // it stands crosswise
    ASSERT_EQ(run("scene " + file("two.glauk") + " --which 2 --faces 3 --left 5 -o " +
                  file("moved.glauk"))
                  .code,
              0);
    const Json moved = Json::parse(run("info " + file("moved.glauk") + " --json").output);
    EXPECT_NEAR(moved["size_mm"][0].get<double>(), 4.0 + 25.0 + 4.0, 0.01);
    ASSERT_EQ(run("scene " + file("two.glauk") + " --which 2 --away -o " + file("one.glauk")).code,
              0);
    EXPECT_EQ(Json::parse(run("info " + file("one.glauk") + " --json").output)["parts"].size(), 1U);
    EXPECT_EQ(run("scene " + file("two.glauk") + " --which 3 -o x.glauk").code, 2);
    // The same said in a plan beside the mesh.
    write("post.json", R"({"format": "glaukophos-plan", "figure": {"files": ["post.stl"],
        "copies": [{"faces_hour": 3, "left_mm": 20}]}})");
    const Json said = Json::parse(run("info " + file("post.json") + " --json").output);
    EXPECT_EQ(said["parts"].size(), 2U);
    EXPECT_NEAR(said["size_mm"][0].get<double>(), 4.0 + 20.0 + 6.0, 0.01);
    write("post.json", R"({"format": "glaukophos-plan", "figure": {"files": ["post.stl"],
        "copies": [{"single": ["hat"]}]}})");
    EXPECT_EQ(run("info " + file("post.json")).code, 2);
    const Finished other = run("scene " + file("two.glauk") + " --figure " + file("post.stl") +
                               " --left -20 -o " + file("three.glauk"));
    ASSERT_EQ(other.code, 0) << other.output;
    EXPECT_EQ(Json::parse(run("info " + file("three.glauk") + " --json").output)["parts"].size(),
              3U);
    EXPECT_EQ(run("scene " + file("post.glauk") + " --single hat -o x.glauk").code, 2);
}

// A bare mesh keeps its place, so that points in its own coordinates can be probed.
TEST_F(Cli, ABareMeshKeepsItsPlace) {
    write("high.stl", binaryStl(meshOf({box({95, 5, 20}, {105, 15, 30})}), "high"));
    write("at.csv", "100,10,30,0,0,1\n");
    const Finished probe = run("probe " + file("high.stl") + " --points " + file("at.csv") +
                               " --far 12,90,strength=1 --json");
    ASSERT_EQ(probe.code, 0) << probe.output;
    EXPECT_NEAR(Json::parse(probe.output)["points"][0]["irradiance"][0].get<double>(), 1.0, 1e-4);
}

// Lambert 1760 and Howell's sphere: strength x (R/d)^2 on the lid, nothing behind the box.
TEST_F(Cli, ProbeGivesTheIrradianceOfTheory) {
    const Finished probe =
        run("probe " + file("box.stl") + " --points " + file("points.csv") +
            " --lamp 0,-25,5,radius=2,radiance=1 --far 12,0,strength=0.5 --json");
    ASSERT_EQ(probe.code, 0) << probe.output;
    const Json json = Json::parse(probe.output);
    const auto e = [&](std::size_t point, std::size_t light) {
        return json["points"][point]["irradiance"][light].get<double>();
    };
    EXPECT_NEAR(e(1, 0), 0.5, 1e-4);         // the moon, square on the front
    EXPECT_NEAR(e(1, 1), kPi * 0.01, 1e-4);  // the lamp: pi L (R/d)^2, d = 20
    EXPECT_EQ(e(2, 0), 0.0);                 // the back sees neither
    EXPECT_EQ(e(2, 1), 0.0);
}

TEST_F(Cli, LightsFromTheCommandLineReplaceThoseOfThePlan) {
    const Finished bands = run("bands " + file("box.stl") + " --sky uniform --json");
    ASSERT_EQ(bands.code, 0) << bands.output;
    const Json json = Json::parse(bands.output);
    double sum = 0.0;
    for (const auto& band : json["whole"]["bands"]) sum += band["share"].get<double>();
    EXPECT_NEAR(sum, 1.0, 1e-6);
    // The side it stands on is not painted and not counted.
    EXPECT_NEAR(json["whole"]["area_mm2"].get<double>(), 500.0, 0.01);
}

TEST_F(Cli, ReachInMillimetresIsTurnedIntoStrength) {
    const Finished reach =
        run("reach " + file("box.stl") +
            " --sky uniform,strength=0.4 --lamp 0,-12,5,radius=1,reach=17 --json");
    ASSERT_EQ(reach.code, 0) << reach.output;
    const Json json = Json::parse(reach.output);
    EXPECT_NEAR(json["lights"][1]["reach_mm"].get<double>(), 17.0, 0.01);
}

TEST_F(Cli, LadderWritesATable) {
    const Finished ladder = run("ladder " + file("box.stl") + " -o " + file("ladder.csv"));
    ASSERT_EQ(ladder.code, 0) << ladder.output;
    std::ifstream stream(file("ladder.csv"));
    std::string line;
    std::getline(stream, line);
    EXPECT_EQ(line, "part,band,share,area_mm2,L,C,h_deg,colour");
    std::size_t lines = 0;
    while (std::getline(stream, line)) ++lines;
    EXPECT_EQ(lines, 10U);  // whole figure and one part, five bands each
}

TEST_F(Cli, BandsTakeTheirNumberAndSharesFromTheCommandLine) {
    const std::string lit = "bands " + file("box.stl") + " --far 2,40 --json";
    const Json seven = Json::parse(run(lit + " --bands 7").output);
    EXPECT_EQ(seven["borders"].size(), 6U);
    EXPECT_EQ(seven["whole"]["bands"][0]["name"], "Deep");
    const Json borders = Json::parse(run(lit + " --borders 30,50,70").output);
    EXPECT_EQ(borders["borders"][1]["L"], 50.0);
    const Json graphic = Json::parse(run(lit + " --style graphic").output);
    EXPECT_EQ(graphic["borders"].size(), 2U);
    EXPECT_TRUE(graphic["whole"].contains("do_not_shrink"));
    for (const char* wrong : {"--bands 2", "--shares 0.5,0.4", "--shares 1,a", "--borders 70,30,50",
                              "--style loud", "--edge-school none"}) {
        const Finished refused = run(lit + " " + wrong);
        EXPECT_EQ(refused.code, 2) << wrong;
        EXPECT_EQ(std::ranges::count(refused.output, '\n'), 1) << refused.output;
    }
}

TEST_F(Cli, EdgesOfABoxAreTwelveLines) {
    const Finished edges =
        run("edges " + file("box.stl") +
            " --sky uniform --edge-school even --edge-width 0.5 --json --points");
    ASSERT_EQ(edges.code, 0) << edges.output;
    const Json json = Json::parse(edges.output);
    // Geometry: a cube of 10 mm has 120 mm of edges.
    EXPECT_NEAR(json["passes"][0]["length_mm"].get<double>(), 120.0, 3.0);
    EXPECT_GE(json["lines"].size(), 8U);
    EXPECT_TRUE(json["whole"].contains("hard_mm"));
    const Finished text = run("edges " + file("box.stl"));
    EXPECT_NE(text.output.find("cm to blend"), std::string::npos);
}

TEST_F(Cli, StudyWritesFiveViewsTwice) {
    const Finished study =
        run("study " + file("box.stl") + " --size 120x120 -o " + file("study") + " --json");
    ASSERT_EQ(study.code, 0) << study.output;
    const Json json = Json::parse(study.output);
    EXPECT_EQ(json["views"].size(), 5U);
    for (const Json& view : json["views"]) {
        for (const Json& picture : view["pictures"]) {
            EXPECT_GT(fs::file_size(picture.get<std::string>()), 200U);
        }
    }
    EXPECT_EQ(run("study " + file("box.stl")).code, 2);
    EXPECT_EQ(run("study " + file("box.stl") + " -o " + file("box.stl")).code, 2);
}

TEST_F(Cli, MixGivesDropsForAColourAndALadder) {
    const Json one = Json::parse(run("mix --colour '#6d7f93' --json").output);
    EXPECT_LT(one["ciede2000"].get<double>(), 3.0);
    EXPECT_GE(one["drops"].size(), 1U);
    const Json ladder =
        Json::parse(run("mix --plan " + file("box.stl") + " --part box --paints 3 --json").output);
    EXPECT_LE(ladder["paints"].size(), 3U);
    EXPECT_GE(ladder["recipes"].size(), 2U);
    write("mine.csv", "name,colour\nred,#b02020\nwhite,#f5f5f5\n");
    const Finished own = run("mix --colour '#d08080' --rack " + file("mine.csv"));
    EXPECT_NE(own.output.find("drop"), std::string::npos);
    for (const std::string& wrong :
         {std::string("mix --colour red"), std::string("mix --colour '#808080' --drops 900"),
          std::string("coats --paint none"),
          "mix --colour '#808080' --rack " + file("points.csv")}) {
        const Finished refused = run(wrong);
        EXPECT_EQ(refused.code, 2) << wrong;
        EXPECT_EQ(std::ranges::count(refused.output, '\n'), 1) << refused.output;
    }
}

// ISO 6504-3: hidden from a contrast ratio of 0.98 on.
TEST_F(Cli, CoatsCountUntilNothingShowsThrough) {
    const Json coats =
        Json::parse(run("coats --paint 'Mid yellow' --over '#1a1a1b' --thinner 1 --json").output);
    const std::size_t needed = coats["coats"].get<std::size_t>();
    ASSERT_GE(needed, 2U);
    EXPECT_GE(coats["after"][needed - 1]["contrast_ratio"].get<double>(), 0.98);
    EXPECT_LT(coats["after"][needed - 2]["contrast_ratio"].get<double>(), 0.98);
    const Finished rack = run("rack -o " + file("rack.csv"));
    EXPECT_EQ(rack.code, 0);
    EXPECT_EQ(run("coats --paint Ultramarine --rack " + file("rack.csv")).code, 0);
}

TEST_F(Cli, RenderWritesAPng) {
    const Finished render =
        run("render " + file("box.stl") +
            " --overlay bands --view left --size 120x90 --samples 2 -o " + file("picture.png"));
    ASSERT_EQ(render.code, 0) << render.output;
    std::ifstream stream(file("picture.png"), std::ios::binary);
    std::array<char, 24> head{};
    stream.read(head.data(), head.size());
    EXPECT_EQ(std::string(head.data() + 1, 3), "PNG");
    EXPECT_EQ(head[19], 120);  // width, big endian
}

TEST_F(Cli, BadInputIsCodeTwoAndOneLine) {
    const std::string box = file("box.stl");
    write("broken.json", "{\"format\":1}");
    for (const std::string& arguments : std::vector<std::string>{
             "info /nonexistent.stl", fmt::format("info {}", file("broken.json")),
             fmt::format("bands {} --far 3", box), fmt::format("bands {} --far 3,99", box),
             fmt::format("reach {} --lamp 1,2,3,radius=zero", box),
             fmt::format("reach {} --sky purple", box),
             fmt::format("render {} --overlay x -o /tmp/x.png", box),
             fmt::format("render {} --view sideways -o /tmp/x.png", box),
             fmt::format("render {} --size 5 -o /tmp/x.png", box), fmt::format("render {}", box),
             fmt::format("probe {0} --points {0}", box), "nonsense", "info"}) {
        const Finished result = run(arguments);
        EXPECT_EQ(result.code, 2) << arguments << "\n" << result.output;
        EXPECT_EQ(std::count(result.output.begin(), result.output.end(), '\n'), 1)
            << arguments << "\n"
            << result.output;
    }
}

TEST_F(Cli, EveryCommandHasHelpWithAnExample) {
    for (const char* command : {"prepare", "info", "reach", "probe", "bands", "ladder", "render"}) {
        const Finished help = run(std::string(command) + " --help");
        EXPECT_EQ(help.code, 0);
        EXPECT_NE(help.output.find("Example:"), std::string::npos) << command;
    }
}

TEST_F(Cli, AllKindsOfLightCanBeGiven) {
    const Finished result = run("probe " + file("box.stl") + " --points " + file("points.csv") +
                                " --panel 0,0,12,4,4,height=-90,strength=1"
                                " --rod -30,-20,5,30,-20,5,radius=1,strength=1"
                                " --glow box,strength=1 --spray 12,90,opening=1,distance=500"
                                " --bounce 0.5,colour=#c0b090 --json");
    ASSERT_EQ(result.code, 0) << result.output;
    const Json json = Json::parse(result.output);
    ASSERT_EQ(json["lights"].size(), 5U);
    // Lambert 1760; Howell: a rectangle a x b at height c with a corner on the normal; four of
    // 2 x 2 at height 2 make the panel: F = 4 x 0.138531606 (r_closed_forms.csv, a=b=c=1).
    const auto& top = json["points"][0]["irradiance"];
    EXPECT_NEAR(top[1].get<double>(), 4 * 0.138531606, 0.005);  // rods come first
    EXPECT_NEAR(top[3].get<double>(), 1.0, 0.05);
    // The front of the box faces the rod, its back does not.
    EXPECT_GT(json["points"][1]["irradiance"][0].get<double>(), 0.005);
    EXPECT_EQ(json["points"][2]["irradiance"][0].get<double>(), 0.0);
}

TEST_F(Cli, MistakesInLightsAreNamed) {
    const auto said = [&](const std::string& light) {
        const Finished result = run("info " + file("box.stl") + " " + light);
        EXPECT_EQ(result.code, 2) << light;
        return result.output;
    };
    EXPECT_NE(said("--rod 1,2,3").find("both ends"), std::string::npos);
    EXPECT_NE(said("--panel 0,0,1,4,4,shape=oval").find("disc or rectangle"), std::string::npos);
    EXPECT_NE(said("--glow nose").find("nose"), std::string::npos);
    EXPECT_NE(said("--bounce 2").find("at most 1"), std::string::npos);
    EXPECT_NE(said("--spray 1,90,distance=1").find("distance"), std::string::npos);
}

TEST_F(Cli, ScoreGivesEveryDirectionAndThreeProposals) {
    const Finished result = run("score " + file("box.stl") + " --far 10,50 --json");
    ASSERT_EQ(result.code, 0) << result.output;
    const Json json = Json::parse(result.output);
    EXPECT_EQ(json["directions"].size(), 512U);
    EXPECT_EQ(json["best"].size(), 3U);
    EXPECT_GE(json["best"][0]["score"], json["best"][1]["score"]);
    const Finished wrong =
        run("score " + file("box.stl") + " --lamp 1,1,20,name=Lamp --light Lamp");
    EXPECT_EQ(wrong.code, 2);
    EXPECT_NE(wrong.output.find("no far light"), std::string::npos);
}

TEST_F(Cli, MixesGivesEverythingInDrops) {
    const std::string plan = file("box.stl") + " --far 11,45 --lamp 0,-9,5,radius=1,reach=14";
    const Finished all = run("mixes " + plan + " --json");
    ASSERT_EQ(all.code, 0) << all.output;
    const Json json = Json::parse(all.output);
    ASSERT_EQ(json["parts"].size(), 1U);
    for (const Json& band : json["parts"][0]["bands"]) {
        EXPECT_FALSE(band["drops"].empty());
        EXPECT_GE(band["coats"].get<int>(), 1);
        EXPECT_LT(band["ciede2000"].get<double>(), 12.0);
    }
    ASSERT_EQ(json["glows"].size(), 1U);
    EXPECT_EQ(json["glows"][0]["shells"].size(), 4U);
    const Json few = Json::parse(run("mixes " + plan + " --bottles 2 --json").output);
    EXPECT_LE(few["bottles"].size(), 2U);
    EXPECT_NE(run("mixes " + plan).output.find("Bottles:"), std::string::npos);
    const Finished wrong = run("mixes " + plan + " --bottles -3");
    EXPECT_EQ(wrong.code, 2);
    EXPECT_EQ(std::count(wrong.output.begin(), wrong.output.end(), '\n'), 1);
}

TEST_F(Cli, StepsComeAsTextTableJsonAndPalette) {
    const std::string plan = file("box.stl");
    const Finished text = run("steps " + plan);
    ASSERT_EQ(text.code, 0) << text.output;
    EXPECT_NE(text.output.find("1. Primer"), std::string::npos);
    EXPECT_NE(text.output.find("Caution"), std::string::npos);
    const Finished json = run("steps " + plan + " --json --figures 3");
    ASSERT_EQ(json.code, 0) << json.output;
    const Json steps = Json::parse(json.output)["steps"];
    ASSERT_GT(steps.size(), 4U);
    EXPECT_EQ(steps.front()["key"], "primer");
    // The sides of the box and its top; its foot stands on the floor.
    EXPECT_NEAR(steps.front()["area_mm2"].get<double>(), 500.0, 60.0);
    const Finished csv = run("steps " + plan + " --csv");
    EXPECT_EQ(static_cast<std::size_t>(std::ranges::count(csv.output, '\n')), steps.size() + 1);
    EXPECT_EQ(run("steps " + plan + " --palette").output.find("GIMP Palette"), 0U);
}

TEST_F(Cli, ScheduleGivesEveningsAndACalendar) {
    const std::string plan = file("box.stl");
    const Finished json =
        run("schedule " + plan + " --json --figures 3 --evening 19:00-20:00 --from 2026-12-01");
    ASSERT_EQ(json.code, 0) << json.output;
    const Json schedule = Json::parse(json.output);
    EXPECT_EQ(schedule["first_day"], "2026-12-01");
    EXPECT_GE(schedule["planned"]["desk_min"].get<double>(),
              schedule["shortest_possible_min"].get<double>() - 19 * 60 - 1e-6);
    EXPECT_LE(schedule["planned"]["desk_min"].get<double>(),
              schedule["one_after_another"]["desk_min"].get<double>());
    double free = 0.0;
    for (const Json& slot : schedule["slots"]) {
        EXPECT_GE(slot["begin_min"].get<double>(), free - 1e-9);
        free = slot["end_min"].get<double>();
    }
    const Finished calendar = run("schedule " + plan + " --calendar --from 2026-12-01");
    EXPECT_EQ(calendar.output.find("BEGIN:VCALENDAR\r\n"), 0U);
    EXPECT_EQ(run("schedule " + plan + " --evening late").code, 2);
    EXPECT_EQ(run("schedule " + plan + " --evening 19:00-20:00 --from soon").code, 2);
    EXPECT_EQ(run("schedule " + plan + " --days 8").code, 2);
    EXPECT_EQ(run("schedule " + plan + " --figures 0").code, 2);
    const Finished shortly = run("schedule " + plan + " --evening 19:00-19:15 --pace 4");
    EXPECT_EQ(shortly.code, 2);
    EXPECT_NE(shortly.output.find("too short"), std::string::npos);
}

TEST_F(Cli, StepsSayWhatCannotBe) {
    const std::string plan = file("box.stl");
    const Finished way = run("steps " + plan + " --build-up sideways");
    EXPECT_EQ(way.code, 2);
    EXPECT_NE(way.output.find("dark-to-light"), std::string::npos);
    const Finished circle =
        run("steps " + plan + " --move 'primer>clean-up' --move 'clean-up>primer'");
    EXPECT_EQ(circle.code, 2);
    EXPECT_NE(circle.output.find("circle"), std::string::npos);
    EXPECT_EQ(run("steps " + plan + " --move a").code, 2);
    const Finished unknown = run("steps " + plan + " --move 'primmer>clean-up'");
    EXPECT_EQ(unknown.code, 2);
    EXPECT_NE(unknown.output.find("no step \"primmer\""), std::string::npos);
    // A rule broken by hand is said, not refused.
    const Finished broken = run("steps " + plan + " --move 'primer>clean-up'");
    EXPECT_EQ(broken.code, 0);
    EXPECT_NE(broken.output.find("Against the rules"), std::string::npos);
}

TEST_F(Cli, FindingsNameThePlaceTheMeasureAndTheCure) {
    const std::string plan = file("box.stl");
    const Finished found = run("findings " + plan + " --json --edge-school even");
    ASSERT_EQ(found.code, 0) << found.output;
    const Json findings = Json::parse(found.output);
    const auto even = std::ranges::find_if(
        findings, [](const Json& finding) { return finding["mistake"] == "edges-alike"; });
    ASSERT_NE(even, findings.end());
    EXPECT_GT((*even)["measured"].get<double>(), (*even)["threshold"].get<double>());
    EXPECT_EQ((*even)["place_mm"].size(), 3U);
    EXPECT_FALSE((*even)["cure"].get<std::string>().empty());
}

// Where programs keep what they can work out anew: XDG Base Directory Specification.
TEST_F(Cli, TheSkyIsTracedOnceAndKeptInTheCacheFolder) {
    const fs::path cache = m_folder / "cache";
    const char* before = std::getenv("XDG_CACHE_HOME");
    const std::string usual = before == nullptr ? "" : before;
    ::setenv("XDG_CACHE_HOME", cache.c_str(), 1);
    const std::string command = "bands " + file("box.stl") + " --json";
    const Finished first = run(command);
    const Finished second = run(command);
    if (before == nullptr) {
        ::unsetenv("XDG_CACHE_HOME");
    } else {
        ::setenv("XDG_CACHE_HOME", usual.c_str(), 1);
    }
    ASSERT_EQ(first.code, 0) << first.output;
    EXPECT_EQ(second.output, first.output);
    ASSERT_TRUE(fs::is_directory(cache / "glaukophos"));
    EXPECT_EQ(std::distance(fs::directory_iterator(cache / "glaukophos"), fs::directory_iterator()),
              1);
}

}  // namespace
}  // namespace glaukophos
