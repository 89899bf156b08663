// Opening and saving plans.
#pragma once

#include <filesystem>
#include <optional>

#include "core/io/plan_json.h"

namespace glaukophos {

// Opens a .glauk archive, a plan.json with its meshes beside it, or a mesh (which gets a starting
// plan), told apart by content.
Result<Plan> openPlan(const std::filesystem::path& file, const Progress& progress);

// The figure in one or more mesh files, stood upright on the floor by the guesses of stance.h.
// `unit_mm`: what one unit of the files stands for; guessed when not given.
Result<ImportedFigure> importFigure(std::span<const std::filesystem::path> files,
                                    std::optional<float> unit_mm, const Progress& progress);

// A starting plan for such a figure.
Result<Plan> planFromMeshes(std::span<const std::filesystem::path> files,
                            std::optional<float> unit_mm, const Progress& progress);

// Writes a .glauk archive (zip: plan.json, the original mesh, the divided working surface),
// atomically.
Result<void> savePlan(const Plan& plan, const std::filesystem::path& file);

}  // namespace glaukophos
