// What is read from the bits: light by tables of what each byte of them adds, previews, neighbours.
#include "core/light/sky_table.h"

#include <algorithm>
#include <cmath>

#include "core/base/low_discrepancy.h"
#include "core/base/parallel.h"
#include "core/light/sky.h"

namespace glaukophos {
namespace {

// Each round takes, for each direction of a coarse even set, the nearest one that is still free:
// so the first round alone gives the sky's light within 0.03 on average, the last within 0.001.
std::vector<Vec3> orderedDirections() {
    std::vector<Vec3> free = fibonacciSphere(kSkyDirections);
    std::vector<Vec3> ordered;
    for (int round = 0; round < kSkyRounds; ++round) {
        for (const Vec3& wanted : fibonacciSphere(kSkyDirections / kSkyRounds)) {
            const auto nearest = std::ranges::max_element(
                free, {}, [&](const Vec3& direction) { return direction.dot(wanted); });
            ordered.push_back(*nearest);
            free.erase(nearest);
        }
    }
    return ordered;
}

// For each byte of the bits, what each of its 256 values adds to the light vector (Gershun 1936):
// radiance times direction, scaled so that an open surface that faces `axis` gets exactly 1 from
// the rounds traced.
class LightVectors {
  public:
    using Vec4 = Eigen::Vector4f;  // four, so that one instruction adds them

    // `radiance` of the cosine of the angle off the axis.
    template <class Radiance>
    LightVectors(const Vec3& axis, const Radiance& radiance, int rounds)
        : m_bytes(static_cast<std::size_t>(rounds) * 8) {
        const std::vector<Vec3>& directions = skyDirections();
        std::vector<Vec4> weighted(m_bytes * 8, Vec4::Zero());
        double facing = 0.0;
        for (std::size_t d = 0; d < weighted.size(); ++d) {
            const double cosine = directions[d].dot(axis);
            const double here = radiance(cosine);
            weighted[d].head<3>() = static_cast<float>(here) * directions[d];
            facing += here * std::max(0.0, cosine);
        }
        for (Vec4& w : weighted) w *= static_cast<float>(1.0 / std::max(facing, 1e-12));
        m_sums.resize(m_bytes * 256, Vec4::Zero());
        for (std::size_t byte = 0; byte < m_bytes; ++byte) {
            for (std::size_t value = 1; value < 256; ++value) {
                const auto lowest = static_cast<std::size_t>(__builtin_ctzll(value));
                m_sums[byte * 256 + value] =
                    m_sums[byte * 256 + (value & (value - 1))] + weighted[byte * 8 + lowest];
            }
        }
    }
    // Adds up the light vectors of receivers [begin, begin + sums.size()). Word by word, so that
    // the part of the table in use fits the nearest cache.
    void add(const std::vector<SkyBits>& bits, std::size_t begin, std::span<Vec4> sums) const {
        for (std::size_t word = 0; word < m_bytes / 8; ++word) {
            const Vec4* table = &m_sums[word * 8 * 256];
            for (std::size_t i = 0; i < sums.size(); ++i) {
                std::uint64_t left = bits[begin + i][word];
                if (left == 0) continue;
                Vec4 sum = sums[i];
                for (std::size_t byte = 0; byte < 8; ++byte, left >>= 8) {
                    sum += table[byte * 256 + (left & 255U)];
                }
                sums[i] = sum;
            }
        }
    }

  private:
    std::size_t m_bytes;
    std::vector<Vec4> m_sums;
};

std::vector<float> irradianceFrom(const SkyTable& table, std::span<const Vec3> normals,
                                  const LightVectors& vectors) {
    std::vector<float> irradiance(normals.size(), 0.0F);
    forChunks(normals.size(), {}, [&](std::size_t begin, std::size_t end) {
        std::vector<LightVectors::Vec4> sums(end - begin, LightVectors::Vec4::Zero());
        vectors.add(table.bits, begin, sums);
        for (std::size_t i = begin; i < end; ++i) {
            irradiance[i] = std::max(0.0F, sums[i - begin].head<3>().dot(normals[i]));
        }
    });
    return irradiance;
}

// The nearest direction by look-up: an octahedron unfolded into a square (Meyer et al. 2010).
class DirectionGrid {
  public:
    DirectionGrid() {
        for (int y = 0; y < kSide; ++y) {
            for (int x = 0; x < kSide; ++x) {
                m_nearest[placeOf(x, y)] =
                    static_cast<std::uint16_t>(nearestDirection(centreOf(x, y)));
            }
        }
    }
    // `direction` of any length but 0.
    [[nodiscard]] std::size_t nearest(const Vec3& direction) const {
        const float size = direction.cwiseAbs().sum();
        float u = direction.x() / size;
        float v = direction.y() / size;
        if (direction.z() < 0.0F) {
            const float folded = (1.0F - std::abs(v)) * (u < 0.0F ? -1.0F : 1.0F);
            v = (1.0F - std::abs(u)) * (v < 0.0F ? -1.0F : 1.0F);
            u = folded;
        }
        const auto cell = [](float w) {
            return std::clamp(static_cast<int>((0.5F * w + 0.5F) * kSide), 0, kSide - 1);
        };
        return m_nearest[placeOf(cell(u), cell(v))];
    }

