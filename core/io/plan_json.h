// plan.json: the plan as readable text (documented in docs/plan-format.md).
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/io/mesh_file.h"
#include "core/io/part_references.h"
#include "core/plan/scene.h"

namespace glaukophos {

inline constexpr int kPlanVersion = 2;

// The figure of the files once more, beside itself.
struct WrittenCopy {
    Beside where;
    std::vector<std::string> single;  // parts that both stand on
};

// A plan as written, before its figure is loaded: `plan.figure` is null and the parts that lights
// name are still names.
struct WrittenPlan {
    Plan plan;
    std::vector<std::string> mesh_files;  // relative to plan.json, inside its folder
    std::vector<WrittenCopy> copies;
    std::string surface_file;              // the divided working surface; empty: make it anew
    std::vector<std::string> photo_files;  // one entry a photograph of the plan
    Division division = Division::Pieces;
    // One entry a light, in the order of forAllLights.
    std::vector<LightPartNames> light_part_names;
    int version = kPlanVersion;  // that it was written in
};

// Unknown keys are ignored, so that newer small additions can still be opened.
Result<WrittenPlan> parsePlan(std::string_view json);

// Joins a written plan and its figure. When the plan has no divided surface of its own, its parts
// are matched with those of the meshes by name, or by order when there are as many of them and the
// names differ; parts that are not mentioned get starting values.
Result<Plan> withFigure(WrittenPlan written, std::shared_ptr<const Figure> figure);

// How the figure is stored beside the plan.
struct StoredFigure {
    std::vector<std::string> mesh_files;
    std::string surface_file;
    Division division = Division::AsGiven;
    std::vector<std::string> photo_files = {};  // one entry a photograph of the plan
};
std::string planJson(const Plan& plan, const StoredFigure& stored);

}  // namespace glaukophos
