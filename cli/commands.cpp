// Load, compute, print.
#include "cli/commands.h"

#include <fmt/format.h>

#include <algorithm>
#include <cstdio>
#include <iostream>
#include <iterator>

#include "cli/loading.h"
#include "cli/report.h"
#include "core/figure/division.h"
#include "core/figure/stance.h"
#include "core/io/csv.h"
#include "core/io/file_bytes.h"
#include "core/io/light_json.h"
#include "core/io/plan_file.h"
#include "core/io/png_file.h"
#include "core/io/tables_csv.h"
#include "core/picture/named_view.h"
#include "core/plan/part_edits.h"

namespace glaukophos {
namespace {

// Irradiance of each light at the points; nothing from lights that do not shine or
// are thrown back.
std::vector<std::vector<float>> probe(const Plan& plan, const ProbePoints& points) {
    const Receivers receivers{points.points_mm, points.normals, offsetFor(plan.figure->bounds())};
    std::vector<std::vector<float>> columns;
    const Occluders occluders = occludersOf(*plan.figure);
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        columns.push_back(shines(plan, l) ? irradiance(plan.lights[l], receivers, occluders,
                                                       Accuracy::Reference, {})
                                          : std::vector<float>(receivers.count(), 0.0F));
    }
    return columns;
}

Json probeJson(const Plan& plan, const ProbePoints& points,
               const std::vector<std::vector<float>>& columns) {
    Json json;
    json["lights"] = lightsJson(plan);
    for (std::size_t i = 0; i < points.points_mm.size(); ++i) {
        const Vec3& p = points.points_mm[i];
        const Vec3& n = points.normals[i];
        Json point{{"point_mm", {p.x(), p.y(), p.z()}}, {"normal", {n.x(), n.y(), n.z()}}};
        double sum = 0.0;
        for (const auto& column : columns) {
            point["irradiance"].push_back(column[i]);
            sum += column[i];
        }
        point["sum"] = sum;
        json["points"].push_back(point);
    }
    return json;
}

std::string probeCsv(const Plan& plan, const ProbePoints& points,
                     const std::vector<std::vector<float>>& columns) {
    std::string csv = "x,y,z,nx,ny,nz";
    for (const Light& light : plan.lights) csv += "," + csvField(light.name);
    csv += '\n';
    for (std::size_t i = 0; i < points.points_mm.size(); ++i) {
        const Vec3& p = points.points_mm[i];
        const Vec3& n = points.normals[i];
        csv += fmt::format("{},{},{},{},{},{}", p.x(), p.y(), p.z(), n.x(), n.y(), n.z());
        for (const auto& column : columns) csv += fmt::format(",{:.7g}", column[i]);
        csv += '\n';
    }
    return csv;
}

Result<PixelGrid> gridFrom(const std::string& size) {
    PixelGrid grid;
    char end = 0;
    if (std::sscanf(size.c_str(), "%5dx%5d%c", &grid.width, &grid.height, &end) != 2 ||
        grid.width < 16 || grid.height < 16 || grid.width > 8000 || grid.height > 8000) {
        return fail(
            ErrorCode::BadInput,
            fmt::format("Size \"{}\" must look like 1000x760, each side 16 to 8000.", size));
    }
    return grid;
}

Result<std::size_t> lightNamed(const Plan& plan, const std::string& name) {
    if (name.empty() && !plan.lights.empty()) return 0;
    const auto found = std::ranges::find(plan.lights, name, &Light::name);
    if (found == plan.lights.end()) {
        return fail(ErrorCode::BadInput, fmt::format("There is no light named \"{}\".", name));
    }
    return static_cast<std::size_t>(found - plan.lights.begin());
}

Result<Camera> cameraFor(const Plan& plan, const std::string& view, const PixelGrid& grid) {
    const Bounds& bounds = plan.figure->bounds();
    const auto withHidden = [&](Camera camera) {
        hideParts(camera, plan);
        return camera;
    };
    if (view == "plan") return withHidden(heldCamera(bounds, plan.view, grid));
    if (const auto named = viewFromName(view)) return withHidden(heldCamera(bounds, *named, grid));
    const auto light = std::ranges::find(plan.lights, view, &Light::name);
    if (light != plan.lights.end()) return cameraAt(plan, *light, grid);
    return fail(ErrorCode::BadInput,
                fmt::format("View \"{}\" is not known. Use plan, {}, or the name of a light.", view,
                            viewNames()));
}

// Nothing for an empty text.
Result<std::optional<Vec3>> axisFrom(const std::string& text) {
    if (text.empty()) return std::optional<Vec3>();
    const bool negative = text.front() == '-';
    const std::string axis = negative ? text.substr(1) : text;
    const float way = negative ? -1.0F : 1.0F;
    if (axis == "x") return std::optional(Vec3(way * Vec3::UnitX()));
    if (axis == "y") return std::optional(Vec3(way * Vec3::UnitY()));
    if (axis == "z") return std::optional(Vec3(way * Vec3::UnitZ()));
    return fail(ErrorCode::BadInput, "What points up must be x, y, z, -x, -y or -z.");
}

}  // namespace

