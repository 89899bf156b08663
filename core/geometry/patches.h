// A surface divided by itself: small patches that end at creases, joined step by step into parts.
#pragma once

#include "core/base/progress.h"
#include "core/geometry/crease.h"

namespace glaukophos {

// Two groups of patches become one: `second` goes into `first`.
struct Joining {
    std::uint32_t first = 0;
    std::uint32_t second = 0;
    float cost = 0.0F;  // how much of a crease their common border was, weighted by size; 0..1
};

// Patches numbered from zero, and the order in which groups of them join, from the most alike to
// the most distinct, until no two groups touch.
struct PatchTree {
    std::vector<std::uint32_t> patch_of_triangle;
    std::uint32_t patch_count = 0;
    std::vector<Joining> joinings;
};

struct PatchOptions {
    double patch_area_mm2 = 1.2;
    // How much a difference in thickness of the body counts besides creases; 0 for creases alone.
    double thickness_weight = 0.4;
};

// `thickness_mm`: of the body under each triangle (shapeDiameters), or empty. Empty when stopped.
PatchTree patchTree(const Mesh& mesh, const Neighbours& neighbours, const Creases& creases,
                    std::span<const float> thickness_mm, const PatchOptions& options,
                    const Progress& progress);

// The group of each triangle when joining stops with `groups` left (or as many as can be), numbered
// from the largest area. Only triangles with `within[t]` are grouped, others get kNotGrouped;
// an empty `within` takes all.
inline constexpr std::uint32_t kNotGrouped = std::numeric_limits<std::uint32_t>::max();
std::vector<std::uint32_t> groupsOf(const Mesh& mesh, const PatchTree& tree, std::size_t groups,
                                    const std::vector<bool>& within);

}  // namespace glaukophos
