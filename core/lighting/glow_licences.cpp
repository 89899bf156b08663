// Done to the light itself, so that values, colours, shells and pictures all follow.
#include "core/lighting/glow_licences.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/base/parallel.h"
#include "core/base/smooth_step.h"
#include "core/colour/spectrum.h"
#include "core/lighting/aim.h"
#include "core/plan/brushed.h"
#include "core/plan/glow_groups.h"

namespace glaukophos {
namespace {

// Full at the beginning, level there, and gone at the end.
float fadedAt(double way, double gone) {
    const double share = std::max(0.0, way) / gone;
    return static_cast<float>(std::max(0.0, 1.0 - share * share));
}

void fade(const Plan& plan, const Light& light, std::vector<float>& lit) {
    const std::vector<Vec3>& positions = plan.figure->surface.mesh.positions_mm;
    const Bounds bounds = plan.figure->bounds();
    const double gone_mm = light.gone_at_height * bounds.size().z();
    const auto middle = middleOf(plan, light);
    for (std::size_t v = 0; v < positions.size(); ++v) {
        if (gone_mm > 0.0) lit[v] *= fadedAt(positions[v].z() - bounds.low.z(), gone_mm);
        if (light.gone_at_mm > 0.0 && middle) {
            lit[v] *= fadedAt((positions[v] - *middle).norm(), light.gone_at_mm);
        }
    }
}

void keepOffBarred(const Plan& plan, std::vector<float>& lit) {
    const std::vector<PartIndex>& parts = plan.figure->surface.parts;
    for (std::size_t v = 0; v < parts.size(); ++v) {
        if (plan.parts[parts[v]].takes_glow == TakesGlow::Barred) lit[v] = 0.0F;
    }
}

// Shells grown or cut by hand.
void brushGlows(const Plan& plan, std::vector<float>& lit) {
    for (const Correction& stroke : plan.values.corrections) {
        if (!stroke.of_glows) continue;
        const auto bands = static_cast<float>(stroke.bands);
        whereBrushed(plan.figure->surface, stroke, [&](std::size_t v, float amount) {
            lit[v] *= bands > 0.0F ? std::exp2(amount * bands) : 1.0F - amount;
        });
    }
}

// Luminance that each part sends back of a light of irradiance 1.
std::vector<float> luminancesUnder(const Plan& plan, const Light& light) {
    const LightSpectrum spectrum = spectrumOf(light.colour);
    std::vector<float> luminances;
    for (const Part& part : plan.parts) {
        luminances.push_back(static_cast<float>(
            std::max(1e-3, reflected(spectrum, reflectanceOf(part.local_colour)).xyz.y())));
    }
    return luminances;
}

// By how much each glow sends back more than the strongest other one, as a natural logarithm; one
// entry a group and vertex.
class Rivals {
  public:
    Rivals(const Plan& plan, const Irradiance& irradiance, const std::vector<std::size_t>& groups)
        : m_surface(plan.figure->surface) {
        const std::vector<float> weights = lightWeights(plan);
        for (std::size_t l = 0; l < groups.size(); ++l) {
            if (!isNear(plan.lights[l].kind) || weights[l] <= 0.0F) continue;
            std::vector<float>& sum = m_returned[groups[l]];
            sum.resize(m_surface.parts.size(), 0.0F);
            const std::vector<float> own = luminancesUnder(plan, plan.lights[l]);
            for (std::size_t v = 0; v < sum.size(); ++v) {
                sum[v] += weights[l] * own[m_surface.parts[v]] * irradiance.of_lights[l][v];
            }
        }
    }

    [[nodiscard]] bool meet() const { return m_returned.size() > 1; }

    [[nodiscard]] std::vector<float> aheadOf(std::size_t group) const {
        constexpr float kDark = 1e-6F;
        std::vector<float> ahead(m_surface.parts.size(), 0.0F);
        const std::vector<float>& own = m_returned.at(group);
        for (std::size_t v = 0; v < ahead.size(); ++v) {
            float strongest = 0.0F;
            for (const auto& [other, returned] : m_returned) {
                if (other != group) strongest = std::max(strongest, returned[v]);
            }
            ahead[v] = std::log((own[v] + kDark) / (strongest + kDark));
        }
        return ahead;
    }

    // 0 where the group has lost, 1 where it has won by half the blend.
    [[nodiscard]] std::vector<float> keptBy(std::size_t group, double blend_mm) const {
        constexpr float kSharpest = 0.05F;
        const std::vector<float> ahead = aheadOf(group);
        std::vector<float> kept(ahead.size());
        forChunks(ahead.size(), {}, [&](std::size_t begin, std::size_t end) {
            for (std::size_t v = begin; v < end; ++v) {
                const float half =
                    std::max(kSharpest, steepnessAt(ahead, v) * static_cast<float>(0.5 * blend_mm));
                kept[v] = static_cast<float>(smoothStep(0.5 + 0.5 * ahead[v] / half));
            }
        });
        return kept;
    }

    [[nodiscard]] bool has(std::size_t group) const { return m_returned.contains(group); }

  private:
    // The largest change per mm towards a neighbour.
    [[nodiscard]] float steepnessAt(const std::vector<float>& values, std::size_t vertex) const {
        float steepest = 0.0F;
        const Vec3& here = m_surface.mesh.positions_mm[vertex];
        for (const std::uint32_t other : m_surface.links.of(vertex)) {
            const float away = (m_surface.mesh.positions_mm[other] - here).norm();
            if (away < 1e-4F) continue;
            steepest = std::max(steepest, std::abs(values[other] - values[vertex]) / away);
        }
        return steepest;
    }

    const Surface& m_surface;
    std::map<std::size_t, std::vector<float>> m_returned;
};

}  // namespace

void takeGlowLicences(const Plan& plan, Irradiance& irradiance) {
    const bool any_barred = std::ranges::any_of(
        plan.parts, [](const Part& part) { return part.takes_glow == TakesGlow::Barred; });
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        const Light& light = plan.lights[l];
        if (!isNear(light.kind)) continue;
        if (light.gone_at_height > 0.0 || light.gone_at_mm > 0.0) {
            fade(plan, light, irradiance.of_lights[l]);
        }
        if (any_barred) keepOffBarred(plan, irradiance.of_lights[l]);
        brushGlows(plan, irradiance.of_lights[l]);
    }
    const std::vector<std::size_t> groups = glowGroups(plan);
    const Rivals rivals(plan, irradiance, groups);
    if (!rivals.meet()) return;
    std::map<std::size_t, std::vector<float>> kept;
    for (std::size_t l = 0; l < groups.size(); ++l) {
        if (groups[l] != l || !rivals.has(l)) continue;
        kept[l] = rivals.keptBy(l, plan.colours.glow.blend_mm);
    }
    for (std::size_t l = 0; l < groups.size(); ++l) {
        const auto own = kept.find(groups[l]);
        if (own == kept.end() || !isNear(plan.lights[l].kind)) continue;
        std::vector<float>& lit = irradiance.of_lights[l];
        for (std::size_t v = 0; v < own->second.size(); ++v) lit[v] *= own->second[v];
    }
}

}  // namespace glaukophos
