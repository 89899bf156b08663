// Parts one after another; the solver itself runs on all cores.
#include "core/mixing/mixes.h"

#include <algorithm>
#include <cmath>

#include "core/painted/shells.h"
#include "core/plan/shared_ladders.h"

namespace glaukophos {
namespace {

bool isPainted(const Ladder& ladder) {
    return std::ranges::any_of(ladder, [](const Rung& step) { return step.present; });
}

// Paints allowed for the whole figure; empty: all.
std::vector<std::size_t> allowedPaints(const Plan& plan, const std::vector<Ladder>& ladders,
                                       const MixingRack& rack) {
    if (plan.mixing.bottles == 0) return {};
    std::vector<WantedColour> wanted;
    for (const Ladder& ladder : ladders) {
        for (const Rung& step : ladder) {
            // The root, so that a small face is not given up for a large cape.
            if (step.present) wanted.push_back({step.target, std::sqrt(step.area_mm2) + 1.0});
        }
    }
    return paletteFor(rack, wanted, plan.mixing.bottles, recipeChoices(plan.mixing));
}

// Metallics belong on parts that are to be painted with them, and nowhere else: there they are
// taken before all others, darkened by blacks. Empty: all that cover but metallics.
std::vector<std::size_t> paintsFor(const Part& part, const MixingRack& rack,
                                   std::span<const std::size_t> allowed) {
    constexpr double kBlack = 25.0;  // L*
    std::vector<std::size_t> metallics;
    std::vector<std::size_t> blacks;
    for (std::size_t i = 0; i < rack.paints.size(); ++i) {
        const Lab tone = labFrom(xyzFrom(linearFrom(rack.paints[i].mass_tone)));
        if (rack.paints[i].kind == PaintKind::Metallic) metallics.push_back(i);
        if (rack.paints[i].kind == PaintKind::Paint && tone.L < kBlack &&
            std::hypot(tone.a, tone.b) < 8.0) {
            blacks.push_back(i);
        }
    }
    if (part.material != Material::MetallicPaint || metallics.empty()) {
        return {allowed.begin(), allowed.end()};
    }
    metallics.insert(metallics.end(), blacks.begin(), blacks.end());
    return metallics;
}

// Of all parts that share a ladder: a band is there where one of them has it.
Ladder unitedLadder(std::span<const Ladder> ladders, std::span<const std::size_t> shared,
                    std::size_t part) {
    Ladder united = ladders[part];
    for (std::size_t p = part + 1; p < ladders.size(); ++p) {
        if (shared[p] != part) continue;
        for (std::size_t b = 0; b < united.size(); ++b) {
            const double area = united[b].area_mm2;
            if (!united[b].present) united[b] = ladders[p][b];
            united[b].area_mm2 = area + ladders[p][b].area_mm2;
        }
    }
    return united;
}

// The mixes of a shared ladder as one of its parts needs them.
PartMixes ofOnePart(PartMixes mixes, const Ladder& ladder) {
    for (std::size_t b = 0; b < ladder.size(); ++b) mixes.bands[b].present &= ladder[b].present;
    return mixes;
}

std::vector<std::size_t> bottlesOf(const std::vector<PartMixes>& parts, std::size_t paints) {
    std::vector<int> drops(paints, 0);
    for (const PartMixes& part : parts) {
        for (const BandMix& band : part.bands) {
            for (const Drops& entry : band.recipe.drops) {
                drops[entry.paint] += band.batches * entry.drops;
            }
        }
    }
    std::vector<std::size_t> used;
    for (std::size_t i = 0; i < drops.size(); ++i) {
        if (drops[i] > 0) used.push_back(i);
    }
    std::ranges::stable_sort(used, std::greater<>{}, [&](std::size_t i) { return drops[i]; });
    return used;
}

GlowMixes glowMixesOf(const Plan& plan, const Appearance& appearance, const MixingRack& rack,
                      std::span<const std::size_t> allowed, std::size_t light, int shells) {
    const std::vector<Shell> rims = shellsOf(plan, appearance.irradiance, light, shells);
    const ColourBasis basis(plan, appearance);
    const std::vector<float> areas = paintedAreas(plan, appearance.irradiance);
    const std::vector<float>& lit = appearance.irradiance.of_lights[light];
    struct Sum {
        double area = 0.0;
        double share = 0.0;
        Vec3d xyz = Vec3d::Zero();
    };
    std::vector<Sum> sums(rims.size());
    Sum outside;  // the deepest dark, for re-shading
    for (std::size_t v = 0; v < areas.size(); ++v) {
        if (areas[v] <= 0.0F) continue;
        std::size_t inside = 0;
        while (inside < rims.size() && lit[v] >= rims[inside].irradiance) ++inside;
        const double dark =
            inside == 0 ? plan.values.paint.position(appearance.values.lightness[v]) : 1.0;
        if (inside == 0 && dark > 0.15) continue;
        Sum& sum = inside == 0 ? outside : sums[inside - 1];
        sum.area += areas[v];
        sum.share += areas[v] * returnedAt(basis, v).glow_share;
        sum.xyz += areas[v] * paintedColour(basis, v).xyz;
    }
    const auto mixed = [&](const Lab& colour) { return recipeOf(plan, rack, colour, allowed); };
    GlowMixes mixes;
    for (std::size_t s = 0; s < rims.size(); ++s) {
        const double area = std::max(sums[s].area, 1e-9);
        ShellMix shell{rims[s].distance_mm,
                       rims[s].area_mm2,
                       sums[s].share / area,
                       labFrom(Xyz{sums[s].xyz / area}),
                       {}};
        shell.recipe = mixed(shell.target);
        mixes.shells.push_back(std::move(shell));
    }
    const Lab tint = labFrom(colourOf(spectrumOf(plan.lights[light].colour)));
    const double tinted = 0.25 * (1.0 - plan.colours.glow.whiteness);
    // As light as the rack allows: nothing that it lights may come near it.
    mixes.source = mixed({100.0, tinted * tint.a, tinted * tint.b});
    // A dark with a quarter of the widest shell's colour in it.
    const Lab dark = outside.area > 0.0 ? labFrom(Xyz{outside.xyz / outside.area})
                                        : Lab{plan.values.paint.darkest, 0.0, 0.0};
    const Lab rim = mixes.shells.empty() ? dark : mixes.shells.front().target;
    mixes.reshade =
        mixed({dark.L + 2.0, 0.75 * dark.a + 0.25 * rim.a, 0.75 * dark.b + 0.25 * rim.b});
    return mixes;
}

}  // namespace

Recipe recipeOf(const Plan& plan, const MixingRack& rack, const Lab& colour,
                std::span<const std::size_t> allowed) {
    return recipeFor(rack, labFrom(xyzFrom(linearFrom(displayable(colour)))),
                     recipeChoices(plan.mixing), allowed);
}

std::vector<PartMixes> partMixesOf(const Plan& plan, std::span<const Ladder> ladders,
                                   const MixingRack& rack, std::span<const std::size_t> allowed,
                                   const Progress& progress) {
    const std::vector<std::size_t> shared = sharedLadders(plan);
    std::vector<PartMixes> whole(ladders.size());  // of the first part of each shared ladder
    std::vector<PartMixes> parts;
    for (std::size_t p = 0; p < ladders.size(); ++p) {
        if (progress.stopped()) return {};
        progress.at(static_cast<double>(p) / static_cast<double>(ladders.size()));
        if (shared[p] == p) {
            const Ladder united = unitedLadder(ladders, shared, p);
            whole[p].bands.resize(united.size());
            if (isPainted(united)) {
                whole[p] =
                    mixesOfPart(plan, p, united, rack, paintsFor(plan.parts[p], rack, allowed));
            }
        }
        parts.push_back(ofOnePart(whole[shared[p]], ladders[p]));
    }
    return parts;
}

Mixes mixesOf(const Plan& plan, const Appearance& appearance, MixingRack rack,
              const Progress& progress) {
    const std::vector<Ladder>& ladders = appearance.ladders;
    Mixes mixes;
    mixes.rack = std::move(rack);
    mixes.allowed = allowedPaints(plan, ladders, mixes.rack);
    mixes.parts = partMixesOf(plan, ladders, mixes.rack, mixes.allowed, progress);
    if (mixes.parts.empty()) return {};
    for (const PartMixes& part : mixes.parts) {
        for (const BandMix& band : part.bands) {
            mixes.worst = std::max(mixes.worst, band.recipe.difference);
        }
    }
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        if (progress.stopped()) return {};
        std::optional<GlowMixes>& glow = mixes.glows.emplace_back();
        if (shines(plan, l) && isNear(plan.lights[l].kind)) {
            glow = glowMixesOf(plan, appearance, mixes.rack, mixes.allowed, l, kMixedShells);
        }
    }
    mixes.bottles = bottlesOf(mixes.parts, mixes.rack.paints.size());
    return mixes;
}

}  // namespace glaukophos
