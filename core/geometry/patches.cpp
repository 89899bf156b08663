// Patches: a race from evenly spread seeds in which creases cost extra way (geodesic Voronoi
// cells). Joining: repeatedly the pair of neighbours with the weakest border, as in region merging
// of pictures (Beaulieu & Goldberg 1989), the size of the smaller one counting in.
#include "core/geometry/patches.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>
#include <queue>

#include "core/geometry/clean.h"

namespace glaukophos {
namespace {

constexpr float kCreaseWay_mm = 6.0F;     // extra way for crossing a sharp crease
constexpr std::uint32_t kMostTied = 400;  // loose pieces looked at
constexpr std::size_t kProbes = 12;       // patches of each that look for a neighbour
constexpr std::uint32_t kFree = std::numeric_limits<std::uint32_t>::max();

struct Runner {
    float way_mm = 0.0F;
    std::uint32_t triangle = 0;
    std::uint32_t patch = 0;
    bool operator>(const Runner& other) const {
        return way_mm != other.way_mm ? way_mm > other.way_mm : triangle > other.triangle;
    }
};

class Race {
  public:
    Race(const Mesh& mesh, const Neighbours& neighbours, const Creases& creases)
        : m_neighbours(neighbours), m_creases(creases) {
        for (const Triangle& t : mesh.triangles) m_centroids.push_back(centroidOf(mesh, t));
        m_way.assign(mesh.triangles.size(), std::numeric_limits<float>::max());
        m_patch.assign(mesh.triangles.size(), kFree);
    }

    void start(std::uint32_t triangle, std::uint32_t patch) {
        m_way[triangle] = 0.0F;
        m_patch[triangle] = patch;
        m_queue.push({0.0F, triangle, patch});
    }

    // Lets every runner go up to `limit_mm`.
    void run(float limit_mm) {
        while (!m_queue.empty()) {
            const Runner at = m_queue.top();
            m_queue.pop();
            if (at.way_mm > m_way[at.triangle] || m_patch[at.triangle] != at.patch) continue;
            for (std::size_t k = 0; k < 3; ++k) {
                const std::uint32_t next = m_neighbours.across[at.triangle][k];
                if (next == kNoTriangle) continue;
                const float way = at.way_mm +
                                  (m_centroids[next] - m_centroids[at.triangle]).norm() +
                                  kCreaseWay_mm * m_creases.strength[at.triangle][k];
                if (way >= m_way[next] || way > limit_mm) continue;
                m_way[next] = way;
                m_patch[next] = at.patch;
                m_queue.push({way, next, at.patch});
            }
        }
    }

    [[nodiscard]] bool isFree(std::uint32_t triangle) const { return m_patch[triangle] == kFree; }
    std::vector<std::uint32_t> takePatches() { return std::move(m_patch); }

  private:
    const Neighbours& m_neighbours;
    const Creases& m_creases;
    std::vector<Vec3> m_centroids;
    std::vector<float> m_way;
    std::vector<std::uint32_t> m_patch;
    std::priority_queue<Runner, std::vector<Runner>, std::greater<>> m_queue;
};

// Seeds wherever no patch of twice the radius reaches yet, then one race over all of them.
void makePatches(const Mesh& mesh, const Neighbours& neighbours, const Creases& creases,
                 const PatchOptions& options, PatchTree& tree) {
    const auto radius = static_cast<float>(std::sqrt(options.patch_area_mm2 / kPi));
    std::vector<std::uint32_t> seeds;
    {
        Race covering(mesh, neighbours, creases);
        for (std::uint32_t t = 0; t < mesh.triangles.size(); ++t) {
            if (!covering.isFree(t)) continue;
            covering.start(t, static_cast<std::uint32_t>(seeds.size()));
            covering.run(1.6F * radius);
            seeds.push_back(t);
        }
    }
    Race race(mesh, neighbours, creases);
    for (std::uint32_t s = 0; s < seeds.size(); ++s) race.start(seeds[s], s);
    race.run(std::numeric_limits<float>::max());
    tree.patch_of_triangle = race.takePatches();
    tree.patch_count = static_cast<std::uint32_t>(seeds.size());
}

// What two groups have in common.
struct Border {
    double length_mm = 0.0;
    double crease_mm = 0.0;  // length weighted by strength
};

struct Group {
    double area_mm2 = 0.0;
    double thickness = 0.0;  // area times the logarithm of the thickness
    std::map<std::uint32_t, Border> borders;
};

class Joiner {
  public:
    Joiner(std::vector<Group> groups, double thickness_weight)
        : m_groups(std::move(groups)), m_thickness_weight(thickness_weight) {
        m_version.assign(m_groups.size(), 0);
        for (const Group& group : m_groups) m_total += group.area_mm2;
        for (std::uint32_t g = 0; g < m_groups.size(); ++g) offer(g, true);
    }

