// Closed form where nothing is in the way, times the visible share found by rays.
#include "core/light/irradiance.h"

#include <algorithm>
#include <cmath>

#include "core/base/low_discrepancy.h"
#include "core/base/parallel.h"
#include "core/light/sky.h"
#include "core/light/sphere_source.h"

namespace glaukophos {
namespace {

// A round patch of directions that shines alike: the disc of a far light, or a ball from outside.
struct Cone {
    Vec3 axis = Vec3::UnitZ();
    double sine = 0.0;  // of the half angle
    float far_mm = 1e30F;
    double open = 0.0;  // irradiance with nothing in the way
};

Cone farCone(const FarLight& far, double strength, const Vec3& normal) {
    Cone cone;
    cone.axis = towards(far.direction);
    cone.sine = std::sin(radians(std::max(far.radius_deg, 1e-3)));
    // A disc of half angle s and radiance L gives pi L sin^2 s at normal incidence.
    cone.open = strength * sphereFactor(cone.sine, normal.dot(cone.axis)) / (cone.sine * cone.sine);
    return cone;
}

Cone lampCone(const Lamp& lamp, double strength, const Vec3& point, const Vec3& normal) {
    const Vec3 to_centre = lamp.centre_mm - point;
    const double distance = to_centre.cast<double>().norm();
    Cone cone;
    if (distance <= lamp.radius_mm) {  // inside the ball: it shines from everywhere
        cone.open = strength;
        cone.sine = 1.0;
        cone.far_mm = 0.0F;
        return cone;
    }
    cone.axis = to_centre / static_cast<float>(distance);
    cone.sine = lamp.radius_mm / distance;
    cone.far_mm = static_cast<float>(distance);
    cone.open = strength * sphereFactor(cone.sine, normal.dot(cone.axis));
    return cone;
}

// Seen from the surface itself; only the rays start a little above it.
Cone coneOf(const Light& light, const Vec3& point, const Vec3& normal) {
    if (const auto* far = std::get_if<FarLight>(&light.kind)) {
        return farCone(*far, light.strength, normal);
    }
    return lampCone(std::get<Lamp>(light.kind), light.strength, point, normal);
}

// A direction inside the cone, uniform in projected solid angle about the axis.
Vec3 directionInside(const Cone& cone, const Frame& frame, Point2 sample) {
    const Point2 disc = toUnitDisc(sample);
    const auto x = static_cast<float>(cone.sine * disc.x);
    const auto y = static_cast<float>(cone.sine * disc.y);
    const float z = std::sqrt(std::max(0.0F, 1.0F - x * x - y * y));
    return x * frame.tangent + y * frame.bitangent + z * cone.axis;
}

// Distance along `direction` to the near side of the ball the cone was made for.
float reachAlong(const Cone& cone, const Vec3& direction) {
    if (cone.far_mm >= 1e30F) return cone.far_mm;
    const double along = cone.far_mm * direction.dot(cone.axis);
    const double radius = cone.sine * cone.far_mm;
    const double off2 = static_cast<double>(cone.far_mm) * cone.far_mm - along * along;
    const double inside = std::sqrt(std::max(0.0, radius * radius - off2));
    return static_cast<float>(std::max(0.0, (along - inside) * (1.0 - 1e-5)));
}

// Sums over rays: what would arrive and what does, so that their ratio is the visible share.
struct Visible {
    double open = 0.0;
    double arrived = 0.0;

    [[nodiscard]] double share() const { return open > 0.0 ? arrived / open : 0.0; }
    [[nodiscard]] bool partial() const { return arrived > 0.0 && arrived < open; }
};

class ConeTracer {
  public:
    ConeTracer(const Receivers& receivers, const RayScene& scene, const PassedTriangles& passed)
        : m_receivers(receivers), m_scene(scene), m_passed(passed) {}

