// Rays are spread as the light is, so that few of them go where little comes from.
#include "core/light/sky_rays.h"

#include <cmath>

#include "core/base/low_discrepancy.h"
#include "core/base/parallel.h"
#include "core/light/shadow_rays.h"
#include "core/light/sky.h"

namespace glaukophos {
namespace {

// Samples round the point's own normal by the cosine (Malley's method), or round the zenith by
// the sky's own fall-off when that is the narrower of the two.
class SkySampler {
  public:
    explicit SkySampler(const Sky& sky)
        : m_sky(sky), m_round_zenith(sky.kind == SkyKind::Zenithal && sky.sharpness > 4.0) {
        if (m_round_zenith) m_power = sky.sharpness;
    }
    [[nodiscard]] bool isRoundZenith() const { return m_round_zenith; }
    struct Sample {
        Vec3 direction;
        double weight;  // radiance x cosine / density
    };
    [[nodiscard]] Sample at(Point2 sample, const Vec3& normal) const {
        const Vec3 axis = m_round_zenith ? Vec3(Vec3::UnitZ()) : normal;
        const double cosine = std::pow(1.0 - sample.x, 1.0 / (m_power + 1.0));
        const double sine = std::sqrt(std::max(0.0, 1.0 - cosine * cosine));
        const double turn = 2.0 * kPi * sample.y;
        const Frame frame = frameAround(axis);
        const Vec3 w = static_cast<float>(sine * std::cos(turn)) * frame.tangent +
                       static_cast<float>(sine * std::sin(turn)) * frame.bitangent +
                       static_cast<float>(cosine) * axis;
        const double density = (m_power + 1.0) / (2.0 * kPi) * std::pow(cosine, m_power);
        const double arriving = skyRadiance(m_sky, w.z()) * std::max(0.0F, normal.dot(w));
        return {w, density > 0.0 ? arriving / density : 0.0};
    }

  private:
    Sky m_sky;
    bool m_round_zenith;
    double m_power = 1.0;  // density is proportional to cos^power about the axis
};

std::uint32_t samplesFor(Accuracy accuracy) {
    switch (accuracy) {
        case Accuracy::Preview:
            return 16;
        case Accuracy::Soft:
            return 256;
        case Accuracy::Reference:
            break;
    }
    return 16384;
}

// One set of directions for all receivers, weighted by the light that comes from each: half-shadows
// of a narrow cone run smoothly, and what lies open takes few rays.
struct Cone {
    std::vector<Vec3> directions;
    std::vector<float> light;  // of each
};

Cone coneOf(const SkySampler& sampler, std::uint32_t samples) {
    Cone cone;
    for (std::uint32_t k = 0; k < samples; ++k) {
        // On a surface that faces the direction its weight is without a cosine.
        const Vec3 direction = sampler.at(spreadPoint(k, {}), Vec3::UnitZ()).direction;
        const auto facing = sampler.at(spreadPoint(k, {}), direction);
        cone.directions.push_back(direction);
        cone.light.push_back(static_cast<float>(facing.weight / samples));
    }
    return cone;
}

constexpr std::size_t kFirstOf = 4;  // every fourth direction is tried first

bool traceCone(const Cone& cone, const Receivers& receivers, const RayScene& scene,
               const PassedTriangles& passed, const Progress& progress, std::vector<float>& out) {
    return forChunks(receivers.count(), progress, [&](std::size_t begin, std::size_t end) {
        std::vector<Visible> sums(end - begin);
        const auto trace = [&](std::size_t i, bool first, ShadowRays& rays) {
            for (std::size_t k = 0; k < cone.directions.size(); ++k) {
                if ((k % kFirstOf == 0) != first) continue;
                const float cosine = receivers.normals[i].dot(cone.directions[k]);
                rays.add(i - begin, receivers.origin(i), cone.directions[k], 1e30F,
                         cone.light[k] * std::max(0.0F, cosine));
            }
        };
        {
            ShadowRays rays(scene, passed, true, sums);
            for (std::size_t i = begin; i < end; ++i) trace(i, true, rays);
        }
        const std::vector<bool> border = atShadowBorders(sums);
        {
            ShadowRays rays(scene, passed, true, sums);
            for (std::size_t i = begin; i < end; ++i) {
                if (border[i - begin]) trace(i, false, rays);
            }
        }
        for (std::size_t i = begin; i < end; ++i) {
            float open = 0.0F;
            for (std::size_t k = 0; k < cone.directions.size(); ++k) {
                open +=
                    cone.light[k] * std::max(0.0F, receivers.normals[i].dot(cone.directions[k]));
            }
            out[i] = open * static_cast<float>(sums[i - begin].share());
        }
    });
}

}  // namespace

bool traceSky(const Sky& sky, const Receivers& receivers, const RayScene& scene,
              const PassedTriangles& passed, Accuracy accuracy, const Progress& progress,
              std::vector<float>& out) {
    const SkySampler sampler(sky);
    const std::uint32_t samples = samplesFor(accuracy);
    if (sampler.isRoundZenith() && accuracy != Accuracy::Reference) {
        return traceCone(coneOf(sampler, samples), receivers, scene, passed, progress, out);
    }
    return forChunks(receivers.count(), progress, [&](std::size_t begin, std::size_t end) {
        std::vector<Visible> sums(end - begin);
        {
            ShadowRays rays(scene, passed, false, sums);
            for (std::size_t i = begin; i < end; ++i) {
                // One set of directions for all where the light itself is a narrow cone: what is
                // left of its roundness is less than what noise would be.
                const Point2 shift =
                    sampler.isRoundZenith() ? Point2{} : shiftFor(static_cast<std::uint32_t>(i));
                for (std::uint32_t k = 0; k < samples; ++k) {
                    const auto s = sampler.at(spreadPoint(k, shift), receivers.normals[i]);
                    rays.add(i - begin, receivers.origin(i), s.direction, 1e30F, s.weight);
                }
            }
        }
        for (std::size_t i = begin; i < end; ++i) {
            out[i] = static_cast<float>(sums[i - begin].arrived / samples);
        }
    });
}

}  // namespace glaukophos
