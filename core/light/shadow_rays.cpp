// Looking along a list of receivers for where shadow turns to light.
#include "core/light/shadow_rays.h"

#include <algorithm>
#include <optional>

namespace glaukophos {

std::vector<bool> atShadowBorders(std::span<const Visible> sums) {
    constexpr std::size_t kNeighbours = 3;
    std::vector<bool> border(sums.size(), false);
    std::optional<std::size_t> last;  // the last receiver that light could reach
    for (std::size_t i = 0; i < sums.size(); ++i) {
        if (sums[i].open <= 0.0) continue;
        const bool mixed = !sums[i].settled();
        const bool turns = last && i - *last <= kNeighbours && sums[*last].settled() && !mixed &&
                           (sums[i].arrived > 0.0) != (sums[*last].arrived > 0.0);
        if (mixed || turns) {
            const std::size_t from = i < kNeighbours ? 0 : i - kNeighbours;
            const std::size_t to = std::min(sums.size(), i + kNeighbours + 1);
            for (std::size_t k = from; k < to; ++k) border[k] = true;
        }
        last = i;
    }
    return border;
}

}  // namespace glaukophos
