// Values by interpolation over the triangle; what blocks a light by one ray to its middle.
#include "core/painted/spot.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/base/words.h"
#include "core/colour/colour_names.h"
#include "core/lighting/sight_line.h"

namespace glaukophos {
namespace {

struct Weights {
    Triangle corners;
    float u;
    float v;

    template <class T>
    [[nodiscard]] T mixed(const std::vector<T>& values) const {
        return (1.0F - u - v) * values[corners[0]] + u * values[corners[1]] +
               v * values[corners[2]];
    }
    [[nodiscard]] std::uint32_t nearest() const {
        const float first = 1.0F - u - v;
        if (first >= u && first >= v) return corners[0];
        return u >= v ? corners[1] : corners[2];
    }
};

double angle_deg(const Vec3& a, const Vec3& b) {
    return degrees(std::acos(std::clamp(static_cast<double>(a.dot(b)), -1.0, 1.0)));
}

SpotLight lightAt(const Plan& plan, const Spot& spot, const Light& light, double unit_irradiance) {
    SpotLight entry;
    entry.name = light.name;
    const auto aim = aimAt(plan, light, spot.point_mm);
    if (!aim) {
        entry.all_round = true;
        entry.arriving = unit_irradiance;
        return entry;
    }
    entry.distance_mm = aim->distance_mm;
    entry.incidence_deg = angle_deg(spot.normal, aim->direction);
    Light of_strength_one = light;
    of_strength_one.strength = 1.0;
    const double open =
        openIrradiance(of_strength_one, occludersOf(*plan.figure), spot.point_mm, spot.normal);
    entry.seen = open > 0.0 ? std::clamp(unit_irradiance / open, 0.0, 1.0) : 0.0;
    if (entry.incidence_deg < 90.0) {
        const SightLine line = sightLine(plan, light, spot.point_mm, spot.normal);
        entry.blocked_by = line.blocked_by;
    }
    return entry;
}

std::string lightInWords(const SpotLight& light) {
    if (light.all_round) {
        return fmt::format("{}: {:.0f} % of it arrives", light.name, 100 * light.arriving);
    }
    std::string text = light.name + ": ";
    if (light.incidence_deg >= 90.0) {
        text += "turned away";
    } else {
        text += fmt::format("{:.0f} degrees off square", light.incidence_deg);
        if (!light.blocked_by.empty()) text += ", blocked by " + light.blocked_by;
        if (light.seen > 0.02 && light.seen < 0.98) {
            text += fmt::format(", {:.0f} % of it seen", 100 * light.seen);
        }
    }
    if (light.distance_mm > 0.0) text += fmt::format(", {:.0f} mm away", light.distance_mm);
    return text + fmt::format(", gives {:.0f} %", 100 * light.share);
}

// Specks and dips move values a little, which is no licence.
std::string departureInWords(const Spot& spot, bool numbers) {
    if (std::abs(spot.lightness - spot.as_lit) < 2.0) return {};
    if (numbers) return fmt::format(", by light alone {:.0f}", spot.as_lit);
    return spot.lightness > spot.as_lit ? ", lighter than by light alone"
                                        : ", darker than by light alone";
}

}  // namespace

Spot spotAt(const Plan& plan, const Appearance& appearance, const RayHit& hit) {
    const Surface& surface = plan.figure->surface;
    const Weights weights{surface.mesh.triangles[hit.triangle], hit.u, hit.v};
    Spot spot;
    const PartIndex part = surface.labels[hit.triangle];
    spot.part = part;
    spot.part_name = plan.parts[part].name;
    spot.is_source = sourceParts(plan)[part];
    spot.point_mm = weights.mixed(surface.mesh.positions_mm);
    spot.normal = weights.mixed(surface.normals).stableNormalized();
    spot.lightness = weights.mixed(appearance.values.lightness);
    spot.band =
        bandName(bandOf(spot.lightness, appearance.bands.borders), appearance.bands.count());
    const std::vector<float>& as_lit = appearance.values.as_lit;
    spot.as_lit = as_lit.empty() ? spot.lightness : weights.mixed(as_lit);
    spot.colour = plannedColour(plan, appearance, weights.nearest());
    const std::vector<float> strengths = lightWeights(plan);
    const float sum = weights.mixed(appearance.values.light);
    for (std::size_t l = 0; l < strengths.size(); ++l) {
        if (!plan.lights[l].on) continue;
        const float unit = weights.mixed(appearance.irradiance.of_lights[l]);
        SpotLight entry = lightAt(plan, spot, plan.lights[l], unit);
        entry.share = sum > 0.0F ? strengths[l] * unit / sum : 0.0F;
        spot.lights.push_back(std::move(entry));
    }
    return spot;
}

std::string inWords(const Spot& spot, bool numbers) {
    const std::string name = capitalised(spot.part_name);
    if (spot.is_source) return name + ": the light itself, painted lightest of all";
    const std::string departure = departureInWords(spot, numbers);
    std::string text =
        numbers ? fmt::format("{}: {} (L* {:.0f}{}), planned {}", name, spot.band, spot.lightness,
                              departure, hexFrom(displayable(spot.colour)))
                : fmt::format("{}: {}, {}{}", name, spot.band, colourName(spot.colour), departure);
    for (const SpotLight& light : spot.lights) text += "  |  " + lightInWords(light);
    return text;
}

}  // namespace glaukophos
