// Every colour of a plan as drops from the rack: what, how thin, how often, how much.
#pragma once

#include "core/base/progress.h"
#include "core/mixing/part_mixes.h"

namespace glaukophos {

// The shells of a glow as mixes: between what lies there and the lamp's own colour, by the share
// of the lamp in the light there.
struct ShellMix {
    double distance_mm = 0.0;
    double area_mm2 = 0.0;
    double glow_share = 0.0;  // mean, of the light inside this shell but outside the next
    Lab target;
    Recipe recipe;
};
struct GlowMixes {
    std::vector<ShellMix> shells;  // from the widest inward
    Recipe source;                 // the source itself: white, or tinted
    Recipe reshade;                // recesses and rims afterwards: the dark with a little glow
};
inline constexpr int kMixedShells = 4;

struct Mixes {
    MixingRack rack;
    std::vector<PartMixes> parts;                 // one entry a part
    std::vector<std::optional<GlowMixes>> glows;  // one entry a light; those that glow
    std::vector<std::size_t> bottles;             // of all parts, the most used first
    std::vector<std::size_t> allowed;             // paints chosen from; empty: the whole rack
    double worst = 0.0;                           // CIEDE2000 of the mix that is farthest off
};

// One entry a ladder, from `allowed` paints only (empty: all that cover); parts that share a ladder
// share its mixes. Empty when stopped.
std::vector<PartMixes> partMixesOf(const Plan& plan, std::span<const Ladder> ladders,
                                   const MixingRack& rack, std::span<const std::size_t> allowed,
                                   const Progress& progress);

// The nearest mix to a colour that may be stronger than paint can be.
Recipe recipeOf(const Plan& plan, const MixingRack& rack, const Lab& colour,
                std::span<const std::size_t> allowed);

// Several seconds for a large rack and a limited number of bottles; empty (no parts) when stopped.
Mixes mixesOf(const Plan& plan, const Appearance& appearance, MixingRack rack,
              const Progress& progress);

}  // namespace glaukophos
