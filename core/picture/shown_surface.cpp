// By the weights that pixels are mixed with.
#include "core/picture/shown_surface.h"

#include <algorithm>
#include <array>

namespace glaukophos {

ShownSurface shownSurface(const TracedFrame& frame, const Surface& surface, float least_weight) {
    ShownSurface shown{std::vector<bool>(surface.labels.size(), false),
                       std::vector<bool>(surface.normals.size(), false)};
    for (const PixelHit& hit : frame.pixels) {
        if (hit.triangle == kNothing) continue;
        shown.triangles[hit.triangle] = true;
        const std::array<float, 3> weights = {1.0F - hit.u - hit.v, hit.u, hit.v};
        const float least = std::min(least_weight, std::ranges::max(weights));
        for (std::size_t k = 0; k < 3; ++k) {
            const std::uint32_t corner = surface.mesh.triangles[hit.triangle].at(k);
            if (weights.at(k) >= least) shown.corners[corner] = true;
        }
    }
    return shown;
}

}  // namespace glaukophos
