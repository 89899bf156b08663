// glaukophos-cli: the core without an interface.
#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <clocale>

#include "cli/commands.h"
#include "cli/paint_commands.h"
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

int run(int argc, char** argv) {
    CLI::App app{"Plan where light falls on a figure, without an interface"};
    app.require_subcommand(1);
    CommonOptions options;
    bool with_vertices = false;
    std::string points = "-";
    glaukophos::RenderOptions render;

    auto* info = app.add_subcommand("info", "Size, parts and lights of a plan or mesh");
    addCommon(*info, options, "info figure.stl");
    glaukophos::PrepareOptions prepared;
    auto* prepare = app.add_subcommand(
        "prepare", "A plan from mesh files: repaired, stood upright, scaled and divided");
    prepare->add_option("files", prepared.files, "One or more meshes of one figure")->required();
    prepare->add_option("--unit", prepared.unit, "What one unit of the files is: mm, cm, in or m");
    prepare->add_option("--up", prepared.up,
                        "Axis of the files that points up: x, y, z, -x, -y or -z");
    prepare->add_option("--height", prepared.height_mm, "Height in mm, base to top");
    prepare->add_option("--parts", prepared.parts,
                        "Divide at creases into so many parts, 2 to 200");
    prepare->add_option("-o,--output", prepared.output, "The .glauk plan to write")->required();
    prepare->footer(
        "Example:\n  glaukophos-cli prepare figure.stl --height 34 --parts 40 -o figure.glauk");
    auto* reach = app.add_subcommand("reach", "What each light reaches");
    addCommon(*reach, options, "reach figure.stl --far 10,50 --lamp 8,-9,11,radius=2,reach=20");
    reach->add_flag("--vertices", with_vertices,
                    "Irradiance at every vertex (CSV, or with --json)");
    auto* probe = app.add_subcommand("probe", "Irradiance at points, shadowed by the figure");
    addCommon(*probe, options, "probe plan.json --points points.csv --json");
    probe->add_option("--points", points, "CSV of x,y,z,nx,ny,nz in mm; - is standard input");
    auto* bands = app.add_subcommand("bands", "Shares, areas and borders of the value bands");
    addCommon(*bands, options, "bands plan.glauk --json");
    bool with_points = false;
    auto* edges = app.add_subcommand("edges", "Where to blend, and edges to highlight");
    addCommon(*edges, options, "edges plan.glauk --json --points");
    edges->add_flag("--points", with_points, "Courses of all lines (with --json)");
    std::string study_size = "900x900";
    auto* study =
        app.add_subcommand("study", "Black-and-white study: five views as PNG in a folder");
    addCommon(*study, options, "study plan.glauk -o study");
    study->add_option("--size", study_size, "Width x height of each picture in pixels");
    auto* ladder = app.add_subcommand("ladder", "Target colours of each part, band by band");
    addCommon(*ladder, options, "ladder plan.glauk -o ladder.csv");
    std::string scored;
    auto* score = app.add_subcommand("score", "How well each direction would do for a far light");
    addCommon(*score, options, "score plan.glauk --light Moon --json");
    score->add_option("--light", scored, "Which far light is to be placed");
    glaukophos::MixOptions mixed;
    auto* mix = app.add_subcommand("mix", "Whole drops of few paints for a colour or a ladder");
    addOutput(*mix, options, "mix --colour '#6d7f93' --paints 3");
    mix->add_option("--colour", mixed.colour, "The colour wanted, as #rrggbb");
    mix->add_option("--plan", options.input, "Instead: a plan, with --part")
        ->needs(
            mix->add_option("--part", mixed.part, "The part whose ladder is mixed from one set"));
    mix->add_option("--rack", mixed.rack, "Your paints: CSV (see rack) or a GIMP palette");
    mix->add_option("--paints", mixed.paints, "Paints in one recipe (up to 3), or in a ladder");
    mix->add_option("--drops", mixed.drops, "Drops of paint in one recipe, at most");
    glaukophos::MixesOptions all_mixes;
    auto* mixes = app.add_subcommand("mixes", "All colours of a plan as drops from the rack");
    addCommon(*mixes, options, "mixes plan.glauk --bottles 8");
    mixes->add_option("--rack", all_mixes.rack, "Instead of the plan's: CSV or a GIMP palette");
    mixes->add_option("--bottles", all_mixes.bottles, "For the whole figure; 0: as it takes");
    glaukophos::WorkOptions work;
    auto* steps = app.add_subcommand("steps", "Every layer in working order, with recipe and time");
    addCommon(*steps, options, "steps plan.glauk --build-up hatched");
    addWork(*steps, work);
    steps->add_flag("--csv", work.csv, "A table");
    steps->add_flag("--palette", work.palette, "The mixes as a GIMP palette");
    auto* schedule = app.add_subcommand("schedule", "When each coat of each figure is painted");
    addCommon(*schedule, options, "schedule plan.glauk --figures 5 --evening 19:00-22:00");
    addWork(*schedule, work);
    schedule->add_option("--evening", work.evening, "When there is time, such as 19:00-22:00");
    schedule->add_option("--from", work.date, "The first day, such as 2026-12-31");
    schedule->add_option("--days", work.days, "Days of the week, 1 is Monday, such as 1,3,5");
    schedule->add_flag("--calendar", work.calendar, "iCalendar: an event an evening");
    auto* findings = app.add_subcommand("findings", "What will go wrong, where, and the cure");
    addCommon(*findings, options, "findings plan.glauk --json");
    addWork(*findings, work);
    glaukophos::CoatsOptions coated;
    auto* coats = app.add_subcommand("coats", "How many coats of a paint hide what is below");
    addOutput(*coats, options, "coats --paint 'Mid yellow' --over '#1a1a1b' --thinner 1");
    coats->add_option("--paint", coated.paint, "Its name in the rack")->required();
    coats->add_option("--rack", coated.rack, "Your paints: CSV (see rack) or a GIMP palette");
    coats->add_option("--over", coated.over, "Colour of what is below, as #rrggbb");
    coats->add_option("--thinner", coated.thinner, "Parts of thinner for one of paint");
    coats->add_option("--most", coated.most, "Coats to try");
    std::string rack_file;
    auto* rack = app.add_subcommand("rack", "The paints that ship, or yours, as a table");
    addOutput(*rack, options, "rack -o mine.csv");
    rack->add_option("--rack", rack_file, "Yours: CSV or a GIMP palette");
    auto* picture = app.add_subcommand("render", "A picture of the figure as PNG");
    addCommon(*picture, options, "render plan.glauk --overlay bands --view front -o front.png");
    picture->add_option(
        "--overlay", render.overlay,
        "bare, parts, reach, shells, values, bands, borders, edges, squint, under or colours");
    picture->add_option("--view", render.view,
                        "plan, front, right, back, left, top, below, upside-down, or a light's "
                        "name to see from it");
    picture->add_option("--light", render.light, "Which light, for the reach and shells overlays");
    picture->add_option("--size", render.size, "Width x height in pixels, such as 1000x760");
    picture->add_option("--samples", render.samples, "Rays a pixel, 1 to 256");
    picture->add_flag("--steps", render.steps, "Colours in flat steps");

    try {
        app.parse(argc, argv);
    } catch (const CLI::Success& success) {
        return app.exit(success);
    } catch (const CLI::ParseError& error) {
        fmt::print(stderr, "glaukophos-cli: {} Try --help.\n", error.what());
        return kBadInput;
    }
    if (prepare->parsed()) return finish(runPrepare(prepared));
    if (info->parsed()) return finish(runInfo(options));
    if (reach->parsed()) return finish(runReach(options, with_vertices));
    if (probe->parsed()) return finish(runProbe(options, points));
    if (bands->parsed()) return finish(runBands(options));
    if (edges->parsed()) return finish(runEdges(options, with_points));
    if (study->parsed()) return finish(runStudy(options, study_size));
    if (ladder->parsed()) return finish(runLadder(options));
    if (mix->parsed()) return finish(runMix(options, mixed));
    if (mixes->parsed()) return finish(runMixes(options, all_mixes));
    if (steps->parsed()) return finish(runSteps(options, work));
    if (schedule->parsed()) return finish(runSchedule(options, work));
    if (findings->parsed()) return finish(runFindings(options, work));
    if (coats->parsed()) return finish(runCoats(options, coated));
    if (rack->parsed()) return finish(runRack(options, rack_file));
    if (score->parsed()) return finish(runScore(options, scored));
    return finish(runRender(options, render));
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