    // Adds samples [first, first + count) of receiver i to `sum`.
    void add(std::size_t i, const Cone& cone, std::uint32_t first, std::uint32_t count,
             Visible& sum) const {
        const Frame frame = frameAround(cone.axis);
        const Point2 shift = shiftFor(static_cast<std::uint32_t>(i));
        const Vec3 origin = m_receivers.origin(i);
        for (std::uint32_t base = 0; base < count; base += 16) {
            RayPacket packet;
            packet.clear();
            std::array<float, 16> weight{};
            for (std::uint32_t lane = 0; lane < std::min(16U, count - base); ++lane) {
                const Vec3 w =
                    directionInside(cone, frame, spreadPoint(first + base + lane, shift));
                // Projected area about the axis is uniform, so the weight is cos / cos(axis).
                weight[lane] = std::max(0.0F, m_receivers.normals[i].dot(w)) /
                               std::max(1e-3F, w.dot(cone.axis));
                if (weight[lane] > 0.0F) packet.set(lane, origin, w, reachAlong(cone, w));
            }
            m_scene.occluded(packet, m_passed, false);
            for (std::size_t lane = 0; lane < 16; ++lane) {
                sum.open += weight[lane];
                if (weight[lane] > 0.0F && !packet.blocked(lane)) sum.arrived += weight[lane];
            }
        }
    }

    // One ray through the middle of the cone for each of up to sixteen receivers.
    void addHard(std::span<const std::size_t> receivers, std::span<const Cone> cones,
                 std::vector<float>& out) const {
        RayPacket packet;
        packet.clear();
        for (std::size_t lane = 0; lane < receivers.size(); ++lane) {
            packet.set(lane, m_receivers.origin(receivers[lane]), cones[lane].axis,
                       reachAlong(cones[lane], cones[lane].axis));
        }
        m_scene.occluded(packet, m_passed, false);
        for (std::size_t lane = 0; lane < receivers.size(); ++lane) {
            if (!packet.blocked(lane)) {
                out[receivers[lane]] = static_cast<float>(cones[lane].open);
            }
        }
    }

  private:
    const Receivers& m_receivers;
    const RayScene& m_scene;
    const PassedTriangles& m_passed;
};

void hardChunk(const Light& light, const Receivers& receivers, const ConeTracer& tracer,
               std::size_t begin, std::size_t end, std::vector<float>& out) {
    std::array<std::size_t, 16> waiting{};
    std::array<Cone, 16> cones;
    std::size_t used = 0;
    for (std::size_t i = begin; i < end; ++i) {
        const Cone cone = coneOf(light, receivers.points_mm[i], receivers.normals[i]);
        if (cone.open <= 0.0) continue;
        waiting[used] = i;
        cones[used++] = cone;
        if (used == 16) {
            tracer.addHard(waiting, cones, out);
            used = 0;
        }
    }
    tracer.addHard(std::span(waiting).first(used), std::span(cones).first(used), out);
}

void softChunk(const Light& light, const Receivers& receivers, const ConeTracer& tracer,
               Accuracy accuracy, std::size_t begin, std::size_t end, std::vector<float>& out) {
    for (std::size_t i = begin; i < end; ++i) {
        const Cone cone = coneOf(light, receivers.points_mm[i], receivers.normals[i]);
        if (cone.open <= 0.0) continue;
        if (cone.far_mm == 0.0F) {  // inside the lamp
            out[i] = static_cast<float>(cone.open);
            continue;
        }
        Visible sum;
        if (accuracy == Accuracy::Reference) {
            tracer.add(i, cone, 0, 4096, sum);
        } else {
            tracer.add(i, cone, 0, 4, sum);
            if (sum.partial() || sum.open == 0.0) tracer.add(i, cone, 4, 12, sum);
        }
        out[i] = static_cast<float>(cone.open * sum.share());
    }
}

// Samples round the point's own normal by the cosine (Malley's method), or round the zenith by
// the sky's own fall-off when that is the narrower of the two.
struct SkySampler {
    bool round_zenith = false;
    double power = 1.0;  // density is proportional to cos^power about the axis

