// A round of the sky's directions. Of the first every ray is traced. Of later ones those are that
// differ from their neighbours in the list, which lie beside them on the surface, or from what they
// saw themselves in the nearest directions of earlier rounds. That is rather more than half of the
// rays; of ten thousand answers six are wrong, and the light of a sky by 0.0002 on average. Points
// are looked at together, a bit each: one direction after the other. Tables are kept from day to
// day: who changes how they are traced raises the number in core/io/sky_cache.cpp.
#include "core/light/sky_table.h"

#include <algorithm>
#include <array>
#include <bit>
#include <functional>
#include <numeric>
#include <vector>

#include "core/base/parallel.h"

namespace glaukophos {
namespace {

constexpr std::size_t kRoundDirections = kSkyDirections / kSkyRounds;
constexpr std::size_t kBlock = 64;          // points that are looked at together
constexpr std::size_t kAnchorSpacing = 16;  // between points that have no neighbours to ask
constexpr std::size_t kLanes = 16;          // rays of a packet
constexpr std::size_t kFold = 4;            // places in the list between the seen and the unseen

using Points = std::uint64_t;  // of a block, one bit each

constexpr Points kAll = ~Points{0};

// The points first, first + step, ...
constexpr Points everyOf(std::size_t first, std::size_t step) {
    Points points = 0;
    for (std::size_t i = first; i < kBlock; i += step) points |= Points{1} << i;
    return points;
}

// What the neighbours so far before and behind each point are; a point without a neighbour behind
// it takes the one before for it.
struct NextTo {
    Points before = 0;
    Points behind = 0;

    NextTo(Points of, std::size_t apart)
        : before(of << apart), behind((of >> apart) | (before & ~(kAll >> apart))) {}
};

// Of earlier rounds, the directions nearest to each, the nearest first.
using Earlier = std::array<std::size_t, 12>;

// In how many of those a point must have seen the same: the more, the farther its neighbours.
constexpr std::size_t askedAt(std::size_t apart) {
    switch (apart) {
        case 1:
            return 4;
        case 2:
            return 5;
        case 4:
            return 6;
        case 8:
            return 8;
        default:  // neighbours are not asked
            return 12;
    }
}

std::vector<Earlier> nearestEarlier() {
    const std::vector<Vec3>& directions = skyDirections();
    std::vector<Earlier> earlier(directions.size());
    for (std::size_t d = kRoundDirections; d < directions.size(); ++d) {
        std::vector<std::size_t> nearest(d / kRoundDirections * kRoundDirections);
        std::iota(nearest.begin(), nearest.end(), std::size_t{0});
        std::ranges::partial_sort(
            nearest, nearest.begin() + static_cast<std::ptrdiff_t>(earlier[d].size()),
            std::greater{}, [&](std::size_t e) { return directions[e].dot(directions[d]); });
        std::copy_n(nearest.begin(), earlier[d].size(), earlier[d].begin());
    }
    return earlier;
}

// Turns 64 words of 64 bits: bit k of word i becomes bit i of word k (Warren, Hacker's Delight,
// 7-3; from memory).
void transpose(std::array<std::uint64_t, 64>& words) {
    std::uint64_t mask = 0x00000000FFFFFFFFULL;
    for (std::size_t width = 32; width > 0; width /= 2, mask ^= mask << width) {
        for (std::size_t i = 0; i < 64; i = (i + width + 1) & ~width) {
            const std::uint64_t swapped = ((words[i] >> width) ^ words[i + width]) & mask;
            words[i] ^= swapped << width;
            words[i + width] ^= swapped;
        }
    }
}

class Round {
  public:
    Round(std::size_t round, const Receivers& receivers, const RayScene& scene, std::size_t begin,
          std::span<SkyBits> bits)
        : m_round(round), m_receivers(receivers), m_scene(scene), m_begin(begin), m_bits(bits) {
        for (std::size_t r = 0; r < round; ++r) {
            for (std::size_t i = 0; i < bits.size(); ++i) m_seen[r][i] = bits[i][r];
            transpose(m_seen[r]);
        }
        Points saw = 0;
        for (std::size_t i = 0; i < bits.size(); ++i) {
            const auto before = std::span(bits[i]).first(round);
            const bool any = std::ranges::any_of(before, [](std::uint64_t b) { return b != 0; });
            saw |= static_cast<Points>(any) << i;
        }
        for (std::size_t apart = 1; apart <= kFold; ++apart) {
            m_doubtful |= (saw << apart | saw >> apart) & ~saw;
        }
    }
    void trace() {
        std::array<Points, kRoundDirections> seen{};
        for (std::size_t k = 0; k < seen.size(); ++k) {
            const std::size_t direction = m_round * kRoundDirections + k;
            const Points facing = facingTo(skyDirections()[direction]);
            seen[k] = m_round == 0 ? traced(facing, direction) : toldFrom(facing, direction);
        }
        transpose(seen);
        for (std::size_t i = 0; i < m_bits.size(); ++i) m_bits[i][m_round] = seen[i];
    }

