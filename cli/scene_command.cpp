// Several figures on one base.
#include <fmt/format.h>

#include <algorithm>

#include "cli/commands.h"
#include "cli/loading.h"
#include "core/io/plan_file.h"
#include "core/plan/scene.h"

namespace glaukophos {
namespace {

Result<Plan> standing(const Plan& plan, const SceneOptions& scene) {
    const Beside where{scene.faces_hour, scene.left_mm, scene.front_mm};
    if (scene.which != 0) {
        return scene.away ? withoutFigure(plan, scene.which - 1, {})
                          : withFigureMoved(plan, scene.which - 1, where, {});
    }
    if (!scene.files.empty()) {
        const std::vector<std::filesystem::path> files(scene.files.begin(), scene.files.end());
        auto other = importFigure(files, {}, {});
        if (!other) return tl::unexpected(other.error());
        return withFigure(plan, std::move(*other), where, {});
    }
    std::vector<PartIndex> single;
    for (const std::string& name : scene.single) {
        const auto part = std::ranges::find(plan.parts, name, &Part::name);
        if (part == plan.parts.end()) {
            return fail(ErrorCode::BadInput,
                        fmt::format("There is no part \"{}\". `info` lists them.", name));
        }
        single.push_back(static_cast<PartIndex>(part - plan.parts.begin()));
    }
    return withCopy(plan, where, single, {});
}

}  // namespace

Result<void> runScene(const CommonOptions& options, const SceneOptions& scene) {
    const auto plan = load(options);
    if (!plan) return tl::unexpected(plan.error());
    const auto made = standing(*plan, scene);
    if (!made) return tl::unexpected(made.error());
    return savePlan(*made, scene.output);
}

}  // namespace glaukophos
