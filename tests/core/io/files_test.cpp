#include <gtest/gtest.h>
#include <unistd.h>

#include <algorithm>
#include <cstring>
#include <filesystem>
#include <fstream>

#include "core/io/csv.h"
#include "core/io/file_bytes.h"
#include "core/io/mesh_file.h"
#include "core/io/plan_file.h"
#include "core/io/tables_csv.h"
#include "core/painted/spot.h"
#include "core/plan/light_setup.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;
namespace fs = std::filesystem;

class Files : public ::testing::Test {
  protected:
    void SetUp() override {
        m_folder = fs::temp_directory_path() / ("glaukophos-test-" + std::to_string(::getpid()));
        fs::create_directories(m_folder);
    }
    void TearDown() override { fs::remove_all(m_folder); }

    fs::path write(const std::string& name, const std::string& bytes) {
        std::ofstream(m_folder / name, std::ios::binary) << bytes;
        return m_folder / name;
    }
    fs::path boxStl() {
        return write("box.stl", binaryStl(meshOf({box({0, 0, 0}, {4, 4, 4})}), "box"));
    }
    // The message of a file that must not open.
    static std::string refusal(const fs::path& file) {
        const auto plan = openPlan(file, {});
        EXPECT_FALSE(plan);
        return plan ? std::string() : plan.error().message;
    }

    fs::path m_folder;
};

TEST_F(Files, BinaryStlComesBackAsItWas) {
    const auto plan = openPlan(boxStl(), {});
    ASSERT_TRUE(plan) << plan.error().message;
    EXPECT_EQ(plan->figure->form->imported.mesh.triangles.size(), 12U);
    EXPECT_EQ(plan->figure->form->imported.mesh.positions_mm.size(), 8U);
    EXPECT_EQ(plan->lights.size(), 3U);  // a starting plan: sky, moon, lamp
    EXPECT_EQ(plan->parts[0].local_colour, Part{}.local_colour);
}

