// Six stoke-holes of one colour are one mix and one pass.
#include "core/plan/glow_groups.h"

#include <fmt/format.h>

#include "core/colour/colour_difference.h"

namespace glaukophos {
namespace {

constexpr double kAlike = 8.0;  // CIEDE2000 between two lights at a middle lightness

Lab atMiddle(const Light& light) {
    return labFrom(Xyz{0.5 * colourOf(spectrumOf(light.colour)).xyz});
}

bool glows(const Plan& plan, std::size_t light) {
    return isNear(plan.lights[light].kind) && shines(plan, light);
}

}  // namespace

std::vector<std::size_t> glowGroups(const Plan& plan) {
    std::vector<std::size_t> groups;
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        groups.push_back(l);
        if (!glows(plan, l)) continue;
        const Light& light = plan.lights[l];
        for (std::size_t first = 0; first < l; ++first) {
            const bool leads = groups[first] == first && glows(plan, first);
            if (!leads || plan.lights[first].kind.index() != light.kind.index()) continue;
            if (ciede2000(atMiddle(plan.lights[first]), atMiddle(light)) > kAlike) continue;
            groups[l] = first;
            break;
        }
    }
    return groups;
}

std::string groupName(const Plan& plan, std::size_t light) {
    const std::vector<std::size_t> groups = glowGroups(plan);
    const auto others = std::ranges::count(groups, groups.at(light)) - 1;
    const std::string& name = plan.lights[groups[light]].name;
    return others > 0 ? fmt::format("{} and {} more", name, others) : name;
}

}  // namespace glaukophos
