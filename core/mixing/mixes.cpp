// Parts one after another; the solver itself runs on all cores.
#include "core/mixing/mixes.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/colour/coats.h"
#include "core/colour/colour_difference.h"
#include "core/painted/shells.h"

namespace glaukophos {
namespace {

RecipeChoices choicesOf(const MixingChoices& mixing) {
    RecipeChoices choices;
    choices.most_paints = std::min(3, mixing.paints_a_part);
    choices.most_drops = mixing.most_drops;
    return choices;
}

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
    return paletteFor(rack, wanted, plan.mixing.bottles, choicesOf(plan.mixing));
}

std::vector<Drops> added(std::span<const Drops> first, std::span<const Drops> second) {
    std::vector<Drops> sum(first.begin(), first.end());
    for (const Drops& drops : second) {
        const auto same = std::ranges::find(sum, drops.paint, &Drops::paint);
        if (same == sum.end()) {
            sum.push_back(drops);
        } else {
            same->drops += drops.drops;
        }
    }
    int divisor = 0;
    for (const Drops& drops : sum) divisor = std::gcd(divisor, drops.drops);
    for (Drops& drops : sum) drops.drops /= std::max(divisor, 1);
    std::ranges::stable_sort(sum, std::greater<>{}, &Drops::drops);
    return sum;
}

Bridge bridgeBetween(const MixingRack& rack, const Recipe& dark, const Recipe& light,
                     double limit) {
    Bridge bridge;
    bridge.between.drops = added(dark.drops, light.drops);
    bridge.between.colour = colourOf(rack, bridge.between.drops);
    bridge.step = std::max(ciede2000(dark.colour, bridge.between.colour),
                           ciede2000(bridge.between.colour, light.colour));
    const std::vector<double> veils =
        veilsFor(filmOf(rack, light.drops), reflectanceOf(rack, dark.drops), limit);
    bridge.veils = static_cast<int>(veils.size());
    if (!veils.empty()) bridge.veil_thinner = std::max(0.0, 1.0 / veils.front() - 1.0);
    return bridge;
}

// Metallics belong on parts that are to be painted with them, and nowhere else. Empty: all that
// cover but metallics.
std::vector<std::size_t> paintsFor(const Part& part, const MixingRack& rack,
                                   std::span<const std::size_t> allowed) {
    std::vector<std::size_t> paints(allowed.begin(), allowed.end());
    const bool has_metallics = std::ranges::any_of(
        rack.paints, [](const Paint& paint) { return paint.kind == PaintKind::Metallic; });
    if (part.material != Material::MetallicPaint || !has_metallics) return paints;
    if (paints.empty()) {
        for (std::size_t i = 0; i < rack.paints.size(); ++i) paints.push_back(i);
    }
    for (std::size_t i = 0; i < rack.paints.size(); ++i) {
        const bool is_new = std::ranges::find(paints, i) == paints.end();
        if (is_new && rack.paints[i].kind == PaintKind::Metallic) paints.push_back(i);
    }
    return paints;
}

PartMixes mixesOfPart(const Plan& plan, const Ladder& ladder, const MixingRack& rack,
                      std::span<const std::size_t> allowed) {
    const MixingChoices& mixing = plan.mixing;
    PartMixes part;
    part.bands.resize(ladder.size());
    std::vector<Lab> targets;
    for (const Rung& rung : ladder) {
        if (rung.present) targets.push_back(rung.target);
    }
    if (targets.empty()) return part;
    const LadderRecipes found =
        recipesFor(rack, targets, mixing.paints_a_part, choicesOf(mixing), allowed);
    if (found.recipes.empty()) return part;
    part.paints = found.paints;
    Reflectance ground = reflectanceOf(mixing.primer);
    const BandMix* before = nullptr;
    std::size_t next = 0;
    for (std::size_t b = 0; b < ladder.size(); ++b) {
        if (!ladder[b].present) continue;
        BandMix& band = part.bands[b];
        band.present = true;
        band.recipe = found.recipes[next++];
        band.thinner = mixing.thinner;
        const PaintFilm film = filmOf(rack, band.recipe.drops);
        band.coats = coatsOver(film, filmThickness(band.thinner), ground);
        // A band is painted over itself and all lighter ones, which then go on top.
        double area_mm2 = 0.0;
        for (std::size_t above = b; above < ladder.size(); ++above) {
            area_mm2 += ladder[above].area_mm2;
        }
        int drops = 0;
        for (const Drops& entry : band.recipe.drops) drops += entry.drops;
        const double needed = dropsFor(area_mm2, band.coats, filmThickness(band.thinner));
        band.batches = std::max(1, static_cast<int>(std::ceil(needed / std::max(drops, 1))));
        if (before != nullptr) {
            band.step = ciede2000(before->recipe.colour, band.recipe.colour);
            if (band.step > mixing.largest_step) {
                band.bridge = bridgeBetween(rack, before->recipe, band.recipe, mixing.largest_step);
            }
        }
        ground = reflectanceOf(rack, band.recipe.drops);
        before = &band;
    }
    return part;
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
                     choicesOf(plan.mixing), allowed);
}

std::vector<PartMixes> partMixesOf(const Plan& plan, std::span<const Ladder> ladders,
                                   const MixingRack& rack, std::span<const std::size_t> allowed,
                                   const Progress& progress) {
    std::vector<PartMixes> parts;
    for (const Ladder& ladder : ladders) {
        if (progress.stopped()) return {};
        progress.at(static_cast<double>(parts.size()) / static_cast<double>(ladders.size()));
        PartMixes& part = parts.emplace_back();
        part.bands.resize(ladder.size());
        if (!isPainted(ladder)) continue;
        const std::vector<std::size_t> own = paintsFor(plan.parts[parts.size() - 1], rack, allowed);
        part = mixesOfPart(plan, ladder, rack, own);
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