TEST_F(Files, ALargeStlReadByBlocksIsWhatItIsAtOnce) {
    const std::string bytes = binaryStl(meshOf({sphere({0, 0, 9}, 8, 200)}), "ball");
    const auto at_once = parseBinaryStl({bytes.data(), bytes.size()}, "ball");
    ASSERT_TRUE(at_once);
    ASSERT_GT(at_once->triangles.size(), 45'000U);  // three blocks
    const std::vector<fs::path> files = {write("ball.stl", bytes)};
    std::vector<double> told;
    const auto read = readMeshes(files, {{}, [&](double done) { told.push_back(done); }});
    ASSERT_TRUE(read);
    ASSERT_EQ(read->size(), 1U);
    EXPECT_EQ(read->front().name, "ball");
    EXPECT_EQ(read->front().mesh.positions_mm, at_once->positions_mm);
    EXPECT_EQ(read->front().mesh.triangles, at_once->triangles);
    EXPECT_TRUE(std::ranges::is_sorted(told));
    EXPECT_GE(told.size(), 3U);

    std::stop_source stop;
    const auto stopped =
        readMeshes(files, {stop.get_token(), [&](double) { stop.request_stop(); }});
    ASSERT_FALSE(stopped);
    EXPECT_EQ(stopped.error().code, ErrorCode::Cancelled);
}

TEST_F(Files, LoosePiecesBecomeParts) {
    const Mesh joined = meshOf({box({0, 0, 0}, {4, 4, 4}), plate({0, 0, 9}, 2)});
    const auto plan = openPlan(write("two.stl", binaryStl(joined, "two")), {});
    ASSERT_TRUE(plan);
    ASSERT_EQ(plan->parts.size(), 2U);
    EXPECT_EQ(plan->parts[0].name, "two, piece 1");
}

TEST_F(Files, BadMeshesAreRefusedWithOneSentence) {
    EXPECT_NE(refusal(m_folder / "absent.stl").find("is not there"), std::string::npos);
    EXPECT_NE(refusal(m_folder).find("is not a file"), std::string::npos);
    EXPECT_NE(refusal(write("empty.stl", "")).find("is empty"), std::string::npos);
    EXPECT_NE(refusal(write("text.stl", "hello")).find("text.stl"), std::string::npos);
    EXPECT_NE(refusal(write("none.obj", "v 0 0 0\nv 1 0 0\n")).find("none.obj"), std::string::npos);

    std::string bytes = binaryStl(meshOf({plate({0, 0, 0}, 1)}), "nan");
    const float nan = NAN;
    std::memcpy(bytes.data() + 84 + 12, &nan, 4);
    std::memcpy(bytes.data() + 84 + 50 + 12, &nan, 4);
    EXPECT_NE(refusal(write("nan.stl", bytes)).find("no triangles"), std::string::npos);

    std::string flat(84 + 50, '\0');
    flat[80] = 1;
    EXPECT_NE(refusal(write("flat.stl", flat)).find("no triangles"), std::string::npos);
    EXPECT_NE(refusal(write("lies.ply",
                            "ply\nformat ascii 1.0\nelement vertex 4000000000\n"
                            "property float x\nend_header\n0\n"))
                  .find("cut short"),
              std::string::npos);
}

TEST_F(Files, FilesThatAreTooLargeAreRefusedUnread) {
    const fs::path file = write("huge.stl", "x");
    fs::resize_file(file, 3'000'000'000);  // sparse: takes no room
    EXPECT_NE(refusal(file).find("3.0 GB"), std::string::npos);
}

TEST_F(Files, GlaukKeepsEverything) {
    auto plan = openPlan(boxStl(), {});
    ASSERT_TRUE(plan);
    plan->title = "Moonlit box";
    Part& crate = plan->parts[0];
    crate.name = "crate";
    crate.local_colour = {0.25, 0.5, 0.125};
    crate.material = Material::Wood;
    crate.focus = Focus::Main;
    crate.hidden = crate.locked = true;
    crate.lift = 12;
    crate.calm = 0.25;
    crate.shading =
        Shading{School::Complement, 0.25, Highlight::Yellowed, false, BlackHighlight::BlueGreen};
    crate.dulling = Dulling::Black;
    crate.ramp = {RampKind::OneHue,
                  {0.0, 0.6, 1.0},
                  BrightestAt::Place,
                  {1, 2, 3},
                  GlowZones{0.1, 0.2, 0.4, 0.8}};
    crate.takes_glow = TakesGlow::Barred;
    plan->lights[2].gone_at_height = 0.66;
    plan->lights[2].gone_at_mm = 12.0;
    plan->colours.glow = {0.3, 6.0, 0.4, 5, 0.3, 0.75, 2.0};
    plan->lights[1].on = false;
    plan->lights[2].own_parts = {0};
    plan->lights[2].colour = {ColourSource::Chosen, 2345.0, {1.0, 0.5, 0.25}};
    plan->values.exposure_stops = 0.75;
    plan->values.contrast = 0.625;
    plan->values.basis = BandBasis::Painted;
    plan->values.paint = {12, 92, 5};
    plan->values.bands = {4, BandsBy::Shares, {20, 40, 60}, {0.5, 0.25, 0.125, 0.125}, 0.5, 3, 1,
                          2};
    plan->values.sheen = {1.5, true, {9.5, 30, 45, 0.75, 120}};
    plan->values.calm = {0.5, 0.25};
    plan->values.edge_kinds = {0.25, 3.5};
    EdgeLineChoices& lines = plan->values.edge_lines;
    lines.school = EdgeSchool::Corners;
    lines.width_mm = 0.75;
    lines.passes = 2;
    lines.narrows = 0.75;
    lines.last_colour = Srgb{1, 1, 0};
    lines.corners_last = true;
    lines.marks = {{EdgeWish::LeaveOut, Vec3(1, 2, 3)}, {EdgeWish::Brightest, Vec3(0, 0, 1)}};
    plan->values.squint = {450, 0.5, 6};
    plan->values.face = FaceQuarters{true, {1, 2, 3}, {0, -1, 0}, 5, 10, 0.75, 0.25};
    plan->values.corrections = {{-2, 1.5, {{1, 2, 3}, {4, 5, 6}}, {{0, 0, 1}, {0, -1, 0}}}};
    plan->colours = {0.5,
                     {School::Cool, 0.75, Highlight::Kept, true, BlackHighlight::Blue},
                     {true, 0.125, 0.25, 0.5},
                     {0.25, 7, 0.5},
                     {{"cheek", {1, 2, 3}, {0, -1, 0}, 2.5, {0.8, 0.2, 0.4}, 0.25}}};
    plan->mixing = {4, 9, 6, 2.5, 12, {1.0, 0.8, 0.6}, 3000};
    plan->rack.resize(2);
    plan->rack[0].swatch = Swatch{{0.2, 0.4, 0.6}, {0.4, 0.6, 0.8}, {0, 0, 0}, {1, 1, 1}};
    plan->rack[1].spectrum.assign(kBands, 0.25);
    plan->rack[1].kind = PaintKind::Ink;
    plan->rack[1].left_ml = 3.5;
    plan->view = {4.5, -20.0, 2.0, true, {1, 2, 3}};
    const fs::path file = m_folder / "plan.glauk";
    ASSERT_TRUE(savePlan(*plan, file));
    auto back = openPlan(file, {});
    ASSERT_TRUE(back) << back.error().message;
    EXPECT_EQ(back->title, plan->title);
    EXPECT_EQ(hexFrom(back->parts[0].local_colour), hexFrom(plan->parts[0].local_colour));
    back->parts[0].local_colour = plan->parts[0].local_colour;  // #rrggbb has 256 steps
    EXPECT_EQ(back->parts[0], plan->parts[0]);
    EXPECT_EQ(back->lights[1], plan->lights[1]);
    EXPECT_EQ(back->lights[2].own_parts, plan->lights[2].own_parts);
    EXPECT_EQ(back->lights[2].kind, plan->lights[2].kind);
    EXPECT_EQ(back->values, plan->values);
    EXPECT_EQ(back->colours, plan->colours);
    EXPECT_EQ(back->mixing, plan->mixing);
    EXPECT_EQ(back->rack, plan->rack);
    EXPECT_EQ(back->view, plan->view);
    EXPECT_EQ(back->figure->form->imported.mesh.triangles.size(), 12U);
}

TEST_F(Files, SavingTheSamePlanTwiceGivesTheSameBytes) {
    const auto plan = openPlan(boxStl(), {});
    ASSERT_TRUE(plan);
    ASSERT_TRUE(savePlan(*plan, m_folder / "a.glauk"));
    ASSERT_TRUE(savePlan(*plan, m_folder / "b.glauk"));
    const auto a = readBytes(m_folder / "a.glauk", 1 << 30);
    const auto b = readBytes(m_folder / "b.glauk", 1 << 30);
    ASSERT_TRUE(a && b);
    EXPECT_EQ(*a, *b);
}

TEST_F(Files, FailedSaveLeavesTheOldFile) {
    const auto plan = openPlan(boxStl(), {});
    ASSERT_TRUE(plan);
    const auto saved = savePlan(*plan, "/proc/nowhere/plan.glauk");
    ASSERT_FALSE(saved);
    EXPECT_EQ(saved.error().code, ErrorCode::WriteFailed);
    const fs::path file = m_folder / "keep.glauk";
    ASSERT_TRUE(savePlan(*plan, file));
    EXPECT_EQ(std::distance(fs::directory_iterator(m_folder), {}), 2);  // no temporary left
}

TEST_F(Files, DamagedArchivesAreRefusedAtEveryLength) {
    const auto plan = openPlan(boxStl(), {});
    ASSERT_TRUE(plan);
    ASSERT_TRUE(savePlan(*plan, m_folder / "whole.glauk"));
    const auto bytes = readBytes(m_folder / "whole.glauk", 1 << 30);
    ASSERT_TRUE(bytes);
    for (std::size_t length = 0; length < bytes->size(); length += 97) {
        const fs::path cut = write("cut.glauk", std::string(bytes->data(), length));
        EXPECT_FALSE(refusal(cut).empty());
    }
    for (std::size_t at = 0; at < bytes->size(); at += 61) {
        std::string flipped(bytes->data(), bytes->size());
        flipped[at] = static_cast<char>(flipped[at] ^ 0x5A);
        const auto opened = openPlan(write("flip.glauk", flipped), {});  // must not crash
        EXPECT_TRUE(opened || !opened.error().message.empty());
    }
}

TEST_F(Files, HandWrittenPlanFindsItsMeshBesideIt) {
    boxStl();
    const fs::path file = write("plan.json", R"({
        "format": "glaukophos-plan",
        "figure": { "files": ["box.stl"] },
        "parts": [ { "name": "box", "colour": "#336699" } ],
        "lights": [ { "kind": "lamp", "centre_mm": [0, -9, 3], "radius_mm": 1, "radiance": 2 } ]
    })");
    const auto plan = openPlan(file, {});
    ASSERT_TRUE(plan) << plan.error().message;
    EXPECT_EQ(hexFrom(plan->parts[0].local_colour), "#336699");
    EXPECT_NEAR(plan->lights[0].strength, 2 * kPi, 1e-12);
}

TEST_F(Files, PlansThatMakeNoSenseAreNamed) {
    boxStl();
    const auto refusedPlan = [&](const std::string& rest) {
        return refusal(write("bad.json",
                             "{\"format\":\"glaukophos-plan\",\"figure\":{\"files\":"
                             "[\"box.stl\"]}" +
                                 rest + "}"));
    };
    EXPECT_NE(refusal(write("bad.json", "{")).find("well-formed"), std::string::npos);
    EXPECT_NE(refusal(write("bad.json", "{}")).find("format"), std::string::npos);
    EXPECT_NE(refusedPlan(",\"version\":9").find("newer version"), std::string::npos);
    EXPECT_NE(refusedPlan(",\"lights\":[{\"kind\":\"torch\"}]").find("light 1 \"kind\""),
              std::string::npos);
    EXPECT_NE(refusedPlan(",\"lights\":[{\"kind\":\"far\",\"hour\":\"two\"}]").find("number"),
              std::string::npos);
    EXPECT_NE(refusedPlan(",\"lights\":[{\"kind\":\"far\",\"height_deg\":200}]").find("height"),
              std::string::npos);
    EXPECT_NE(refusedPlan(",\"lights\":[{\"kind\":\"sky\",\"own_parts\":[\"hat\"]}]").find("hat"),
              std::string::npos);
    const std::array<std::pair<const char*, const char*>, 8> wrong_values = {
        {{R"({"bands":{"count":"five"}})", "\"count\" must be a number"},
         {R"({"bands":{"count":2.5}})", "whole number"},
         {R"({"bands":{"count":40}})", "3 to 9"},
         {R"({"bands":{"by":"loud"}})", "one of \"steps\", \"shares\""},
         {R"({"bands":{"borders_L":[1,"x"]}})", "list of numbers"},
         {R"({"edge_lines":{"school":"old"}})", "weighted"},
         {R"({"face":{"middle_mm":[0,0,0],"facing":[0,0,0]}})", "facing"},
         {R"({"corrections":[{"bands":1,"points_mm":[1,2],"normals":[]}]})",
          "three numbers a point"}}};
    for (const auto& [values, complaint] : wrong_values) {
        EXPECT_NE(refusedPlan(std::string(",\"values\":") + values).find(complaint),
                  std::string::npos)
            << values;
    }
    EXPECT_NE(refusal(write("bad.json",
                            "{\"format\":\"glaukophos-plan\",\"figure\":{\"files\":"
                            "[\"../../etc/passwd\"]}}"))
                  .find("own folder"),
              std::string::npos);
}

// Two thousand damaged plans: each is read or refused with a sentence, none crashes.
TEST(PlanJson, DamagedTextsAreReadOrRefused) {
    Plan plan = planOf({box({0, 0, 0}, {4, 4, 4})}, {"crate"});
    plan.lights = {farLight(2, 40), skyLight(SkyKind::Overcast), lampLight({1, 2, 9}, 1)};
    plan.values.face = FaceQuarters{};
    plan.values.corrections = {{1, 2.0, {{1, 2, 3}}, {{0, 0, 1}}}};
    const std::string whole = planJson(plan, {{"crate.stl"}, "", Division::AsGiven});
    ASSERT_TRUE(parsePlan(whole));
    std::uint32_t state = 1;
    const auto next = [&](std::size_t below) {
        state = state * 1664525U + 1013904223U;  // Numerical Recipes' generator
        return (state >> 8) % below;
    };
    std::size_t refused = 0;
    for (int i = 0; i < 2000; ++i) {
        std::string damaged = whole;
        for (std::size_t edits = 1 + next(4); edits > 0; --edits) {
            const std::size_t at = next(damaged.size());
            switch (next(3)) {
                case 0:
                    damaged[at] = static_cast<char>(next(256));
                    break;
                case 1:
                    damaged.erase(at, 1 + next(12));
                    break;
                default:
                    damaged.insert(at, whole.substr(next(whole.size()), next(24)));
            }
        }
        const auto parsed = parsePlan(damaged);
        if (parsed) continue;
        ++refused;
        EXPECT_GT(parsed.error().message.size(), 20U);
    }
    EXPECT_GT(refused, 500U);
}

TEST(Csv, ProbePointsAreReadAndBadLinesNamed) {
    const auto points =
        parseProbePoints("x,y,z,nx,ny,nz\n# a comment\n1,2,3,0,0,2\n\n4;5;6;0;1;0\n");
    ASSERT_TRUE(points);
    ASSERT_EQ(points->points_mm.size(), 2U);
    EXPECT_EQ(points->normals[0], Vec3(0, 0, 1));
    for (const char* bad : {"", "1,2,3\n1,2,3\n", "0,0,0,0,0,1\n1,2,3,0,0\n",
                            "0,0,0,0,0,1\n1,2,3,0,0,0\n", "0,0,0,0,0,1\n1,2,nan,0,0,1\n"}) {
        EXPECT_FALSE(parseProbePoints(bad)) << bad;
    }
    EXPECT_NE(parseProbePoints("0,0,0,0,0,1\n1,2\n").error().message.find("Line 2"),
              std::string::npos);
}

TEST(Csv, FieldsFromStrangersAreQuoted) {
    EXPECT_EQ(csvField("plain"), "plain");
    EXPECT_EQ(csvField("a,\"b\""), "\"a,\"\"b\"\"\"");
    EXPECT_EQ(csvField("=1+1"), "'=1+1");
}

// RFC 4180, 2: quotes keep commas, doubled quotes and line breaks.
TEST(Csv, ComesBackAsItWasWritten) {
    const std::vector<std::string> fields = {"plain",  "=1+1",       "-minus",  "a, b",
                                             "\"so\"", "two\nlines", "'quoted", "@here"};
    std::string line;
    for (const std::string& field : fields) line += (line.empty() ? "" : ",") + csvField(field);
    const std::vector<CsvRow> rows = csvRows("first\r\n\n" + line + "\nlast");
    ASSERT_EQ(rows.size(), 3U);
    EXPECT_EQ(rows[0].fields, std::vector<std::string>{"first"});
    EXPECT_EQ(rows[1].fields, fields);
    EXPECT_EQ(rows[1].line, 3U);
    EXPECT_EQ(rows[2].line, 5U);  // a line break in quotes counts
    EXPECT_TRUE(csvRows("").empty());
    EXPECT_EQ(csvRows("a,\"open").front().fields.size(), 2U);
}

TEST_F(Files, TheBenchLogLiesInThePlan) {
    const Plan plan = planOf({plate({0, 0, 0}, 6)});
    BenchLog log;
    log.done = {{{"part-1/base-1", "part-2/base-1"}, 0, 1, 4.5, 1000.0, 1600.0}};
    log.notes = {{"primer", "went on dusty"}};
    ASSERT_TRUE(savePlan(plan, m_folder / "kept.glauk", log));
    const auto opened = openWithLog(m_folder / "kept.glauk", {});
    ASSERT_TRUE(opened) << opened.error().message;
    EXPECT_EQ(opened->log, log);
    ASSERT_TRUE(savePlan(plan, m_folder / "bare.glauk"));
    EXPECT_EQ(openWithLog(m_folder / "bare.glauk", {})->log, BenchLog{});
}

TEST(Spot, NamesWhatBlocksALight) {
    Plan plan = planOf({plate({0, 0, 0}, 6), box({-2, -2, 5}, {2, 2, 6})}, {"floor", "shelf"});
    plan.lights = {farLight(0, 90)};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const auto hit = plan.figure->form->shown.nearest({0.3F, 0.2F, 2}, {0, 0, -1});
    ASSERT_TRUE(hit);
    const Spot spot = spotAt(plan, *appearance, *hit);
    EXPECT_EQ(spot.part_name, "floor");
    EXPECT_EQ(spot.lights[0].blocked_by, "shelf, lower end");
    EXPECT_NEAR(spot.lights[0].incidence_deg, 0.0, 0.1);
    EXPECT_NE(inWords(spot, false).find("blocked by shelf"), std::string::npos);
    EXPECT_EQ(inWords(spot, false).find("L*"), std::string::npos);
    EXPECT_NE(inWords(spot, true).find("L*"), std::string::npos);
}

TEST(PlanFile, EveryKindOfLightSurvivesSavingAndOpening) {
    Plan plan = planOf({plate({0, 0, 0}, 6), box({-2, -2, 5}, {2, 2, 6})}, {"floor", "shelf"});
    plan.lights = newLights(plan.figure->bounds());
    giveIdentities(plan);
    plan.lights[5].own_parts = {1};
    plan.lights[2].passed_parts = {0};
    plan.lights[1].solo = true;
    std::get<Bounce>(plan.lights[7].kind).from_parts = {0, 1};
    std::get<Panel>(plan.lights[4].kind).two_sided = true;
    plan.merit_weights[2] = 0.25;
    const auto file = std::filesystem::temp_directory_path() / "glaukophos-kinds.glauk";
    ASSERT_TRUE(savePlan(plan, file));
    const auto again = openPlan(file, {});
    std::filesystem::remove(file);
    ASSERT_TRUE(again) << again.error().message;
    EXPECT_EQ(again->lights, plan.lights);
    EXPECT_EQ(again->merit_weights, plan.merit_weights);
}

TEST(PlanFile, AnUnknownPartOfALightIsNamed) {
    const auto written = parsePlan(R"({"format": "glaukophos-plan", "figure": {"files": ["a.stl"]},
        "lights": [{"kind": "bounce", "from_parts": ["tail"]}]})");
    ASSERT_TRUE(written);
    const auto plan = withFigure(*written, figureOf({plate({0, 0, 0}, 6)}));
    ASSERT_FALSE(plan);
    EXPECT_NE(plan.error().message.find("tail"), std::string::npos);
}

}  // namespace
}  // namespace glaukophos