Result<void> runPrepare(const PrepareOptions& options) {
    const auto units = lengthUnits();
    const auto unit =
        std::ranges::find_if(units, [&](const LengthUnit& u) { return options.unit == u.key; });
    if (!options.unit.empty() && unit == units.end()) {
        return fail(ErrorCode::BadInput, "The unit must be mm, cm, in or m.");
    }
    if (options.height_mm < 0 || options.height_mm > 2000) {
        return fail(ErrorCode::BadInput, "The height must lie between 0 and 2000 mm.");
    }
    if (options.parts != 0 && (options.parts < 2 || options.parts > 200)) {
        return fail(ErrorCode::BadInput, "The number of parts must lie between 2 and 200.");
    }
    const std::vector<std::filesystem::path> files(options.files.begin(), options.files.end());
    const auto up = axisFrom(options.up);
    if (!up) return tl::unexpected(up.error());
    auto imported = importFigure(files, {}, {}, {}, *up);
    if (!imported) return tl::unexpected(imported.error());
    Stance scaled;
    const float height = boundsOf(imported->mesh.positions_mm).size().z();
    if (unit != units.end()) scaled.scale = unit->mm / imported->unit_mm;
    if (options.height_mm > 0) scaled.scale = static_cast<float>(options.height_mm) / height;
    stand(imported->mesh, scaled);
    imported->unit_mm *= scaled.scale;
    auto plan = planFromFigure(files.front().stem().string(), std::move(*imported), {});
    if (!plan) return tl::unexpected(plan.error());
    if (options.parts > 0) {
        const auto guide = makeGuide(*plan->figure->form, {});
        if (!guide) return tl::unexpected(guide.error());
        divideByCreases(*plan, **guide, static_cast<std::size_t>(options.parts));
    }
    return savePlan(*plan, options.output);
}

Result<void> runInfo(const CommonOptions& options) {
    const auto plan = load(options);
    if (!plan) return tl::unexpected(plan.error());
    return options.json ? printJson(options, infoJson(*plan)) : print(options, infoText(*plan));
}

Result<void> runReach(const CommonOptions& options, bool with_vertices) {
    const auto e = loadAndEvaluate(options);
    if (!e) return tl::unexpected(e.error());
    if (options.json) return printJson(options, reachJson(e->plan, *e->appearance, with_vertices));
    return print(options, with_vertices ? reachCsv(e->plan, *e->appearance)
                                        : reachText(e->plan, *e->appearance));
}

Result<void> runProbe(const CommonOptions& options, const std::string& points_file) {
    const auto text = textOf(points_file);
    if (!text) return tl::unexpected(text.error());
    const auto points = parseProbePoints(*text);
    if (!points) return tl::unexpected(points.error());
    const auto plan = load(options);
    if (!plan) return tl::unexpected(plan.error());
    const auto columns = probe(*plan, *points);
    return options.json ? printJson(options, probeJson(*plan, *points, columns))
                        : print(options, probeCsv(*plan, *points, columns));
}

Result<void> runBands(const CommonOptions& options) {
    const auto e = loadAndEvaluate(options);
    if (!e) return tl::unexpected(e.error());
    return options.json ? printJson(options, bandsJson(e->plan, *e->appearance))
                        : print(options, bandsText(e->plan, *e->appearance));
}

Result<void> runEdges(const CommonOptions& options, bool with_points) {
    const auto e = loadAndEvaluate(options, Goal::Marks);
    if (!e) return tl::unexpected(e.error());
    const Marks& marks = *e->marks;
    return options.json ? printJson(options, edgesJson(e->plan, marks, with_points))
                        : print(options, edgesText(e->plan, marks));
}

