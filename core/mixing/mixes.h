// Every colour of a plan as drops from the rack: what, how thin, how often, how much.
#pragma once

#include "core/base/progress.h"
#include "core/colour/palette.h"
#include "core/painted/appearance.h"

namespace glaukophos {

// What bridges a step between neighbouring bands that would be seen as a jump.
struct Bridge {
    Recipe between;             // the two neighbours' mixes, one batch of each
    double step = 0.0;          // the larger of the two steps that are left, CIEDE2000
    int veils = 0;              // or so many veils of the lighter mix over the darker one ...
    double veil_thinner = 0.0;  // ... the first with so many parts of thinner
};

struct BandMix {
    bool present = false;  // nothing of the part lies in this band, or no paint has a colour
    Recipe recipe;
    double thinner = 1.0;  // parts to one of paint
    int coats = 1;         // over the mix of the band below, or the primer
    int batches = 1;       // of the recipe, so that it does not run out
    double step = 0.0;     // CIEDE2000 from the mix of the band below; 0 for the first
    std::optional<Bridge> bridge;
};

struct PartMixes {
    std::vector<std::size_t> paints;  // indices into the rack
    std::vector<BandMix> bands;       // one entry a band
};

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

// One entry a ladder, from `allowed` paints only (empty: all); empty when stopped.
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
