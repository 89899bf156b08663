// Rims are lines of equal light; their distances are said for a surface that faces the light.
#include "core/painted/shells.h"

#include <algorithm>
#include <cmath>

#include "core/plan/glow_groups.h"

namespace glaukophos {
namespace {

struct Lit {
    float irradiance;
    float area_mm2;
};

// What is lit, the brightest first.
std::vector<Lit> litSurface(const Surface& surface, const std::vector<float>& levels) {
    std::vector<Lit> lit;
    for (std::size_t v = 0; v < levels.size(); ++v) {
        if (levels[v] > 0.0F) lit.push_back({levels[v], surface.areas_mm2[v]});
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

// Irradiance at strength 1 where the light is just seen beside all the rest.
double justSeen(const Plan& plan, const Irradiance& irradiance, std::size_t light) {
    const Glow glow = glowOf(plan, plan.lights[light]);
    const double farthest =
        reachOf(glow, plan.lights[light].strength, restOfLight(plan, irradiance, light));
    return facingIrradiance(glow, farthest);
}

}  // namespace

std::vector<float> glowLevels(const Plan& plan, const Irradiance& irradiance, std::size_t light) {
    const std::vector<std::size_t> groups = glowGroups(plan);
    const std::vector<float> weights = lightWeights(plan);
    const std::size_t count = plan.figure->vertexCount();
    const std::vector<float> all = sumOfLights(irradiance, weights, count);
    std::vector<float> glow(count, 0.0F);
    const float unit = std::max(1e-6F, static_cast<float>(plan.lights[light].strength));
    for (std::size_t l = 0; l < groups.size(); ++l) {
        if (groups[l] != groups[light] || !isNear(plan.lights[l].kind)) continue;
        const std::vector<float>& lit = irradiance.of_lights[l];
        // A light that is switched off is looked at all the same.
        const float weight = l == light ? 1.0F : weights[l] / unit;
        for (std::size_t v = 0; v < count; ++v) glow[v] += weight * lit[v];
    }
    const std::vector<bool> sources = sourceParts(plan);
    std::vector<bool> takes;
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        takes.push_back(!sources[p] && !comesLate(plan, p) &&
                        plan.parts[p].takes_glow != TakesGlow::Barred);
    }
    const float reach = static_cast<float>(justSeen(plan, irradiance, light));
    const auto begins = static_cast<float>(plan.colours.glow.begins_at);
    const std::vector<PartIndex>& parts = plan.figure->surface.parts;
    for (std::size_t v = 0; v < count; ++v) {
        const bool hidden = !irradiance.hidden.empty() && irradiance.hidden[v];
        const float begun =
            std::min(glow[v] / reach, unit * glow[v] / std::max(1e-9F, begins * all[v]));
        if (hidden || !takes[parts[v]]) {
            glow[v] = -1.0F;
        } else if (begun < 1.0F) {
            glow[v] = begun - 1.0F - 1e-6F;
        }
    }
    return glow;
}

std::vector<Shell> shellsOf(const Plan& plan, const Irradiance& irradiance, std::size_t light) {
    const Glow glow = glowOf(plan, plan.lights[light]);
    const std::vector<Lit> lit =
        litSurface(plan.figure->surface, glowLevels(plan, irradiance, light));
    double area = 0.0;
    for (const Lit& entry : lit) area += entry.area_mm2;
    std::vector<Shell> shells;
    for (int i = 0; i < plan.colours.glow.shells && !lit.empty(); ++i) {
        const double wanted = area * std::pow(kShellShrinks, i);
        Shell shell;
        for (const Lit& entry : lit) {
            if (i > 0 && shell.area_mm2 >= wanted) break;
            shell.area_mm2 += entry.area_mm2;
            shell.irradiance = entry.irradiance;
        }
        shell.distance_mm = distanceFor(glow, shell.irradiance);
        shells.push_back(shell);
    }
    return shells;
}

float asDistance(float level, double rim) {
    if (level > 0.0F) return asDistance(level);
    return asDistance(static_cast<float>(rim)) * (1.0F - level);
}

float asDistance(float irradiance) { return -1.0F / std::sqrt(std::max(irradiance, 1e-9F)); }

}  // namespace glaukophos