Result<void> runStudy(const CommonOptions& options, const std::string& size) {
    const auto grid = gridFrom(size);
    if (!grid) return tl::unexpected(grid.error());
    if (options.output.empty()) {
        return fail(ErrorCode::BadInput, "Name a folder for the pictures with -o.");
    }
    std::error_code error;
    std::filesystem::create_directories(options.output, error);
    if (error) {
        return fail(ErrorCode::WriteFailed, fmt::format("The folder {} cannot be made: {}.",
                                                        options.output, error.message()));
    }
    const auto e = loadAndEvaluate(options);
    if (!e) return tl::unexpected(e.error());
    const Look bands = lookOf(e->plan, *e->appearance, {Overlay::Bands, 0, false});
    const Look squint = lookOf(e->plan, *e->appearance, {Overlay::Squint, 0, false});
    ShadeChoice paper;
    paper.backdrop = {0.8F, 0.8F, false};
    std::vector<StudyView> views;
    for (const NamedView& view : studyViews()) {
        Camera camera = heldCamera(e->plan.figure->bounds(), view.view, *grid);
        hideParts(camera, e->plan);
        StudyView made{view.caption, {}, mergesIn(e->plan, *e->appearance, view.view)};
        for (const auto& [look, kind] :
             {std::pair{&bands, "bands"}, std::pair{&squint, "squint"}}) {
            const auto file =
                std::filesystem::path(options.output) / fmt::format("{}-{}.png", kind, view.name);
            const Image image = renderPicture(*e->plan.figure, camera, *grid, *look, paper, 9);
            if (auto written = writePng(image, file); !written) return written;
            made.pictures.push_back(file.string());
        }
        views.push_back(std::move(made));
    }
    const CommonOptions to_stdout = toStandardOutput(options);
    return options.json
               ? printJson(to_stdout, studyJson(e->plan, *e->appearance, views))
               : print(to_stdout, bandsText(e->plan, *e->appearance) + studyText(e->plan, views));
}

Result<void> runLadder(const CommonOptions& options) {
    const auto e = loadAndEvaluate(options);
    if (!e) return tl::unexpected(e.error());
    if (options.json) return printJson(options, ladderJson(e->plan, *e->appearance));
    const bool csv = options.output.ends_with(".csv");
    return print(options,
                 csv ? ladderCsv(e->plan, *e->appearance) : ladderText(e->plan, *e->appearance));
}

Result<void> runScore(const CommonOptions& options, const std::string& light_name) {
    const auto plan = load(options);
    if (!plan) return tl::unexpected(plan.error());
    const auto first_far = std::ranges::find_if(plan->lights, [](const Light& entry) {
        return std::holds_alternative<FarLight>(entry.kind);
    });
    const bool by_itself = light_name.empty() && first_far != plan->lights.end();
    const auto light = lightNamed(*plan, by_itself ? first_far->name : light_name);
    if (!light) return tl::unexpected(light.error());
    if (!std::holds_alternative<FarLight>(plan->lights[*light].kind)) {
        return fail(ErrorCode::BadInput,
                    fmt::format("\"{}\" is no far light: only a moon, sun or spotlight has a "
                                "direction to choose.",
                                plan->lights[*light].name));
    }
    Advance how;
    how.goal = Goal::Appearance;
    how.scored = *light;
    const EvaluatedPtr all = advance(*plan, nullptr, {}, how);
    const ScoreMap& map = *all->score;
    return options.json ? printJson(options, scoreJson(*plan, map))
                        : print(options, scoreText(*plan, map));
}

Result<void> runRender(const CommonOptions& options, const RenderOptions& render) {
    const auto grid = gridFrom(render.size);
    if (!grid) return tl::unexpected(grid.error());
    const auto overlay = overlayFromKey(render.overlay);
    if (!overlay) {
        return fail(ErrorCode::BadInput, fmt::format("Overlay \"{}\" is not known. Use {}.",
                                                     render.overlay, overlayKeys()));
    }
    if (options.output.empty()) return fail(ErrorCode::BadInput, "Name the picture with -o.");
    const auto e = loadAndEvaluate(options, Goal::Marks);
    if (!e) return tl::unexpected(e.error());
    LookChoice choice{*overlay, 0, render.steps};
    if (*overlay == Overlay::Reach || *overlay == Overlay::Shells) {
        const auto light = lightNamed(e->plan, render.light);
        if (!light) return tl::unexpected(light.error());
        choice.light = *light;
    }
    const auto camera = cameraFor(e->plan, render.view, *grid);
    if (!camera) return tl::unexpected(camera.error());
    const Look look = lookOf(e->plan, *e->appearance, choice, *e->marks);
    const Image image = renderPicture(*e->plan.figure, *camera, *grid, look, {},
                                      std::clamp(render.samples, 1, 256));
    if (auto written = writePng(image, options.output); !written) return written;
    if (!options.json) return {};
    const CommonOptions to_stdout = toStandardOutput(options);
    return printJson(to_stdout, {{"picture", options.output},
                                 {"width", image.width},
                                 {"height", image.height},
                                 {"overlay", render.overlay}});
}

}  // namespace glaukophos
