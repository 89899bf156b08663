// Values by interpolation over the triangle; what blocks a light by one ray to its middle.
#include "core/plan/spot.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

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

// The part that a ray towards the light's middle meets first.
std::string blockerOf(const Plan& plan, const Spot& spot, const Light& light, const Vec3& towards,
                      float far_mm) {
    const Figure& figure = *plan.figure;
    const Vec3 origin = spot.point_mm + offsetFor(figure.bounds()) * spot.normal;
    const auto hit = figure.form->blockers.nearest(origin, towards, far_mm,
                                                   passedBy(light, figure.blocker_labels));
    return hit ? plan.parts[figure.blocker_labels[hit->triangle]].name : std::string();
}

SpotLight lightAt(const Plan& plan, const Spot& spot, const Light& light, double unit_irradiance) {
    SpotLight entry;
    entry.name = light.name;
    if (std::holds_alternative<Sky>(light.kind)) {
        entry.is_sky = true;
        entry.sky_open = unit_irradiance;
        return entry;
    }
    Vec3 direction;
    float far_mm = 1e30F;
    if (const auto* far = std::get_if<FarLight>(&light.kind)) {
        direction = towards(far->direction);
    } else {
        const Lamp& lamp = std::get<Lamp>(light.kind);
        const Vec3 to_lamp = lamp.centre_mm - spot.point_mm;
        entry.distance_mm = to_lamp.norm();
        direction = to_lamp.stableNormalized();
        far_mm = static_cast<float>(std::max(0.0, entry.distance_mm - lamp.radius_mm));
    }
    entry.incidence_deg = angle_deg(spot.normal, direction);
    if (entry.incidence_deg < 90.0 && direction.squaredNorm() > 0.5F) {
        entry.blocked_by = blockerOf(plan, spot, light, direction, far_mm);
    }
    return entry;
}

std::string lightInWords(const SpotLight& light) {
    if (light.is_sky) {
        return fmt::format("{}: {:.0f} % of it arrives", light.name, 100 * light.sky_open);
    }
    std::string text = light.name + ": ";
    if (light.incidence_deg >= 90.0) {
        text += "turned away";
    } else {
        text += fmt::format("{:.0f} degrees off square", light.incidence_deg);
        if (!light.blocked_by.empty()) text += ", blocked by " + light.blocked_by;
    }
    if (light.distance_mm > 0.0) text += fmt::format(", {:.0f} mm away", light.distance_mm);
    return text + fmt::format(", gives {:.0f} %", 100 * light.share);
}

}  // namespace

Spot spotAt(const Plan& plan, const Results& results, const RayHit& hit) {
    const Surface& surface = plan.figure->surface;
    const Weights weights{surface.mesh.triangles[hit.triangle], hit.u, hit.v};
    Spot spot;
    const PartIndex part = surface.labels[hit.triangle];
    spot.part = part;
    spot.part_name = plan.parts[part].name;
    spot.is_source = sourceParts(plan)[part];
    spot.point_mm = weights.mixed(surface.mesh.positions_mm);
    spot.normal = weights.mixed(surface.normals).stableNormalized();
    spot.lightness = weights.mixed(results.values.lightness);
    spot.band = bandOf(spot.lightness, results.bands.borders);
    spot.colour = plannedColour(plan, results, weights.nearest());
    const std::vector<float> strengths = lightWeights(plan);
    const float sum = weights.mixed(results.values.light);
    for (std::size_t l = 0; l < strengths.size(); ++l) {
        if (!plan.lights[l].on) continue;
        const float unit = weights.mixed(results.reach.irradiance[l]);
        SpotLight entry = lightAt(plan, spot, plan.lights[l], unit);
        entry.share = sum > 0.0F ? strengths[l] * unit / sum : 0.0F;
        spot.lights.push_back(std::move(entry));
    }
    return spot;
}

std::string inWords(const Spot& spot) {
    if (spot.is_source) return spot.part_name + ": the light itself, painted lightest of all";
    std::string text =
        fmt::format("{}: {} (L* {:.0f}), planned {}", spot.part_name, kBandNames.at(spot.band),
                    spot.lightness, hexFrom(displayable(spot.colour)));
    for (const SpotLight& light : spot.lights) text += "  |  " + lightInWords(light);
    return text;
}

}  // namespace glaukophos