  private:
    static constexpr int kSide = 128;
    static std::size_t placeOf(int x, int y) {
        return static_cast<std::size_t>(y) * kSide + static_cast<std::size_t>(x);
    }
    static Vec3 centreOf(int x, int y) {
        const float u = 2.0F * (static_cast<float>(x) + 0.5F) / kSide - 1.0F;
        const float v = 2.0F * (static_cast<float>(y) + 0.5F) / kSide - 1.0F;
        Vec3 direction(u, v, 1.0F - std::abs(u) - std::abs(v));
        if (direction.z() < 0.0F) {
            direction.x() = (1.0F - std::abs(v)) * (u < 0.0F ? -1.0F : 1.0F);
            direction.y() = (1.0F - std::abs(u)) * (v < 0.0F ? -1.0F : 1.0F);
        }
        return direction.normalized();
    }
    std::array<std::uint16_t, std::size_t{kSide} * kSide> m_nearest{};
};

const DirectionGrid& directionGrid() {
    static const DirectionGrid grid;
    return grid;
}

}  // namespace

const std::vector<Vec3>& skyDirections() {
    static const std::vector<Vec3> directions = orderedDirections();
    return directions;
}

SightCone::SightCone(const Vec3& direction, double angle_deg)
    : m_direction(direction), m_sine(static_cast<float>(std::sin(radians(angle_deg)))) {
    const auto rim = static_cast<float>(std::cos(radians(angle_deg)));
    for (std::size_t d = 0; d < skyDirections().size(); ++d) {
        if (skyDirections()[d].dot(direction) > rim) {
            m_inside[d / 64] |= std::uint64_t{1} << (d % 64);
        }
    }
}

Sight SightCone::of(const SkyBits& bits, const Vec3& normal) const {
    bool all = true;
    bool none = true;
    for (std::size_t word = 0; word < bits.size(); ++word) {
        const std::uint64_t open = bits[word] & m_inside[word];
        all = all && open == m_inside[word];
        none = none && open == 0;
    }
    if (all) return Sight::All;
    // What lies below the point's own horizon says nothing about shadows.
    return none && normal.dot(m_direction) > m_sine ? Sight::Nothing : Sight::Doubtful;
}

std::vector<WeightedDirection> directionsAround(const Vec3& direction) {
    // They lie about 9 degrees apart.
    const float rim = std::cos(static_cast<float>(radians(13.0)));
    std::vector<WeightedDirection> around;
    float total = 0.0F;
    for (std::size_t d = 0; d < skyDirections().size(); ++d) {
        const float inside = skyDirections()[d].dot(direction) - rim;
        if (inside <= 0.0F) continue;
        around.push_back({d, inside * inside});
        total += inside * inside;
    }
    for (WeightedDirection& near : around) near.weight /= total;
    return around;
}

std::size_t nearestDirection(const Vec3& direction) {
    const std::vector<Vec3>& directions = skyDirections();
    const auto nearest =
        std::ranges::max_element(directions, {}, [&](const Vec3& d) { return d.dot(direction); });
    return static_cast<std::size_t>(nearest - directions.begin());
}

std::size_t lookedUpDirection(const Vec3& way) { return directionGrid().nearest(way); }

std::vector<float> skyIrradiance(const SkyTable& table, std::span<const Vec3> normals,
                                 const Sky& sky) {
    const auto radiance = [&](double sin_height) { return skyRadiance(sky, sin_height); };
    return irradianceFrom(table, normals, LightVectors(Vec3::UnitZ(), radiance, table.rounds));
}

std::vector<float> irradianceAbout(const SkyTable& table, std::span<const Vec3> normals,
                                   const Vec3& axis, double sharpness) {
    const auto radiance = [&](double cosine) {
        return cosine <= 0.0 ? 0.0 : std::pow(cosine, sharpness);
    };
    return irradianceFrom(table, normals, LightVectors(axis, radiance, table.rounds));
}

std::vector<float> farPreview(const SkyTable& table, std::span<const Vec3> normals,
                              const FarLight& far) {
    const Vec3 direction = towards(far.direction);
    const std::vector<WeightedDirection> near = directionsAround(direction);
    const std::vector<Vec3>& directions = skyDirections();
    std::vector<float> irradiance(normals.size(), 0.0F);
    forChunks(normals.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) {
            const float facing = normals[i].dot(direction);
            if (facing <= 0.0F) continue;
            float seen = 0.0F;
            float all = 0.0F;
            for (const WeightedDirection& w : near) {
                // What lies below the point's own horizon says nothing about shadows.
                if (directions[w.index].dot(normals[i]) <= 0.0F) continue;
                all += w.weight;
                if (sees(table.bits[i], w.index)) seen += w.weight;
            }
            if (all > 0.0F) irradiance[i] = facing * seen / all;
        }
    });
    return irradiance;
}

std::vector<float> lampPreview(const SkyTable& table, const Receivers& receivers,
                               const Lamp& lamp) {
    const auto radius = static_cast<float>(lamp.radius_mm);
    std::vector<float> irradiance(receivers.count(), 0.0F);
    forChunks(receivers.count(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) {
            const Vec3 way = lamp.centre_mm - receivers.points_mm[i];
            const float facing = way.dot(receivers.normals[i]);
            if (facing <= 0.0F) continue;
            const float distance2 = way.squaredNorm();
            if (!sees(table.bits[i], lookedUpDirection(way))) continue;
            irradiance[i] =
                std::min(1.0F, radius * radius / distance2 * facing / std::sqrt(distance2));
        }
    });
    return irradiance;
}

}  // namespace glaukophos
