// Opening and saving plans.
#pragma once

#include <filesystem>
#include <functional>
#include <optional>

#include "core/io/plan_json.h"
#include "core/work/bench_log.h"

namespace glaukophos {

// Opens a .glauk archive, a plan.json with its meshes beside it, or a mesh, told apart by content.
// A mesh gets a starting plan and keeps its place: millimetres, z up, facing -y.
Result<Plan> openPlan(const std::filesystem::path& file, const Progress& progress);

// The same with what was painted of it, which lies in the archive.
struct PlanWithLog {
    Plan plan;
    BenchLog log;
};
Result<PlanWithLog> openWithLog(const std::filesystem::path& file, const Progress& progress);

// The figure in one or more mesh files, stood upright on the floor by the guesses of stance.h.
// `doubtful_unit_mm`: what one unit stands for in files that are too small or too large to be in
// millimetres (as the painter said before); guessed when not given. `seen` is shown the meshes as
// soon as they are read. `up`: the axis of the file that points up, instead of a guess.
using SeenMeshes = std::function<void(std::span<const NamedMesh>)>;
Result<ImportedFigure> importFigure(std::span<const std::filesystem::path> files,
                                    std::optional<float> doubtful_unit_mm, const Progress& progress,
                                    const SeenMeshes& seen = {},
                                    std::optional<Vec3> up = std::nullopt);

// A starting plan for such a figure.
Result<Plan> planFromFigure(std::string title, ImportedFigure imported, const Progress& progress);

// Whether the content of a file is a plan, not a mesh.
bool isPlan(const std::filesystem::path& file, std::string_view content);

// Writes a .glauk archive (zip: plan.json, the original mesh, the divided working surface, and the
// bench log where there is one), atomically.
Result<void> savePlan(const Plan& plan, const std::filesystem::path& file,
                      const BenchLog& log = {});

}  // namespace glaukophos
