// Zenithal skies of the sharpness that a spread asks for.
#include "core/lighting/sprays.h"

#include <cmath>

namespace glaukophos {
namespace {

constexpr double kEverywhere_deg = 85.0;

}  // namespace

double sharpnessOf(double spread_deg) {
    if (spread_deg >= kEverywhere_deg) return 0.0;
    return std::log(0.5) / std::log(std::cos(radians(std::max(spread_deg, 10.0))));
}

std::vector<OverForm> sprayedOf(const Underpainting& under, const Form& form,
                                const SkyTable& table) {
    std::vector<OverForm> sprayed;
    if (!under.used || table.rounds == 0) return sprayed;
    for (const UnderCoat& coat : under.coats) {
        if (coat.spread_deg >= kEverywhere_deg) {
            sprayed.emplace_back(std::vector<float>(form.points_mm.size(), 1.0F));
            continue;
        }
        sprayed.emplace_back(skyIrradiance(table, form.receivers().normals,
                                           {SkyKind::Zenithal, sharpnessOf(coat.spread_deg)}));
    }
    return sprayed;
}

}  // namespace glaukophos
