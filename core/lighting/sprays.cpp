// A nozzle that is swung about its direction is a small sky there; what is farther gets less.
#include "core/lighting/sprays.h"

#include <cmath>

namespace glaukophos {
namespace {

constexpr double kEverywhere_deg = 85.0;

// Paint thins out with the square of the way from the nozzle; 1 at the nearest place of the figure,
// whose floor may reach farther.
void thinOut(const UnderCoat& coat, const Vec3& axis, const Form& form,
             std::vector<float>& arrives) {
    float nearest = -1e9F;
    for (const Vec3& p : form.whole.mesh.positions_mm) nearest = std::max(nearest, p.dot(axis));
    const auto distance = static_cast<float>(coat.distance_mm);
    for (std::size_t i = 0; i < form.points_mm.size(); ++i) {
        const float behind = std::max(0.0F, nearest - form.points_mm[i].dot(axis));
        const float share = distance / (distance + behind);
        arrives[i] *= share * share;
    }
}

}  // namespace

double sharpnessOf(double spread_deg) {
    if (spread_deg >= kEverywhere_deg) return 0.0;
    return std::log(0.5) / std::log(std::cos(radians(std::max(spread_deg, 10.0))));
}

bool isFromEverywhere(const UnderCoat& coat) { return coat.spread_deg >= kEverywhere_deg; }

std::string fromWords(const UnderCoat& coat) {
    constexpr double kSteep_deg = 75.0;
    if (isFromEverywhere(coat)) return "from all sides";
    if (coat.from.height_deg > kSteep_deg) return "from straight above";
    if (coat.from.height_deg < -kSteep_deg) return "from straight below";
    return "from " + inWords(coat.from);
}

std::vector<OverForm> sprayedOf(const Underpainting& under, const Form& form,
                                const SkyTable& table) {
    std::vector<OverForm> sprayed;
    if (!under.used || table.rounds == 0) return sprayed;
    for (const UnderCoat& coat : under.coats) {
        if (isFromEverywhere(coat)) {
            sprayed.emplace_back(std::vector<float>(form.points_mm.size(), 1.0F));
            continue;
        }
        const Vec3 axis = towards(coat.from);
        std::vector<float> arrives =
            irradianceAbout(table, form.receivers().normals, axis, sharpnessOf(coat.spread_deg));
        thinOut(coat, axis, form, arrives);
        sprayed.emplace_back(std::move(arrives));
    }
    return sprayed;
}

}  // namespace glaukophos