    std::vector<Joining> joinAll() {
        std::vector<Joining> joinings;
        while (!m_queue.empty()) {
            const Offer best = m_queue.top();
            m_queue.pop();
            if (m_version[best.a] != best.version_a || m_version[best.b] != best.version_b)
                continue;
            joinings.push_back(join(best));
        }
        return joinings;
    }

  private:
    struct Offer {
        double cost = 0.0;
        std::uint32_t a = 0;
        std::uint32_t b = 0;
        std::uint32_t version_a = 0;
        std::uint32_t version_b = 0;
        bool operator>(const Offer& other) const {
            return cost != other.cost ? cost > other.cost : a > other.a;
        }
    };

    [[nodiscard]] double costOf(const Group& a, const Group& b, const Border& border) const {
        const double crease = border.crease_mm / std::max(border.length_mm, 1e-9);
        const double thickness =
            std::abs(a.thickness / a.area_mm2 - b.thickness / b.area_mm2) * m_thickness_weight;
        // A tenth of the figure counts fully; a crumb joins its neighbour whatever the crease.
        const double smaller = std::min(a.area_mm2, b.area_mm2) / m_total;
        const double size = std::min(1.0, std::pow(10.0 * smaller, 0.3));
        return std::min(1.0, crease + thickness) * size;
    }

    // Offers group g to its neighbours (`once`: to those with a higher number only).
    void offer(std::uint32_t g, bool once) {
        for (const auto& [other, border] : m_groups[g].borders) {
            if (once && other < g) continue;
            m_queue.push({costOf(m_groups[g], m_groups[other], border), g, other, m_version[g],
                          m_version[other]});
        }
    }

    Joining join(const Offer& offered) {
        // The group with more neighbours takes in the other.
        std::uint32_t into = offered.a;
        std::uint32_t from = offered.b;
        if (m_groups[into].borders.size() < m_groups[from].borders.size()) std::swap(into, from);
        Group& winner = m_groups[into];
        Group loser = std::move(m_groups[from]);
        m_groups[from] = {};
        winner.area_mm2 += loser.area_mm2;
        winner.thickness += loser.thickness;
        winner.borders.erase(from);
        for (const auto& [other, border] : loser.borders) {
            if (other == into) continue;
            Border& mine = winner.borders[other];
            mine.length_mm += border.length_mm;
            mine.crease_mm += border.crease_mm;
            m_groups[other].borders.erase(from);
            m_groups[other].borders[into] = mine;
        }
        ++m_version[into];
        ++m_version[from];
        offer(into, false);
        return {into, from, static_cast<float>(offered.cost)};
    }

