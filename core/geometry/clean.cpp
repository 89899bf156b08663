// Welding by hashing, and connected pieces by union-find.
#include "core/geometry/clean.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <array>
#include <bit>
#include <numeric>
#include <random>
#include <utility>

#include "core/base/parallel.h"

namespace glaukophos {
namespace {

constexpr std::uint32_t kEmpty = std::numeric_limits<std::uint32_t>::max();

// Three numbers, and which of many they belong to: two of 64 bits, which are quicker to compare.
struct Key {
    std::uint64_t first_two;
    std::uint64_t third_and_index;

    Key() = default;
    Key(std::uint32_t a, std::uint32_t b, std::uint32_t c, std::uint32_t index)
        : first_two(std::uint64_t{a} << 32 | b), third_and_index(std::uint64_t{c} << 32 | index) {}

    [[nodiscard]] auto index() const { return static_cast<std::uint32_t>(third_and_index); }
    [[nodiscard]] bool isLike(const Key& other) const {
        return first_two == other.first_two && third_and_index >> 32 == other.third_and_index >> 32;
    }
};

// Spreads keys evenly. Nobody can know beforehand which will come together: a file made so that all
// do would take for ever.
class Spreading {
  public:
    Spreading() {
        std::random_device random;
        m_odd = std::uint64_t{random()} << 32 | random() | 1U;
    }
    [[nodiscard]] std::uint64_t of(const Key& key) const {
        std::uint64_t mixed = key.first_two * m_odd ^ (key.third_and_index >> 32);
        mixed = (mixed ^ mixed >> 32) * m_odd;
        mixed = (mixed ^ mixed >> 29) * m_odd;
        return mixed ^ mixed >> 32;
    }

  private:
    std::uint64_t m_odd;
};

// Keys in buckets, like ones in the same, in the order they came; starts[i] is where bucket i
// begins. A bucket is small enough to stay near the processor.
constexpr std::size_t kBuckets = 1024;
struct Buckets {
    std::vector<Key> keys;
    std::array<std::size_t, kBuckets + 1> starts{};
};

template <class KeyAt>
Buckets inBuckets(std::size_t count, const KeyAt& keyAt, const Spreading& spreading) {
    constexpr std::size_t kBlock = 65536;
    const std::size_t blocks = (count + kBlock - 1) / kBlock;
    const auto forBlock = [&](std::size_t block, const auto& use) {
        const std::size_t end = std::min(count, (block + 1) * kBlock);
        for (std::size_t i = block * kBlock; i < end; ++i) {
            const Key key = keyAt(static_cast<std::uint32_t>(i));
            use(key, spreading.of(key) % kBuckets);
        }
    };
    std::vector<std::array<std::size_t, kBuckets>> next(blocks);  // first how many, then where
    tbb::parallel_for(std::size_t{0}, blocks, [&](std::size_t block) {
        next[block].fill(0);
        forBlock(block, [&](const Key&, std::size_t bucket) { ++next[block][bucket]; });
    });
    Buckets buckets;
    std::size_t begin = 0;
    for (std::size_t bucket = 0; bucket < kBuckets; ++bucket) {
        buckets.starts[bucket] = begin;
        for (auto& of_block : next) begin += std::exchange(of_block[bucket], begin);
    }
    buckets.starts[kBuckets] = begin;
    buckets.keys.resize(count);
    tbb::parallel_for(std::size_t{0}, blocks, [&](std::size_t block) {
        forBlock(block, [&](const Key& key, std::size_t bucket) {
            buckets.keys[next[block][bucket]++] = key;
        });
    });
    return buckets;
}

// Writes for each key of a bucket the index of the first like it.
void findFirst(std::span<const Key> bucket, const Spreading& spreading,
               std::vector<std::uint32_t>& first) {
    std::vector<std::uint32_t> table(std::bit_ceil(2 * bucket.size() + 1), kEmpty);
    for (std::uint32_t i = 0; i < bucket.size(); ++i) {
        std::size_t slot = spreading.of(bucket[i]) / kBuckets;
        while (true) {
            slot &= table.size() - 1;
            if (table[slot] == kEmpty) table[slot] = i;
            if (bucket[table[slot]].isLike(bucket[i])) break;
            ++slot;
        }
        first[bucket[i].index()] = bucket[table[slot]].index();
    }
}

// For each of `count` things the index of the first whose key, keyAt(index), is like its own.
template <class KeyAt>
std::vector<std::uint32_t> firstAlike(std::size_t count, const KeyAt& keyAt) {
    const Spreading spreading;
    const Buckets buckets = inBuckets(count, keyAt, spreading);
    std::vector<std::uint32_t> first(count);
    tbb::parallel_for(std::size_t{0}, kBuckets, [&](std::size_t i) {
        const std::size_t begin = buckets.starts[i];
        findFirst(std::span(buckets.keys).subspan(begin, buckets.starts[i + 1] - begin), spreading,
                  first);
    });
    return first;
}

// Drops positions that are there already; returns the new number of each.
std::vector<std::uint32_t> dropEqual(std::vector<Vec3>& positions) {
    // By their bits, which compare even where they are no numbers.
    const auto keyAt = [&](std::uint32_t i) {
        // Adding zero turns -0 into +0, so that both are alike.
        const auto bits = [&](int axis) {
            return std::bit_cast<std::uint32_t>(positions[i][axis] + 0.0F);
        };
        return Key(bits(0), bits(1), bits(2), i);
    };
    std::vector<std::uint32_t> renumbered = firstAlike(positions.size(), keyAt);
    std::uint32_t kept = 0;
    for (std::uint32_t i = 0; i < positions.size(); ++i) {
        if (renumbered[i] == i) {
            positions[kept] = positions[i];
            renumbered[i] = kept++;
        } else {
            renumbered[i] = renumbered[renumbered[i]];
        }
    }
    positions.resize(kept);
    return renumbered;
}

void dropUnused(std::vector<Vec3>& positions, std::vector<Triangle>& triangles) {
    std::vector<std::uint32_t> renumbered(positions.size(), kEmpty);
    std::vector<Vec3> kept;
    kept.reserve(positions.size());
    for (Triangle& t : triangles) {
        for (std::uint32_t& corner : t) {
            if (renumbered[corner] == kEmpty) {
                renumbered[corner] = static_cast<std::uint32_t>(kept.size());
                kept.push_back(positions[corner]);
            }
            corner = renumbered[corner];
        }
    }
    positions = std::move(kept);
}

bool hasArea(const std::vector<Vec3>& positions, const Triangle& t) {
    if (t[0] == t[1] || t[1] == t[2] || t[2] == t[0]) return false;
    const Vec3d a = positions[t[0]].cast<double>();
    const Vec3d edge1 = positions[t[1]].cast<double>() - a;
    const Vec3d edge2 = positions[t[2]].cast<double>() - a;
    return edge1.cross(edge2).squaredNorm() > 0.0;
}

}  // namespace

CleanReport weld(std::vector<Vec3>& positions_mm, std::vector<Triangle>& triangles,
                 PartLabels& labels) {
    CleanReport report;
    const std::size_t before = positions_mm.size();
    const std::vector<std::uint32_t> renumbered = dropEqual(positions_mm);
    report.corners_welded = before - positions_mm.size();
    report.triangles_without_area = joinCorners(positions_mm, triangles, labels, renumbered);
    return report;
}

std::size_t joinCorners(std::vector<Vec3>& positions_mm, std::vector<Triangle>& triangles,
                        PartLabels& labels, std::span<const std::uint32_t> becomes) {
    std::vector<char> flat(triangles.size(), 0);
    forChunks(triangles.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) {
            for (std::uint32_t& corner : triangles[i]) corner = becomes[corner];
            flat[i] = hasArea(positions_mm, triangles[i]) ? 0 : 1;
        }
    });
    const std::size_t dropped =
        dropTriangles(triangles, labels, [&](std::size_t i) { return flat[i] != 0; });
    dropUnused(positions_mm, triangles);
    return dropped;
}

