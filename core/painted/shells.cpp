// Rims are lines of equal light; their distances are said for a surface that faces the light.
#include "core/painted/shells.h"

#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

struct Lit {
    float irradiance;
    float area_mm2;
};

// What the light reaches with at least `lowest`, the brightest first.
std::vector<Lit> litSurface(const Plan& plan, const Irradiance& irradiance, std::size_t light,
                            double lowest) {
    std::vector<Lit> lit;
    const Surface& surface = plan.figure->surface;
    const std::vector<bool> sources = sourceParts(plan);
    for (std::size_t v = 0; v < surface.areas_mm2.size(); ++v) {
        const bool hidden = !irradiance.hidden.empty() && irradiance.hidden[v];
        const float arriving = irradiance.of_lights[light][v];
        if (hidden || sources[surface.parts[v]] || arriving < lowest) continue;
        lit.push_back({arriving, surface.areas_mm2[v]});
    }
    std::ranges::sort(lit, std::greater<>{}, &Lit::irradiance);
    return lit;
}

// Distance at which a surface facing the light gets this much at strength 1.
double distanceFor(const Glow& glow, double irradiance) {
    double near = 1e-3;
    double far = 1e5;
    for (int i = 0; i < 60; ++i) {
        const double middle = std::sqrt(near * far);
        (facingIrradiance(glow, middle) > irradiance ? near : far) = middle;
    }
    return std::sqrt(near * far);
}

}  // namespace

std::vector<Shell> shellsOf(const Plan& plan, const Irradiance& irradiance, std::size_t light,
                            int count) {
    const Glow glow = glowOf(plan, plan.lights[light]);
    const double farthest =
        reachOf(glow, plan.lights[light].strength, restOfLight(plan, irradiance, light));
    const double lowest = facingIrradiance(glow, farthest);
    const std::vector<Lit> lit = litSurface(plan, irradiance, light, lowest);
    double area = 0.0;
    for (const Lit& entry : lit) area += entry.area_mm2;
    std::vector<Shell> shells;
    for (int i = 0; i < count; ++i) {
        const double wanted = area * std::pow(kShellShrinks, i);
        Shell shell{farthest, lowest, 0.0};
        for (const Lit& entry : lit) {
            if (i > 0 && shell.area_mm2 >= wanted) break;
            shell.area_mm2 += entry.area_mm2;
            if (i > 0) shell.irradiance = entry.irradiance;
        }
        if (i > 0) shell.distance_mm = distanceFor(glow, shell.irradiance);
        shells.push_back(shell);
    }
    return shells;
}

float asDistance(float irradiance) { return -1.0F / std::sqrt(std::max(irradiance, 1e-9F)); }

}  // namespace glaukophos
