// Filters on the graph of vertices and edges.
#include "core/value/settle.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/base/parallel.h"
#include "core/base/vec.h"

namespace glaukophos {
namespace {

constexpr float kLevelsPerStep = 40.0F;  // patches are told apart to 0.025 L*
constexpr std::size_t kLevels = 4096;

std::size_t levelOf(float value) {
    return static_cast<std::size_t>(
        std::clamp(value * kLevelsPerStep, 0.0F, static_cast<float>(kLevels - 1)));
}

// Vertices from the lightest to the darkest level.
std::vector<std::uint32_t> fromTheTop(std::span<const float> values) {
    std::vector<std::uint32_t> starts(kLevels + 1, 0);
    for (const float value : values) ++starts[kLevels - levelOf(value)];
    std::partial_sum(starts.begin(), starts.end(), starts.begin());
    std::vector<std::uint32_t> order(values.size());
    for (std::uint32_t v = 0; v < values.size(); ++v) {
        order[starts[kLevels - 1 - levelOf(values[v])]++] = v;
    }
    return order;
}

constexpr std::uint32_t kUnseen = 0xFFFFFFFFU;

// Patches that grow as the level sinks. A patch is named by its lowest vertex.
class Patches {
  public:
    explicit Patches(std::span<const float> areas)
        : m_areas(areas.begin(), areas.end()), m_parents(areas.size(), kUnseen) {}

    [[nodiscard]] bool seen(std::uint32_t v) const { return m_parents[v] != kUnseen; }
    void start(std::uint32_t v) { m_parents[v] = v; }

    std::uint32_t find(std::uint32_t v) {
        while (m_parents[v] != v) v = m_parents[v] = m_parents[m_parents[v]];
        return v;
    }

    // Sinks the patch of `other` into `v`, unless it is large enough to stay as it is.
    void join(std::uint32_t v, std::uint32_t other, float least, std::span<const float> values) {
        const std::uint32_t root = find(other);
        if (root == v) return;
        if (m_areas[root] >= least && values[root] > values[v]) {
            m_areas[v] = std::max(m_areas[v], least);  // `v` borders on something large enough
            return;
        }
        m_areas[v] += m_areas[root];
        m_parents[root] = v;
    }

    [[nodiscard]] float area(std::uint32_t root) const { return m_areas[root]; }

  private:
    std::vector<float> m_areas;
    std::vector<std::uint32_t> m_parents;
};

// The same, those of each part by themselves. Parts without any difference have no patches.
std::vector<std::vector<std::uint32_t>> fromTheTopByPart(const Surface& surface,
                                                         std::span<const float> values) {
    std::vector<std::vector<std::uint32_t>> of_parts(surface.part_areas_mm2.size());
    for (const std::uint32_t v : fromTheTop(values)) of_parts[surface.parts[v]].push_back(v);
    std::erase_if(of_parts, [&](const std::vector<std::uint32_t>& part) {
        return part.empty() || levelOf(values[part.front()]) == levelOf(values[part.back()]);
    });
    return of_parts;
}

// Light patches only; dark ones are light ones of the negative. Parts have no links between them,
// so that each is worked on by itself.
void openByArea(const Surface& surface, float least, std::span<float> values) {
    const auto parts = fromTheTopByPart(surface, values);
    Patches patches(surface.areas_mm2);
    tbb::parallel_for(std::size_t{0}, parts.size(), [&](std::size_t p) {
        for (const std::uint32_t v : parts[p]) {
            patches.start(v);
            for (const std::uint32_t near : surface.links.of(v)) {
                if (patches.seen(near)) patches.join(v, near, least, values);
            }
        }
        for (const std::uint32_t v : parts[p]) {
            const std::uint32_t root = patches.find(v);
            // Roots are never changed here, so the order does not matter.
            if (root != v && patches.area(root) >= least) {
                values[v] = std::min(values[v], values[root]);
            }
        }
    });
}

void negate(std::span<float> values) {
    for (float& value : values) value = 100.0F - value;
}

// For each vertex the best of itself and its neighbours.
template <class Better>
std::vector<float> spreadByOne(const VertexLinks& links, const std::vector<float>& values,
                               const Better& better) {
    std::vector<float> result(values.size());
    forChunks(values.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            float best = values[v];
            for (const std::uint32_t near : links.of(v)) best = better(best, values[near]);
            result[v] = best;
        }
    });
    return result;
}

int ringsFor(const Surface& surface, double width_mm) {
    // A dip is closed from both sides. Edges of the working surface are on average about seven
    // tenths of the longest.
    const double edge = std::max(1e-3, 0.7 * static_cast<double>(surface.longest_edge_mm));
    return std::clamp(static_cast<int>(std::lround(0.5 * width_mm / edge)), 1, 8);
}

}  // namespace

void mergeSpecks(const Surface& surface, double least_mm2, std::span<float> values) {
    const auto least = static_cast<float>(least_mm2);
    openByArea(surface, least, values);
    negate(values);
    openByArea(surface, least, values);
    negate(values);
}

void joinLitNeighbours(const VertexLinks& links, const DipChoices& choices,
                       std::span<float> values) {
    std::vector<float> closed(values.begin(), values.end());
    const auto higher = [](float a, float b) { return std::max(a, b); };
    const auto lower = [](float a, float b) { return std::min(a, b); };
    for (int i = 0; i < choices.rings; ++i) closed = spreadByOne(links, closed, higher);
    for (int i = 0; i < choices.rings; ++i) {
        // Beyond the end of a surface nothing is known: without this a slope would be lifted there.
        for (std::size_t v = 0; v < closed.size(); ++v) {
            if (links.on_border[v]) closed[v] = values[v];
        }
        closed = spreadByOne(links, closed, lower);
    }
    const auto depth = static_cast<float>(choices.depth);
    const auto from = static_cast<float>(choices.from);
    const auto below = static_cast<float>(choices.below);
    for (std::size_t v = 0; v < values.size(); ++v) {
        // On a slope the closing lies too high by up to an edge's worth: that is no dip.
        float slope = 0.0F;
        for (const std::uint32_t near : links.of(v)) {
            slope = std::max(slope, std::abs(closed[near] - closed[v]));
        }
        const float dip = closed[v] - slope - values[v];
        if (dip <= 0.0F || closed[v] < from) continue;
        const float filled = values[v] + dip * std::clamp(2.0F - dip / depth, 0.0F, 1.0F);
        values[v] = std::max(values[v], std::min(filled, below));
    }
}

void settle(const Surface& surface, const BandChoices& choices, std::span<const double> borders,
            std::span<float> values) {
    if (choices.dip_depth > 0.0) {
        const auto apart = static_cast<std::size_t>(choices.levels_apart);
        const std::size_t top = borders.size() - std::min(borders.size(), apart);
        // Lit is what lies in the lighter half of the bands.
        joinLitNeighbours(
            surface.links,
            {choices.dip_depth, ringsFor(surface, choices.dip_width_mm),
             borders[borders.size() / 2], top < borders.size() ? borders[top] - 0.01 : 100.0},
            values);
    }
    if (choices.speck_mm > 0.0) {
        mergeSpecks(surface, 0.25 * kPi * choices.speck_mm * choices.speck_mm, values);
    }
}

}  // namespace glaukophos