  private:
    // From neighbours, by halves of the distance between them, where these agree; else traced.
    [[nodiscard]] Points toldFrom(Points facing, std::size_t direction) const {
        const Points anchors = facing & everyOf(0, kAnchorSpacing);
        const auto [open, shut] = sawSoFar(direction, kAnchorSpacing);
        Points seen = (anchors & open) | traced(anchors & ~open & ~shut, direction);
        for (std::size_t apart = kAnchorSpacing / 2; apart > 0; apart /= 2) {
            const Points between = facing & everyOf(apart, 2 * apart);
            const Saw saw = sawSoFar(direction, apart);
            const NextTo sees(seen, apart);
            const NextTo blocked(facing & ~seen, apart);
            const Points all_see = between & saw.all & sees.before & sees.behind;
            const Points none_sees = between & saw.none & blocked.before & blocked.behind;
            seen |= all_see | traced(between & ~all_see & ~none_sees, direction);
        }
        return seen;
    }
    // The points that saw all, and none, of the earlier directions that are asked.
    struct Saw {
        Points all;
        Points none;
    };
    [[nodiscard]] Saw sawSoFar(std::size_t direction, std::size_t apart) const {
        static const std::vector<Earlier> earlier = nearestEarlier();
        Saw saw{kAll, ~m_doubtful};
        for (std::size_t e = 0; e < askedAt(apart); ++e) {
            const std::size_t near = earlier[direction][e];
            const Points seen = m_seen[near / kRoundDirections][near % kRoundDirections];
            saw.all &= seen;
            saw.none &= ~seen;
        }
        return saw;
    }
    [[nodiscard]] Points facingTo(const Vec3& direction) const {
        Points facing = 0;
        for (std::size_t i = 0; i < m_bits.size(); ++i) {
            const bool faces = m_receivers.normals[m_begin + i].dot(direction) > 0.0F;
            facing |= static_cast<Points>(faces) << i;
        }
        return facing;
    }
    // Those of `points` that nothing keeps from seeing the direction. ShadowRays, which sums by
    // receiver, would take a tenth longer.
    [[nodiscard]] Points traced(Points points, std::size_t direction) const {
        Points seen = 0;
        while (points != 0) {
            RayPacket packet;
            std::array<std::size_t, kLanes> lanes{};
            std::size_t used = 0;
            for (; used < kLanes && points != 0; ++used, points &= points - 1) {
                lanes[used] = static_cast<std::size_t>(std::countr_zero(points));
                packet.set(used, m_receivers.origin(m_begin + lanes[used]),
                           skyDirections()[direction], 1e30F);
            }
            // Only in the first round do neighbours look one way without gaps.
            m_scene.occluded(packet, {}, m_round == 0);
            for (std::size_t lane = 0; lane < used; ++lane) {
                seen |= static_cast<Points>(!packet.blocked(lane)) << lanes[lane];
            }
        }
        return seen;
    }

    std::size_t m_round;
    const Receivers& m_receivers;
    const RayScene& m_scene;
    std::size_t m_begin;
    std::span<SkyBits> m_bits;
    std::array<std::array<Points, kRoundDirections>, kSkyRounds> m_seen{};  // in earlier rounds
    // Those that saw nothing so far but lie beside others that did, deep in folds: one direction
    // makes them part of what is painted, so that no one's word is taken for it.
    Points m_doubtful = 0;
};

}  // namespace

bool traceNextRound(SkyTable& table, const Receivers& receivers, const RayScene& scene,
                    const Progress& progress) {
    if (table.rounds >= kSkyRounds) return true;
    table.bits.resize(receivers.count(), SkyBits{});
    const auto round = static_cast<std::size_t>(table.rounds);
    const bool complete =
        forChunks(receivers.count(), progress, [&](std::size_t begin, std::size_t end) {
            // Blocks are the same however the loop is cut.
            const std::size_t first = (begin + kBlock - 1) / kBlock * kBlock;
            for (std::size_t block = first; block < end; block += kBlock) {
                const std::size_t count = std::min(kBlock, receivers.count() - block);
                Round(round, receivers, scene, block, std::span(table.bits).subspan(block, count))
                    .trace();
            }
        });
    if (complete) ++table.rounds;
    return complete;
}

}  // namespace glaukophos
