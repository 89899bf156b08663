#include "devices/trials/random_shots.h"

#include <algorithm>
#include <cmath>

namespace glaukophos::camera {

Shot randomShot(const Bounds& figure, Chance& chance, std::uint32_t seed) {
    Shot shot;
    Body& body = shot.body;
    body.hour = chance.between(0.0, 12.0);
    body.height_deg = chance.between(2.0, 40.0);
    body.roll_deg = chance.between(-5.0, 5.0);
    body.focal = chance.between(0.8, 2.6);
    const double filled = chance.between(0.55, 0.8);
    body.distance_mm = figure.size().norm() * body.focal * body.width / (filled * body.height);
    const double aside = 0.06 * figure.size().norm();
    body.aside_mm = {chance.between(-aside, aside), chance.between(-aside, aside)};
    body.k1 = chance.between(-0.04, 0.04);
    body.seed = seed;
    shot.lamps.push_back({body.hour + chance.between(-3.0, 3.0), chance.between(30.0, 65.0), 4.0,
                          1.0, Vec3::Ones()});
    shot.fill = chance.between(0.1, 0.4);
    return shot;
}

std::vector<PhotoPair> clicksOn(const std::vector<SeenPlace>& places, const Clicks& clicks,
                                Chance& chance) {
    std::vector<std::size_t> chosen = {chance.below(places.size())};
    while (chosen.size() < static_cast<std::size_t>(clicks.count)) {
        std::size_t best = 0;
        float most = -1.0F;
        for (std::size_t tries = 0; tries < 60; ++tries) {
            const std::size_t p = chance.below(places.size());
            float nearest = 1e9F;
            for (const std::size_t c : chosen) {
                nearest = std::min(nearest, (places[p].planned_mm - places[c].planned_mm).norm());
            }
            if (nearest > most) {
                most = nearest;
                best = p;
            }
        }
        chosen.push_back(best);
    }
    std::vector<PhotoPair> pairs;
    for (const std::size_t c : chosen) {
        const double turn = chance.between(0.0, 2.0 * kPi);
        const double off = chance.between(clicks.off_low_px, clicks.off_high_px);
        pairs.push_back({places[c].planned_mm,
                         places[c].pixel + off * Eigen::Vector2d(std::cos(turn), std::sin(turn))});
    }
    return pairs;
}

}  // namespace glaukophos::camera
