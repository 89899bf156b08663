// Every colour of a plan as drops from the rack: what, how thin, how often, how much.
#pragma once

#include "core/base/progress.h"
#include "core/mixing/glow_mixes.h"
#include "core/mixing/part_mixes.h"

namespace glaukophos {

struct Mixes {
    MixingRack rack;
    std::vector<PartMixes> parts;                 // one entry a part
    std::vector<std::optional<GlowMixes>> glows;  // one entry a light; those that lead a glow
    std::vector<std::size_t> bottles;             // of all parts, the most used first
    std::vector<std::size_t> allowed;             // paints chosen from; empty: the whole rack
    double worst = 0.0;                           // CIEDE2000 of the mix that is farthest off
};

// One entry a ladder, from `allowed` paints only (empty: all that cover); parts that share a ladder
// share its mixes. Empty when stopped.
std::vector<PartMixes> partMixesOf(const Plan& plan, std::span<const Ladder> ladders,
                                   const MixingRack& rack, std::span<const std::size_t> allowed,
                                   const Progress& progress);

// Several seconds for a large rack and a limited number of bottles; empty (no parts) when stopped.
Mixes mixesOf(const Plan& plan, const Appearance& appearance, MixingRack rack,
              const Progress& progress);

}  // namespace glaukophos
