// By focus, then by area.
#include "app/view/pictured_part.h"

#include <algorithm>

namespace glaukophos {

std::optional<PartIndex> pictured(const Evaluated& evaluated, std::optional<PartIndex> chosen) {
    const std::vector<Part>& parts = evaluated.plan.parts;
    if (chosen) return *chosen < parts.size() ? chosen : std::nullopt;
    const auto main = std::ranges::find(parts, Focus::Main, &Part::focus);
    if (main != parts.end()) return static_cast<PartIndex>(main - parts.begin());
    const std::vector<PartBands>& bands = evaluated.appearance->bands.parts;
    const auto largest = std::ranges::max_element(bands, {}, &PartBands::area_mm2);
    if (largest == bands.end()) return std::nullopt;
    return static_cast<PartIndex>(largest - bands.begin());
}

}  // namespace glaukophos
