// glaukophos-cli: the core without an interface.
#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <clocale>

#include "cli/commands.h"

namespace {

using glaukophos::CommonOptions;

constexpr int kBadInput = 2;

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
    command.add_flag("--json", options.json, "Print JSON");
    command.add_option("-o,--output", options.output, "Write to this file");
    command.footer("Example:\n  glaukophos-cli " + example);
}

int finish(const glaukophos::Result<void>& result) {
    if (result) return 0;
    fmt::print(stderr, "glaukophos-cli: {}\n", result.error().message);
    return kBadInput;
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
    auto* bands = app.add_subcommand("bands", "Shares of the five value bands");
    addCommon(*bands, options, "bands plan.glauk --json");
    auto* ladder = app.add_subcommand("ladder", "Target colours of each part, band by band");
    addCommon(*ladder, options, "ladder plan.glauk -o ladder.csv");
    std::string scored;
    auto* score = app.add_subcommand("score", "How well each direction would do for a far light");
    addCommon(*score, options, "score plan.glauk --light Moon --json");
    score->add_option("--light", scored, "Which far light is to be placed");
    auto* picture = app.add_subcommand("render", "A picture of the figure as PNG");
    addCommon(*picture, options, "render plan.glauk --overlay bands --view front -o front.png");
    picture->add_option("--overlay", render.overlay,
                        "bare, parts, reach, shells, values, bands or colours");
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
    if (ladder->parsed()) return finish(runLadder(options));
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
