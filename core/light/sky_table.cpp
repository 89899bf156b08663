// Rounds of 64 directions: packets of sixteen rays from one point.
#include "core/light/sky_table.h"

#include <algorithm>

#include "core/base/low_discrepancy.h"
#include "core/base/parallel.h"
#include "core/light/sky.h"

namespace glaukophos {
namespace {

constexpr int kPerRound = kSkyDirections / kSkyRounds;

// Each round takes, for each direction of a coarse even set, the nearest one that is still free:
// so the first round alone gives the sky's light within 0.03 on average, the last within 0.001.
std::vector<Vec3> orderedDirections() {
    std::vector<Vec3> free = fibonacciSphere(kSkyDirections);
    std::vector<Vec3> ordered;
    for (int round = 0; round < kSkyRounds; ++round) {
        for (const Vec3& wanted : fibonacciSphere(kPerRound)) {
            const auto nearest = std::ranges::max_element(
                free, {}, [&](const Vec3& direction) { return direction.dot(wanted); });
            ordered.push_back(*nearest);
            free.erase(nearest);
        }
    }
    return ordered;
}

// Sixteen neighbouring receivers look in one direction at a time: such packets are far more
// coherent, and faster, than sixteen directions from one receiver.
void traceGroup(int round, const Receivers& receivers, const RayScene& scene, std::size_t begin,
                std::size_t end, std::vector<SkyBits>& bits) {
    const Vec3* directions = &skyDirections()[static_cast<std::size_t>(round * kPerRound)];
    const PassedTriangles none;
    RayPacket packet;
    std::array<std::uint64_t, 16> seen{};
    for (int i = 0; i < kPerRound; ++i) {
        packet.clear();
        bool any = false;
        for (std::size_t r = begin; r < end; ++r) {
            if (receivers.normals[r].dot(directions[i]) <= 0.0F) continue;
            packet.set(r - begin, receivers.origin(r), directions[i], 1e30F);
            any = true;
        }
        if (!any) continue;
        scene.occluded(packet, none, true);
        for (std::size_t lane = 0; lane < end - begin; ++lane) {
            const bool sees = packet.active[lane] != 0 && !packet.blocked(lane);
            seen[lane] |= static_cast<std::uint64_t>(sees) << i;
        }
    }
    for (std::size_t r = begin; r < end; ++r) {
        bits[r][static_cast<std::size_t>(round)] = seen[r - begin];
    }
}

}  // namespace

const std::vector<Vec3>& skyDirections() {
    static const std::vector<Vec3> directions = orderedDirections();
    return directions;
}

bool traceNextRound(SkyTable& table, const Receivers& receivers, const RayScene& scene,
                    const Progress& progress) {
    if (table.rounds >= kSkyRounds) return true;
    table.bits.resize(receivers.count(), SkyBits{});
    const bool complete =
        forChunks(receivers.count(), progress, [&](std::size_t begin, std::size_t end) {
            for (std::size_t group = begin; group < end; group += 16) {
                traceGroup(table.rounds, receivers, scene, group, std::min(group + 16, end),
                           table.bits);
            }
        });
    if (complete) ++table.rounds;
    return complete;
}

std::vector<float> skyIrradiance(const SkyTable& table, std::span<const Vec3> normals,
                                 const Sky& sky) {
    const std::vector<Vec3>& directions = skyDirections();
    const auto count = static_cast<std::size_t>(table.rounds * kPerRound);
    std::vector<Vec3> weighted(count);  // direction times radiance: dot with the normal adds up
    double horizontal = 0.0;
    for (std::size_t d = 0; d < count; ++d) {
        const double radiance = skyRadiance(sky, directions[d].z());
        weighted[d] = static_cast<float>(radiance) * directions[d];
        horizontal += radiance * std::max(0.0F, directions[d].z());
    }
    // Scaled so that the sum over these directions gives exactly 1 on an open horizontal surface.
    for (Vec3& w : weighted) w *= static_cast<float>(1.0 / std::max(horizontal, 1e-12));

    std::vector<float> irradiance(normals.size(), 0.0F);
    forChunks(normals.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) {
            Vec3 vector = Vec3::Zero();  // the light vector of Gershun 1936
            for (std::size_t round = 0; round < static_cast<std::size_t>(table.rounds); ++round) {
                for (std::uint64_t left = table.bits[i][round]; left != 0; left &= left - 1) {
                    const auto bit = static_cast<std::size_t>(__builtin_ctzll(left));
                    vector += weighted[round * kPerRound + bit];
                }
            }
            irradiance[i] = std::max(0.0F, vector.dot(normals[i]));
        }
    });
    return irradiance;
}

}  // namespace glaukophos
