#include "tests/support/evaluated.h"

#include "core/io/sky_cache.h"

namespace glaukophos {

Result<Appearance> evaluate(const Plan& plan, const Progress& progress) {
    const auto all = evaluated(plan, Goal::Appearance, progress);
    if (!all) return tl::unexpected(all.error());
    return *(*all)->appearance;
}

Result<Irradiance> fullIrradiance(const Plan& plan, SkyTable& table, const Progress& progress) {
    const auto all = evaluated(plan, Goal::Appearance, progress);
    if (!all) return tl::unexpected(all.error());
    table = *(*all)->traces->table;
    return (*all)->appearance->irradiance;
}

SkyKeeping skyOfTests() {
    return skyKeptIn(std::filesystem::temp_directory_path() / "glaukophos-test-cache" /
                     "glaukophos");
}

Marks marksOf(const Plan& plan, const Appearance& appearance) {
    const Ridges ridges =
        ridgesOf(plan.figure->form->whole, ridgeOptionsFor(plan.values.edge_lines), {});
    return {bandEdgesOf(plan, appearance),
            edgeLinesOf(plan, appearance, ridges),
            {},
            underpaintedOf(plan, appearance.irradiance)};
}

}  // namespace glaukophos
