// A ladder is mixed as a whole, then looked at step by step.
#include "core/mixing/part_mixes.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/colour/coats.h"
#include "core/colour/colour_difference.h"
#include "core/mixing/pots.h"

namespace glaukophos {
namespace {

// So many parts of one mix with so many of another, in so many drops as keep the proportions.
std::vector<Drops> together(std::span<const Drops> first, int parts, std::span<const Drops> second,
                            int other_parts) {
    constexpr double kDrops = 24.0;
    std::vector<std::pair<std::size_t, double>> shares;
    const auto add = [&](std::span<const Drops> mix, double share) {
        int all = 0;
        for (const Drops& drops : mix) all += drops.drops;
        for (const Drops& drops : mix) {
            const auto same =
                std::ranges::find(shares, drops.paint, &std::pair<std::size_t, double>::first);
            const double more = share * drops.drops / all;
            if (same == shares.end()) {
                shares.emplace_back(drops.paint, more);
            } else {
                same->second += more;
            }
        }
    };
    add(first, static_cast<double>(parts) / (parts + other_parts));
    add(second, static_cast<double>(other_parts) / (parts + other_parts));
    std::vector<Drops> sum;
    for (const auto& [paint, share] : shares) {
        const auto drops = static_cast<int>(std::lround(kDrops * share));
        if (drops > 0) sum.push_back({paint, drops});
    }
    std::ranges::stable_sort(sum, std::greater<>{}, &Drops::drops);
    return sum;
}

Bridge bridgeBetween(const MixingRack& rack, const Recipe& dark, const Recipe& light,
                     double limit) {
    constexpr std::array<std::array<int, 2>, 5> kRatios = {
        {{1, 1}, {2, 1}, {1, 2}, {3, 1}, {1, 3}}};
    constexpr double kSimpler = 0.5;  // CIEDE2000 that 1:1 may be worse
    Bridge bridge;
    bridge.step = 1e9;
    for (const auto& ratio : kRatios) {
        Recipe between;
        between.drops = together(dark.drops, ratio[0], light.drops, ratio[1]);
        between.colour = colourOf(rack, between.drops);
        const double step = std::max(ciede2000(dark.colour, between.colour),
                                     ciede2000(between.colour, light.colour));
        if (step >= bridge.step - kSimpler) continue;
        bridge.between = std::move(between);
        bridge.darker_parts = ratio[0];
        bridge.lighter_parts = ratio[1];
        bridge.step = step;
    }
    for (const double thickness :
         veilsFor(filmOf(rack, light.drops), reflectanceOf(rack, dark.drops), limit)) {
        bridge.veil_thinners.push_back(std::max(0.0, 1.0 / thickness - 1.0));
    }
    return bridge;
}

// The bands that keep their mixes, as bits of `order`: as many as rise by enough, the largest
// first where there is a choice.
unsigned keptBands(const Ladder& ladder, const std::vector<BandMix>& bands,
                   std::span<const std::size_t> order) {
    unsigned best = 0;
    double best_worth = -1.0;
    for (unsigned set = 1; set < 1U << order.size(); ++set) {
        bool rises = true;
        double worth = 0.0;
        std::optional<double> below;
        for (std::size_t i = 0; i < order.size() && rises; ++i) {
            if ((set >> i & 1U) == 0) continue;
            const double here = bands[order[i]].recipe.colour.L;
            rises = !below || here - *below >= kLeastRise;
            below = here;
            worth += 1.0 + 1e-6 * ladder[order[i]].area_mm2;
            // The ends carry the ladder: one of them is worth any band between.
            if (i == 0 || i + 1 == order.size()) worth += 0.5;
        }
        if (!rises || worth <= best_worth) continue;
        best = set;
        best_worth = worth;
    }
    return best;
}

void countBatches(const Ladder& ladder, std::size_t b, BandMix& band) {
    // A band is painted over itself and all lighter ones, which then go on top.
    double area_mm2 = 0.0;
    for (std::size_t above = b; above < ladder.size(); ++above) area_mm2 += ladder[above].area_mm2;
    int drops = 0;
    for (const Drops& entry : band.recipe.drops) drops += entry.drops;
    const double needed = dropsFor(area_mm2, band.coats, filmThickness(band.thinner));
    band.batches = std::max(1, static_cast<int>(std::ceil(needed / std::max(drops, 1))));
}

// Coats of each band over what lies below it in the order in which the part is built up.
void countCoats(const Plan& plan, std::size_t part, const Ladder& ladder, const MixingRack& rack,
                std::span<const std::size_t> order, std::vector<BandMix>& bands) {
    const BuildUp way = buildUpOf(plan, part);
    std::size_t first = 0;
    if (way == BuildUp::MiddleFirst) first = order.size() / 2;
    if (way == BuildUp::LightToDark) first = order.size() - 1;
    for (std::size_t i = 0; i < order.size(); ++i) {
        BandMix& band = bands[order[i]];
        if (band.recipe.drops.empty()) continue;
        Reflectance ground = reflectanceOf(plan.mixing.primer);
        const std::size_t below = i > first ? i - 1 : i + 1;
        if (i != first && !bands[order[below]].recipe.drops.empty()) {
            ground = reflectanceOf(rack, bands[order[below]].recipe.drops);
        }
        band.coats =
            coatsOver(filmOf(rack, band.recipe.drops), filmThickness(band.thinner), ground);
        countBatches(ladder, order[i], band);
    }
}

std::vector<std::size_t> presentBands(const std::vector<BandMix>& bands) {
    std::vector<std::size_t> order;
    for (std::size_t b = 0; b < bands.size(); ++b) {
        if (bands[b].present) order.push_back(b);
    }
    return order;
}

void remarkOnJoined(const std::vector<BandMix>& bands, std::vector<std::string>& remarks) {
    for (std::size_t b = 1; b < bands.size(); ++b) {
        if (!bands[b].joined) continue;
        std::size_t below = b - 1;
        while (below > 0 && !bands[below].present) --below;
        remarks.push_back(fmt::format("{} and {} come out the same: one mix serves both.",
                                      bandName(below, bands.size()), bandName(b, bands.size())));
    }
}

// Fire and hot glass go from off-white through yellow and red to black, which few paints span.
int paintsFor(const Plan& plan, std::size_t part) {
    constexpr int kForGlows = 5;
    const bool glows = plan.parts[part].material == Material::Glowing;
    return glows ? std::max(kForGlows, plan.mixing.paints_a_part) : plan.mixing.paints_a_part;
}

}  // namespace

std::string inWords(const Bridge& bridge, const char* darker, const char* lighter) {
    return fmt::format("{} part{} of the {} mix and {} of the {} mix", bridge.darker_parts,
                       bridge.darker_parts == 1 ? "" : "s", darker, bridge.lighter_parts, lighter);
}

RecipeChoices recipeChoices(const MixingChoices& mixing) {
    RecipeChoices choices;
    choices.most_paints = std::min(3, mixing.paints_a_part);
    choices.most_drops = mixing.most_drops;
    return choices;
}

void joinBands(const Ladder& ladder, std::vector<BandMix>& bands) {
    const std::vector<std::size_t> order = presentBands(bands);
    if (order.size() < 2) return;
    const unsigned kept = keptBands(ladder, bands, order);
    const auto isKept = [&](std::size_t i) { return (kept >> i & 1U) != 0; };
    std::vector<std::size_t> takes(order.size());  // whose mix each band takes
    for (std::size_t i = 0; i < order.size(); ++i) {
        std::size_t low = i;  // the nearest kept bands to both sides
        std::size_t high = i;
        while (low > 0 && !isKept(low)) --low;
        while (high + 1 < order.size() && !isKept(high)) ++high;
        const double wanted = ladder[order[i]].target.L;
        const auto away = [&](std::size_t k) {
            return isKept(k) ? std::abs(bands[order[k]].recipe.colour.L - wanted) : 1e9;
        };
        takes[i] = isKept(i) ? i : (away(low) <= away(high) ? low : high);
    }
    std::vector<Recipe> recipes;
    for (const std::size_t b : order) recipes.push_back(bands[b].recipe);
    for (std::size_t i = 0; i < order.size(); ++i) {
        BandMix& band = bands[order[i]];
        band.joined = i > 0 && takes[i] == takes[i - 1];
        if (takes[i] == i) continue;
        band.recipe = recipes[takes[i]];
        band.recipe.difference = ciede2000(band.recipe.colour, ladder[order[i]].target);
    }
}

PartMixes mixesOfPart(const Plan& plan, std::size_t part, const Ladder& ladder,
                      const MixingRack& rack, std::span<const std::size_t> allowed) {
    const MixingChoices& mixing = plan.mixing;
    PartMixes mixes;
    mixes.bands.resize(ladder.size());
    std::vector<Lab> targets;
    for (const Rung& rung : ladder) {
        if (rung.present) targets.push_back(rung.target);
    }
    if (targets.empty()) return mixes;
    PotRecipes own;
    if (const auto& pots = plan.parts[part].pots) own = recipesOfPots(plan, *pots, ladder, rack);
    LadderRecipes found;
    if (!own.recipes.empty()) {
        found = {own.paints, own.recipes};
    } else {
        found = recipesFor(rack, targets, paintsFor(plan, part), recipeChoices(mixing), allowed);
    }
    mixes.remarks = std::move(own.remarks);
    if (found.recipes.empty()) return mixes;
    mixes.paints = found.paints;
    std::size_t next = 0;
    for (std::size_t b = 0; b < ladder.size(); ++b) {
        if (!ladder[b].present) continue;
        mixes.bands[b].present = true;
        mixes.bands[b].recipe = found.recipes[next++];
        mixes.bands[b].thinner = mixing.thinner;
    }
    joinBands(ladder, mixes.bands);
    remarkOnJoined(mixes.bands, mixes.remarks);
    const std::vector<std::size_t> order = presentBands(mixes.bands);
    countCoats(plan, part, ladder, rack, order, mixes.bands);
    for (std::size_t i = 1; i < order.size(); ++i) {
        BandMix& band = mixes.bands[order[i]];
        const BandMix& below = mixes.bands[order[i - 1]];
        band.step = ciede2000(below.recipe.colour, band.recipe.colour);
        const bool mixed = !below.recipe.drops.empty() && !band.recipe.drops.empty();
        if (mixed && band.step > mixing.largest_step) {
            band.bridge = bridgeBetween(rack, below.recipe, band.recipe, mixing.largest_step);
        }
    }
    return mixes;
}

}  // namespace glaukophos
