// glaukophos-cli: the core without an interface.
#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <clocale>

#include "cli/commands.h"
#include "cli/paint_commands.h"
#include "cli/review_commands.h"
#include "cli/work_commands.h"

namespace {

using glaukophos::CommonOptions;

constexpr int kBadInput = 2;

void addValues(CLI::App& command, glaukophos::ValueOptions& values) {
    command.add_option("--style", values.style, "Ready-made values: " + glaukophos::styleNames());
    command.add_option("--bands", values.bands, "How many bands, in equal steps of L*: 3 to 9");
    command.add_option("--borders", values.borders, "Borders of the bands in L*, such as 30,50,70");
    command.add_option("--shares", values.shares,
                       "Shares of the area instead, dark to light, such as 0.4,0.3,0.2,0.1");
    command.add_option("--exposure", values.exposure_stops,
                       "Stops added to the automatic exposure");
    command.add_option("--contrast", values.contrast, "0 as light is .. 1 as painted");
    command.add_option("--speck", values.speck_mm,
                       "Patches smaller than a brush tip this wide in mm are merged; 0 keeps all");
    command.add_option(
        "--dip", values.dip_depth,
        "Shallow dips between lit neighbours are joined up to this L*; 0 joins none");
    command.add_option("--edge-school", values.school, "Edge lines: weighted, even or corners");
    command.add_option("--edge-width", values.edge_width_mm, "Width of the first edge line in mm");
}

void addOutput(CLI::App& command, CommonOptions& options, const std::string& example) {
    command.add_flag("--json", options.json, "Print JSON");
    command.add_option("-o,--output", options.output, "Write to this file");
    command.footer("Example:\n  glaukophos-cli " + example);
}

// Adds the plan and the options that all commands share.
void addCommon(CLI::App& command, CommonOptions& options, const std::string& example) {
    command.add_option("plan", options.input, "A .glauk plan, a plan.json, or a mesh")->required();
    command.add_option("--sky", options.lights.skies,
                       "Sky instead of the plan's lights: uniform, overcast or zenithal, then "
                       "sharpness=, strength=, kelvin=, colour=#rrggbb, name=");
    command.add_option("--far", options.lights.fars,
                       "Moon or sun: hour,height in degrees, then radius= in degrees, strength=, "
                       "kelvin=, colour=, name=");
    command.add_option("--lamp", options.lights.lamps,
                       "Glowing ball: x,y,z in mm, then radius= in mm, strength= or radiance= or "
                       "reach= in mm, kelvin=, colour=, name=");
    command.add_option(
        "--rod", options.lights.rods,
        "Glowing rod: x,y,z,x,y,z of its ends in mm, then radius= and as for a lamp");
    command.add_option("--panel", options.lights.panels,
                       "Vent, window or pool: x,y,z,width,length in mm, then hour= and height= of "
                       "the direction it faces (up by itself), turn=, shape=disc, sides=2, and as "
                       "for a lamp");
    command.add_option("--glow", options.lights.glows,
                       "Part of the figure that glows: its name, then as for a lamp");
    command.add_option("--spray", options.lights.sprays,
                       "Underpainting pass: hour,height in degrees, then opening= in degrees, "
                       "distance= in mm, strength=, colour=, name=");
    command.add_option("--bounce", options.lights.bounces,
                       "Light thrown back by the floor: share 0 to 1, then parts that do so too, "
                       "colour=, name=");
    addValues(command, options.values);
    addOutput(command, options, example);
}

int finish(const glaukophos::Result<void>& result) {
    if (result) return 0;
    fmt::print(stderr, "glaukophos-cli: {}\n", result.error().message);
    return kBadInput;
}

void addWork(CLI::App& command, glaukophos::WorkOptions& work) {
    command.add_option("--build-up", work.build_up,
                       "How layers follow each other: dark-to-light, middle-first, greys-first, "
                       "hatched or light-to-dark");
    command.add_option("--glow-by", work.glow, "A glow by thin-colour, white-first or airbrush");
    command.add_option("--order", work.order, "Parts: focus-first or inside-out");
    command.add_option("--figures", work.figures, "So many of this kind, painted together");
    command.add_option("--pace", work.pace, "Minutes taken, relative to what is usual");
    command.add_flag("--hairdryer", work.hairdryer, "Layers are dried by a hairdryer on low");
    command.add_option("--rack", work.rack, "Instead of the plan's: CSV or a GIMP palette");
    command.add_option("--move", work.moved,
                       "A step after another, as \"key>key\"; keys are in steps --json");
}

// What the commands read, and how the one that was called ended.
struct Commands {
    CommonOptions common;
    glaukophos::MatchOptions match;
    glaukophos::CompareOptions compare;
    glaukophos::RelightOptions relight;
    glaukophos::LogOptions log;
    glaukophos::PrepareOptions prepare;
    glaukophos::SceneOptions scene;
    bool with_vertices = false;
    std::string points = "-";
    bool with_points = false;
    std::string study_size = "900x900";
    std::string scored_light;
    glaukophos::MixOptions mix;
    glaukophos::MixesOptions mixes;
    glaukophos::WorkOptions work;
    glaukophos::CoatsOptions coats;
    std::string rack_file;
    glaukophos::RenderOptions render;
    glaukophos::Result<void> outcome;
};

void addScene(CLI::App& app, Commands& all) {
    auto* scene = app.add_subcommand(
        "scene", "A copy of the figure, or another one, beside it; or one of them elsewhere");
    scene->add_option("plan", all.common.input, "A .glauk plan, a plan.json, or a mesh")
        ->required();
    scene->add_option(
        "--faces", all.scene.faces_hour,
        "Hour of the clock of the one it comes from: 12 as that does, 6 the other way");
    scene->add_option("--left", all.scene.left_mm, "mm to the first one's own left");
    scene->add_option("--front", all.scene.front_mm, "mm towards its front");
    scene->add_option("--single", all.scene.single, "Parts that both stand on: not copied");
    scene->add_option("--figure", all.scene.files, "Meshes of another figure, instead of a copy");
    auto* which = scene->add_option("--which", all.scene.which,
                                    "Turn and move the figure of this number, from 2, instead");
    which->check(CLI::PositiveNumber);
    scene->add_flag("--away", all.scene.away, "Take it away")->needs(which);
    scene->add_option("-o,--output", all.scene.output, "The .glauk plan to write")->required();
    scene->footer(
        "Example:\n  glaukophos-cli scene cat.glauk --faces 6 --left 20 --single cobbles -o "
        "cats.glauk");
    scene->callback([&all] { all.outcome = runScene(all.common, all.scene); });
}

void addLightCommands(CLI::App& app, Commands& all) {
    auto* info = app.add_subcommand("info", "Size, parts and lights of a plan or mesh");
    addCommon(*info, all.common, "info figure.stl");
    auto* prepare = app.add_subcommand(
        "prepare", "A plan from mesh files: repaired, stood upright, scaled and divided");
    prepare->add_option("files", all.prepare.files, "One or more meshes of one figure")->required();
    prepare->add_option("--unit", all.prepare.unit,
                        "What one unit of the files is: mm, cm, in or m");
    prepare->add_option("--up", all.prepare.up,
                        "Axis of the files that points up: x, y, z, -x, -y or -z");
    prepare->add_option("--height", all.prepare.height_mm, "Height in mm, base to top");
    prepare->add_option("--parts", all.prepare.parts,
                        "Divide at creases into so many parts, 2 to 200");
    prepare->add_option("-o,--output", all.prepare.output, "The .glauk plan to write")->required();
    prepare->footer(
        "Example:\n  glaukophos-cli prepare figure.stl --height 34 --parts 40 -o figure.glauk");
    auto* reach = app.add_subcommand("reach", "What each light reaches");
    addCommon(*reach, all.common, "reach figure.stl --far 10,50 --lamp 8,-9,11,radius=2,reach=20");
    reach->add_flag("--vertices", all.with_vertices,
                    "Irradiance at every vertex (CSV, or with --json)");
    auto* probe = app.add_subcommand("probe", "Irradiance at points, shadowed by the figure");
    addCommon(*probe, all.common, "probe plan.json --points points.csv --json");
    probe->add_option("--points", all.points, "CSV of x,y,z,nx,ny,nz in mm; - is standard input");
    prepare->callback([&all] { all.outcome = runPrepare(all.prepare); });
    addScene(app, all);
    info->callback([&all] { all.outcome = runInfo(all.common); });
    reach->callback([&all] { all.outcome = runReach(all.common, all.with_vertices); });
    probe->callback([&all] { all.outcome = runProbe(all.common, all.points); });
}

void addValueCommands(CLI::App& app, Commands& all) {
    auto* bands = app.add_subcommand("bands", "Shares, areas and borders of the value bands");
    addCommon(*bands, all.common, "bands plan.glauk --json");
    auto* edges = app.add_subcommand("edges", "Where to blend, and edges to highlight");
    addCommon(*edges, all.common, "edges plan.glauk --json --points");
    edges->add_flag("--points", all.with_points, "Courses of all lines (with --json)");
    auto* study =
        app.add_subcommand("study", "Black-and-white study: five views as PNG in a folder");
    addCommon(*study, all.common, "study plan.glauk -o study");
    study->add_option("--size", all.study_size, "Width x height of each picture in pixels");
    auto* ladder = app.add_subcommand("ladder", "Target colours of each part, band by band");
    addCommon(*ladder, all.common, "ladder plan.glauk -o ladder.csv");
    auto* score = app.add_subcommand("score", "How well each direction would do for a far light");
    addCommon(*score, all.common, "score plan.glauk --light Moon --json");
    score->add_option("--light", all.scored_light, "Which far light is to be placed");
    bands->callback([&all] { all.outcome = runBands(all.common); });
    edges->callback([&all] { all.outcome = runEdges(all.common, all.with_points); });
    study->callback([&all] { all.outcome = runStudy(all.common, all.study_size); });
    ladder->callback([&all] { all.outcome = runLadder(all.common); });
    score->callback([&all] { all.outcome = runScore(all.common, all.scored_light); });
}

void addMixCommands(CLI::App& app, Commands& all) {
    auto* mix = app.add_subcommand("mix", "Whole drops of few paints for a colour or a ladder");
    addOutput(*mix, all.common, "mix --colour '#6d7f93' --paints 3");
    mix->add_option("--colour", all.mix.colour, "The colour wanted, as #rrggbb");
    mix->add_option("--plan", all.common.input, "Instead: a plan, with --part")
        ->needs(
            mix->add_option("--part", all.mix.part, "The part whose ladder is mixed from one set"));
    mix->add_option("--rack", all.mix.rack, "Your paints: CSV (see rack) or a GIMP palette");
    mix->add_option("--paints", all.mix.paints, "Paints in one recipe (up to 3), or in a ladder");
    mix->add_option("--drops", all.mix.drops, "Drops of paint in one recipe, at most");
    auto* mixes = app.add_subcommand("mixes", "All colours of a plan as drops from the rack");
    addCommon(*mixes, all.common, "mixes plan.glauk --bottles 8");
    mixes->add_option("--rack", all.mixes.rack, "Instead of the plan's: CSV or a GIMP palette");
    mixes->add_option("--bottles", all.mixes.bottles, "For the whole figure; 0: as it takes");
    mix->callback([&all] { all.outcome = runMix(all.common, all.mix); });
    mixes->callback([&all] { all.outcome = runMixes(all.common, all.mixes); });
}

void addWorkCommands(CLI::App& app, Commands& all) {
    auto* steps = app.add_subcommand("steps", "Every layer in working order, with recipe and time");
    addCommon(*steps, all.common, "steps plan.glauk --build-up hatched");
    addWork(*steps, all.work);
    steps->add_flag("--csv", all.work.csv, "A table");
    steps->add_flag("--palette", all.work.palette, "The mixes as a GIMP palette");
    auto* schedule = app.add_subcommand("schedule", "When each coat of each figure is painted");
    addCommon(*schedule, all.common, "schedule plan.glauk --figures 5 --evening 19:00-22:00");
    addWork(*schedule, all.work);
    schedule->add_option("--evening", all.work.evening, "When there is time, such as 19:00-22:00");
    schedule->add_option("--from", all.work.date, "The first day, such as 2026-12-31");
    schedule->add_option("--days", all.work.days, "Days of the week, 1 is Monday, such as 1,3,5");
    schedule->add_flag("--calendar", all.work.calendar, "iCalendar: an event an evening");
    auto* findings = app.add_subcommand("findings", "What will go wrong, where, and the cure");
    addCommon(*findings, all.common, "findings plan.glauk --json");
    addWork(*findings, all.work);
    steps->callback([&all] { all.outcome = runSteps(all.common, all.work); });
    schedule->callback([&all] { all.outcome = runSchedule(all.common, all.work); });
    findings->callback([&all] { all.outcome = runFindings(all.common, all.work); });
}

void addRackCommands(CLI::App& app, Commands& all) {
    auto* coats = app.add_subcommand("coats", "How many coats of a paint hide what is below");
    addOutput(*coats, all.common, "coats --paint 'Mid yellow' --over '#1a1a1b' --thinner 1");
    coats->add_option("--paint", all.coats.paint, "Its name in the rack")->required();
    coats->add_option("--rack", all.coats.rack, "Your paints: CSV (see rack) or a GIMP palette");
    coats->add_option("--over", all.coats.over, "Colour of what is below, as #rrggbb");
    coats->add_option("--thinner", all.coats.thinner, "Parts of thinner for one of paint");
    coats->add_option("--most", all.coats.most, "Coats to try");
    auto* rack = app.add_subcommand("rack", "The paints that ship, or yours, as a table");
    addOutput(*rack, all.common, "rack -o mine.csv");
    rack->add_option("--rack", all.rack_file, "Yours: CSV or a GIMP palette");
    coats->callback([&all] { all.outcome = runCoats(all.common, all.coats); });
    rack->callback([&all] { all.outcome = runRack(all.common, all.rack_file); });
}

void addPictureCommand(CLI::App& app, Commands& all) {
    auto* picture = app.add_subcommand("render", "A picture of the figure as PNG");
    addCommon(*picture, all.common, "render plan.glauk --overlay bands --view front -o front.png");
    picture->add_option(
        "--overlay", all.render.overlay,
        "bare, parts, reach, shells, values, bands, borders, edges, squint, under or colours");
    picture->add_option("--view", all.render.view,
                        "plan, front, right, back, left, top, below, upside-down, or a light's "
                        "name to see from it");
    picture->add_option("--light", all.render.light,
                        "Which light, for the reach and shells overlays");
    picture->add_option("--size", all.render.size, "Width x height in pixels, such as 1000x760");
    picture->add_option("--samples", all.render.samples, "Rays a pixel, 1 to 256");
    picture->add_flag("--steps", all.render.steps, "Colours in flat steps");
    picture->callback([&all] { all.outcome = runRender(all.common, all.render); });
}

void addPose(CLI::App& command, glaukophos::PoseOptions& pose) {
    command.add_option("photograph", pose.photograph, "PNG or JPEG")->required();
    command.add_option("--clicks", pose.clicks, "CSV of pairs, as for match");
    command.add_option("--pose", pose.pose, "JSON that match --json wrote, instead of matching");
}

void addPhotoFindings(CLI::App& app, Commands& all) {
    auto* compare = app.add_subcommand("compare", "A painted figure against its plan");
    addCommon(*compare, all.common, "compare plan.glauk photo.jpg --from 10,50 --json");
    addPose(*compare, all.compare.pose);
    compare->add_option("--card", all.compare.pose.card_px,
                        "Pixel x,y of the card's grey; or three, of white, grey and black; "
                        "without it the card is looked for");
    compare->add_option("--from", all.compare.lamps,
                        "hour,height[,half angle] of a lamp that it was photographed under; "
                        "without it light is diffuse");
    compare->add_option("--fill", all.compare.fill, "Light from all round beside the lamp, 0..1");
    compare->add_option("--grey", all.compare.grey, "Reflectance of the card's grey");
    compare->add_option("--steps", all.compare.steps, "So many steps are painted; all without it");
    compare->add_flag("--map", all.compare.map, "-o is a PNG of what is too light and too dark");
    compare->add_option("--take", all.compare.take,
                        "A plan to write, with the three worst places as steps");
    compare->callback([&all] { all.outcome = runCompare(all.common, all.compare); });
    auto* relight =
        app.add_subcommand("relight-from", "The light in a photograph of the primed figure");
    addCommon(*relight, all.common, "relight-from plan.glauk primed.jpg --take lit.glauk");
    addPose(*relight, all.relight.pose);
    relight->add_option("--take", all.relight.take, "A plan to write, with this light");
    relight->callback([&all] { all.outcome = runRelightFrom(all.common, all.relight); });
}

void addStudyFrom(CLI::App& app, Commands& all) {
    auto* study =
        app.add_subcommand("study-from", "A plan from a photograph alone, without a figure");
    study->add_option("photograph", all.match.photograph, "PNG or JPEG")->required();
    study->add_option("-o,--output", all.common.output, "The plan to write, .glauk")->required();
    study->callback([&all] {
        all.outcome = glaukophos::runStudyFrom(all.match.photograph, all.common.output);
    });
}

void addReviewCommands(CLI::App& app, Commands& all) {
    auto* match =
        app.add_subcommand("match", "Where the camera stood that took a photograph of the figure");
    addCommon(*match, all.common, "match plan.glauk photo.jpg --clicks pairs.csv --json");
    match->add_option("photograph", all.match.photograph, "PNG or JPEG")->required();
    match->add_option("--clicks", all.match.clicks,
                      "CSV of x,y,z in mm and pixel x,y; without it the figure is looked for, "
                      "upright and whole");
    match->add_option("--on", all.match.on,
                      "Draw the plan over the photograph: borders, edges or colours, with -o");
    auto* log = app.add_subcommand("log", "What was painted over all plans, and how fast");
    addOutput(*log, all.common, "log --search hood --json");
    log->add_option("--search", all.log.search, "Only entries that have all of these words");
    log->add_option("--file", all.log.file, "Another log than your own");
    log->add_option("--import", all.log.import_from, "Take in a table that was exported");
    log->add_flag("--csv", all.log.csv, "The log as a table");
    log->callback([&all] { all.outcome = runLog(all.common, all.log); });
    match->callback([&all] { all.outcome = runMatch(all.common, all.match); });
}

int run(int argc, char** argv) {
    CLI::App app{"Plan where light falls on a figure, without an interface"};
    app.require_subcommand(1);
    Commands all;
    addLightCommands(app, all);
    addValueCommands(app, all);
    addMixCommands(app, all);
    addWorkCommands(app, all);
    addRackCommands(app, all);
    addPictureCommand(app, all);
    addReviewCommands(app, all);
    addPhotoFindings(app, all);
    addStudyFrom(app, all);
    try {
        app.parse(argc, argv);
    } catch (const CLI::Success& success) {
        return app.exit(success);
    } catch (const CLI::ParseError& error) {
        fmt::print(stderr, "glaukophos-cli: {} Try --help.\n", error.what());
        return kBadInput;
    }
    return finish(all.outcome);
}

}  // namespace

int main(int argc, char** argv) {
    try {
        return run(argc, argv);
    } catch (const std::bad_alloc&) {
        fmt::print(stderr, "glaukophos-cli: Not enough memory for this figure.\n");
    } catch (const std::exception& e) {
        fmt::print(stderr, "glaukophos-cli: {}\n", e.what());
    }
    return kBadInput;
}
