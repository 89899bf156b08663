// Parts one after another; the solver itself runs on all cores.
#include "core/mixing/mixes.h"

#include <algorithm>
#include <cmath>

#include "core/plan/glow_groups.h"
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

}  // namespace

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
    const std::vector<std::size_t> groups = glowGroups(plan);
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        if (progress.stopped()) return {};
        std::optional<GlowMixes>& glow = mixes.glows.emplace_back();
        if (groups[l] == l && shines(plan, l) && isNear(plan.lights[l].kind)) {
            glow = glowMixesOf(plan, appearance, mixes.rack, mixes.allowed, l);
        }
    }
    mixes.bottles = bottlesOf(mixes.parts, mixes.rack.paints.size());
    return mixes;
}

}  // namespace glaukophos
