// By the paint model: each coat is looked at over what is there.
#include "core/work/glow_coats.h"

#include <algorithm>
#include <cmath>

#include "core/colour/coats.h"

namespace glaukophos {
namespace {

constexpr int kMostGlazes = 4;
constexpr double kLeastColour = 12.0;  // chroma of a paint that can tint white
constexpr double kLowValue = 30.0;     // L*

}  // namespace

std::vector<std::size_t> tintingPaints(const Mixes& mixes) {
    const MixingRack& rack = mixes.rack;
    std::vector<std::size_t> paints;
    const auto take = [&](std::size_t i) {
        const Lab tone = labFrom(xyzFrom(linearFrom(rack.paints[i].mass_tone)));
        const bool plain =
            rack.paints[i].kind == PaintKind::Paint || rack.paints[i].kind == PaintKind::Ink;
        if (plain && lchFrom(tone).C >= kLeastColour) paints.push_back(i);
    };
    if (mixes.allowed.empty()) {
        for (std::size_t i = 0; i < rack.paints.size(); ++i) take(i);
    } else {
        for (const std::size_t i : mixes.allowed) take(i);
    }
    return paints;
}

int coatsTowards(const PaintFilm& film, double thinner, const Reflectance& below,
                 double lightness) {
    const double x = filmThickness(thinner);
    int best = 1;
    double least = 1e9;
    for (int coats = 1; coats <= kMostGlazes; ++coats) {
        const double off = std::abs(colourOver(film, coats * x, below).L - lightness);
        if (off < least - 0.5) {
            least = off;
            best = coats;
        }
    }
    return best;
}

Reflectance groundBelow(const Plan& plan, const ShellMix& mix) {
    const Part& part = plan.parts[mix.parts.front()];
    const Lab own = labFrom(xyzFrom(linearFrom(part.local_colour)));
    const double down = std::min(1.0, kLowValue / std::max(1.0, own.L));
    return reflectanceOf(displayable(Lab{down * own.L, down * own.a, down * own.b}));
}

}  // namespace glaukophos