void forSameCorners(std::span<const Triangle> triangles,
                    const std::function<void(std::size_t earlier, std::size_t later)>& use) {
    const auto keyAt = [&](std::uint32_t i) {
        Triangle t = triangles[i];
        std::ranges::sort(t);
        return Key(t[0], t[1], t[2], i);
    };
    const std::vector<std::uint32_t> first = firstAlike(triangles.size(), keyAt);
    for (std::uint32_t i = 0; i < first.size(); ++i) {
        if (first[i] != i) use(first[i], i);
    }
}

std::vector<std::uint32_t> connectedPieces(std::size_t vertex_count,
                                           std::span<const Triangle> triangles) {
    std::vector<std::uint32_t> parent(vertex_count);
    std::iota(parent.begin(), parent.end(), 0U);
    const auto root = [&](std::uint32_t v) {
        while (parent[v] != v) v = parent[v] = parent[parent[v]];
        return v;
    };
    for (const Triangle& t : triangles) {
        parent[root(t[1])] = root(t[0]);
        parent[root(t[2])] = root(t[0]);
    }
    std::vector<std::uint32_t> sizes(vertex_count, 0);
    for (const Triangle& t : triangles) ++sizes[root(t[0])];
    std::vector<std::uint32_t> roots;
    for (std::uint32_t v = 0; v < vertex_count; ++v) {
        if (sizes[v] > 0) roots.push_back(v);
    }
    std::ranges::stable_sort(roots, std::greater<>(), [&](std::uint32_t r) { return sizes[r]; });
    for (std::uint32_t i = 0; i < roots.size(); ++i) sizes[roots[i]] = i;  // now: piece number
    std::vector<std::uint32_t> pieces;
    pieces.reserve(triangles.size());
    for (const Triangle& t : triangles) pieces.push_back(sizes[root(t[0])]);
    return pieces;
}

}  // namespace glaukophos