    explicit SkySampler(const Sky& sky) {
        if (sky.kind == SkyKind::Zenithal && sky.sharpness > 4.0) {
            round_zenith = true;
            power = sky.sharpness;
        }
    }
    struct Sample {
        Vec3 direction;
        double weight;  // radiance x cosine / density
    };
    [[nodiscard]] Sample at(Point2 sample, const Vec3& normal, const Sky& sky) const {
        const Vec3 axis = round_zenith ? Vec3(Vec3::UnitZ()) : normal;
        const double cosine = std::pow(1.0 - sample.x, 1.0 / (power + 1.0));
        const double sine = std::sqrt(std::max(0.0, 1.0 - cosine * cosine));
        const double turn = 2.0 * kPi * sample.y;
        const Frame frame = frameAround(axis);
        const Vec3 w = static_cast<float>(sine * std::cos(turn)) * frame.tangent +
                       static_cast<float>(sine * std::sin(turn)) * frame.bitangent +
                       static_cast<float>(cosine) * axis;
        const double density = (power + 1.0) / (2.0 * kPi) * std::pow(cosine, power);
        const double arriving = skyRadiance(sky, w.z()) * std::max(0.0F, normal.dot(w));
        return {w, density > 0.0 ? arriving / density : 0.0};
    }
};

void skyChunk(const Light& light, const Receivers& receivers, const RayScene& scene,
              const PassedTriangles& passed, std::uint32_t samples, std::size_t begin,
              std::size_t end, std::vector<float>& out) {
    const Sky& sky = std::get<Sky>(light.kind);
    const SkySampler sampler(sky);
    for (std::size_t i = begin; i < end; ++i) {
        const Point2 shift = shiftFor(static_cast<std::uint32_t>(i));
        const Vec3 origin = receivers.origin(i);
        double sum = 0.0;
        for (std::uint32_t base = 0; base < samples; base += 16) {
            RayPacket packet;
            packet.clear();
            std::array<double, 16> weight{};
            for (std::uint32_t lane = 0; lane < 16; ++lane) {
                const auto s =
                    sampler.at(spreadPoint(base + lane, shift), receivers.normals[i], sky);
                weight[lane] = s.weight;
                if (s.weight > 0.0) packet.set(lane, origin, s.direction, 1e30F);
            }
            scene.occluded(packet, passed, false);
            for (std::size_t lane = 0; lane < 16; ++lane) {
                if (weight[lane] > 0.0 && !packet.blocked(lane)) sum += weight[lane];
            }
        }
        out[i] = static_cast<float>(light.strength * sum / samples);
    }
}

std::uint32_t skySamples(Accuracy accuracy) {
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

}  // namespace

PassedTriangles passedBy(const Light& light, const PartLabels& labels) {
    if (light.own_parts.empty()) return {};
    const auto last = *std::ranges::max_element(labels);
    std::vector<bool> own(std::size_t{last} + 1, false);
    for (const PartIndex part : light.own_parts) {
        if (part <= last) own[part] = true;
    }
    PassedTriangles passed(labels.size());
    for (std::size_t i = 0; i < labels.size(); ++i) passed[i] = own[labels[i]];
    return passed;
}

std::vector<float> irradiance(const Light& light, const Receivers& receivers, const RayScene& scene,
                              const PassedTriangles& passed, Accuracy accuracy,
                              const Progress& progress) {
    std::vector<float> out(receivers.count(), 0.0F);
    const ConeTracer tracer(receivers, scene, passed);
    const bool is_sky = std::holds_alternative<Sky>(light.kind);
    const bool complete =
        forChunks(receivers.count(), progress, [&](std::size_t begin, std::size_t end) {
            if (is_sky) {
                skyChunk(light, receivers, scene, passed, skySamples(accuracy), begin, end, out);
            } else if (accuracy == Accuracy::Preview) {
                hardChunk(light, receivers, tracer, begin, end, out);
            } else {
                softChunk(light, receivers, tracer, accuracy, begin, end, out);
            }
        });
    if (!complete) out.clear();
    return out;
}

}  // namespace glaukophos