    std::vector<Group> m_groups;
    std::vector<std::uint32_t> m_version;
    double m_thickness_weight;
    double m_total = 0.0;
    std::priority_queue<Offer, std::vector<Offer>, std::greater<>> m_queue;
};

// Loose pieces get a border as if by a sharp crease with the nearest patch of another piece, so
// that crumbs and inner hollows join what they lie in, and large loose pieces stay parts.
void tieLoosePieces(const Mesh& mesh, const PatchTree& tree, std::vector<Group>& groups) {
    const auto pieces = connectedPieces(mesh.positions_mm.size(), mesh.triangles);
    std::vector<std::uint32_t> piece_of(groups.size(), 0);
    std::vector<Vec3> middle(groups.size(), Vec3::Zero());
    std::vector<std::uint32_t> count(groups.size(), 0);
    for (std::size_t t = 0; t < mesh.triangles.size(); ++t) {
        const std::uint32_t patch = tree.patch_of_triangle[t];
        piece_of[patch] = pieces[t];
        middle[patch] += centroidOf(mesh, mesh.triangles[t]);
        ++count[patch];
    }
    for (std::size_t g = 0; g < groups.size(); ++g) middle[g] /= static_cast<float>(count[g]);
    const std::uint32_t piece_count = pieces.empty() ? 0 : *std::ranges::max_element(pieces) + 1U;
    std::vector<std::vector<std::uint32_t>> patches_of(piece_count);
    for (std::uint32_t g = 0; g < groups.size(); ++g) patches_of[piece_of[g]].push_back(g);
    for (std::uint32_t piece = 1; piece < piece_count && piece < kMostTied; ++piece) {
        std::uint32_t from = 0;
        std::uint32_t to = 0;
        float nearest = std::numeric_limits<float>::max();
        const std::vector<std::uint32_t>& mine = patches_of[piece];
        const std::size_t stride = 1 + mine.size() / kProbes;
        for (std::size_t i = 0; i < mine.size(); i += stride) {
            for (std::uint32_t other = 0; other < groups.size(); ++other) {
                const float way = (middle[mine[i]] - middle[other]).squaredNorm();
                if (piece_of[other] < piece && way < nearest) {
                    nearest = way;
                    from = mine[i];
                    to = other;
                }
            }
        }
        groups[from].borders[to] = groups[to].borders[from] = {1.0, 1.0};
    }
}

std::vector<Group> groupsFrom(const Mesh& mesh, const Neighbours& neighbours,
                              const Creases& creases, std::span<const float> thickness_mm,
                              const PatchTree& tree) {
    std::vector<Group> groups(tree.patch_count);
    for (std::size_t t = 0; t < mesh.triangles.size(); ++t) {
        const std::uint32_t patch = tree.patch_of_triangle[t];
        const double area = areaVector(mesh, mesh.triangles[t]).norm();
        groups[patch].area_mm2 += area;
        if (!thickness_mm.empty()) {
            groups[patch].thickness += area * std::log(std::max(thickness_mm[t], 0.01F));
        }
        for (std::size_t k = 0; k < 3; ++k) {
            const std::uint32_t other = neighbours.across[t][k];
            if (other == kNoTriangle || tree.patch_of_triangle[other] == patch) continue;
            const Triangle& corners = mesh.triangles[t];
            const double length =
                (mesh.positions_mm[corners[k]] - mesh.positions_mm[corners[(k + 1) % 3]]).norm();
            Border& border = groups[patch].borders[tree.patch_of_triangle[other]];
            border.length_mm += length;
            border.crease_mm += length * creases.strength[t][k];
        }
    }
    tieLoosePieces(mesh, tree, groups);
    // Both sides see the same border, save where edges are crowded.
    for (std::uint32_t g = 0; g < groups.size(); ++g) {
        for (const auto& [other, border] : groups[g].borders) {
            groups[other].borders.try_emplace(g, border);
        }
    }
    return groups;
}

}  // namespace

PatchTree patchTree(const Mesh& mesh, const Neighbours& neighbours, const Creases& creases,
                    std::span<const float> thickness_mm, const PatchOptions& options,
                    const Progress& progress) {
    PatchTree tree;
    makePatches(mesh, neighbours, creases, options, tree);
    if (progress.stopped()) return {};
    progress.at(0.5);
    Joiner joiner(groupsFrom(mesh, neighbours, creases, thickness_mm, tree),
                  thickness_mm.empty() ? 0.0 : options.thickness_weight);
    tree.joinings = joiner.joinAll();
    progress.at(1.0);
    return tree;
}

std::vector<std::uint32_t> groupsOf(const Mesh& mesh, const PatchTree& tree, std::size_t groups,
                                    const std::vector<bool>& within) {
    std::vector<double> areas(tree.patch_count, 0.0);
    for (std::size_t t = 0; t < mesh.triangles.size(); ++t) {
        if (within.empty() || within[t]) {
            areas[tree.patch_of_triangle[t]] += areaVector(mesh, mesh.triangles[t]).norm();
        }
    }
    std::size_t left = 0;
    for (const double area : areas) left += area > 0.0 ? 1U : 0U;
    std::vector<std::uint32_t> group(tree.patch_count);
    std::iota(group.begin(), group.end(), 0U);
    const auto rootOf = [&](std::uint32_t patch) {
        while (group[patch] != patch) patch = group[patch] = group[group[patch]];
        return patch;
    };
    for (const Joining& joining : tree.joinings) {
        const std::uint32_t first = rootOf(joining.first);
        const std::uint32_t second = rootOf(joining.second);
        if (first == second) continue;
        const bool counts = areas[first] > 0.0 && areas[second] > 0.0;
        if (counts && left <= groups) continue;
        group[second] = first;
        areas[first] += areas[second];
        areas[second] = 0.0;
        if (counts) --left;
    }
    std::vector<std::uint32_t> roots;
    for (std::uint32_t patch = 0; patch < tree.patch_count; ++patch) {
        if (rootOf(patch) == patch && areas[patch] > 0.0) roots.push_back(patch);
    }
    std::ranges::stable_sort(roots, std::greater<>(), [&](std::uint32_t r) { return areas[r]; });
    std::vector<std::uint32_t> number(tree.patch_count, kNotGrouped);
    for (std::uint32_t i = 0; i < roots.size(); ++i) number[roots[i]] = i;
    std::vector<std::uint32_t> result(mesh.triangles.size(), kNotGrouped);
    for (std::size_t t = 0; t < result.size(); ++t) {
        if (within.empty() || within[t]) result[t] = number[rootOf(tree.patch_of_triangle[t])];
    }
    return result;
}

}  // namespace glaukophos
