// Pots take their bands by place; colours are only compared afterwards.
#include "core/mixing/pots.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <numeric>

#include "core/colour/colour_difference.h"
#include "core/colour/colour_names.h"

namespace glaukophos {
namespace {

constexpr std::size_t kPrimer = std::numeric_limits<std::size_t>::max();

// Two neighbouring pots and how many parts of each; one pot where `lighter` is 0.
struct Share {
    std::size_t pot = 0;  // the darker of the two
    int darker = 1;
    int lighter = 0;
};

// Which pots each of `bands` bands is mixed from.
std::vector<Share> sharesOf(const PotLadder& ladder, std::size_t bands) {
    const std::size_t pots = std::min(ladder.pots.size(), bands);
    std::vector<std::size_t> band_of_pot(pots);
    for (std::size_t p = 0; p < pots; ++p) {
        const double place =
            pots < 2 ? 0.0 : static_cast<double>(p * (bands - 1)) / static_cast<double>(pots - 1);
        band_of_pot[p] = static_cast<std::size_t>(std::lround(place));
    }
    std::vector<Share> shares(bands);
    for (std::size_t p = 0; p < pots; ++p) {
        shares[band_of_pot[p]] = {p, 1, 0};
        if (p + 1 == pots) break;
        const std::size_t from = band_of_pot[p];
        const std::size_t to = band_of_pot[p + 1];
        const auto steps = static_cast<int>(to - from);
        for (int k = 1; k < steps; ++k) {
            Share& share = shares[from + static_cast<std::size_t>(k)];
            share = {p, ladder.darker_parts, ladder.lighter_parts};
            if (steps == 2) continue;
            const int divisor = std::gcd(steps - k, k);  // 2:1 and 1:2, or 3:1, 1:1 and 1:3
            share.darker = (steps - k) / divisor;
            share.lighter = k / divisor;
        }
    }
    return shares;
}

Recipe recipeOfPot(const Plan& plan, const MixingRack& rack, std::size_t paint) {
    Recipe recipe;
    if (paint == kPrimer) {
        recipe.colour = labFrom(xyzFrom(linearFrom(plan.mixing.primer)));
    } else {
        recipe.drops = {{paint, 1}};
        recipe.colour = colourOf(rack, recipe.drops);
    }
    return recipe;
}

Recipe recipeOfShare(const Plan& plan, const MixingRack& rack,
                     const std::vector<std::size_t>& paints, const Share& share) {
    if (share.lighter == 0) return recipeOfPot(plan, rack, paints[share.pot]);
    // A primer is no pot: what would be mixed with it is the other pot.
    if (paints[share.pot] == kPrimer) return recipeOfPot(plan, rack, paints[share.pot + 1]);
    if (paints[share.pot + 1] == kPrimer) return recipeOfPot(plan, rack, paints[share.pot]);
    if (paints[share.pot] == paints[share.pot + 1]) {
        return recipeOfPot(plan, rack, paints[share.pot]);
    }
    Recipe recipe;
    recipe.drops = {{paints[share.pot], share.darker}, {paints[share.pot + 1], share.lighter}};
    std::ranges::stable_sort(recipe.drops, std::greater<>{}, &Drops::drops);
    recipe.colour = colourOf(rack, recipe.drops);
    return recipe;
}

// Where a ladder does not reach as far as it is wanted to.
void remarkOnEnds(const Ladder& ladder, std::span<const Recipe> recipes,
                  std::vector<std::string>& remarks) {
    constexpr double kFarOff = 8.0;  // L*
    std::vector<std::size_t> bands;
    for (std::size_t b = 0; b < ladder.size(); ++b) {
        if (ladder[b].present) bands.push_back(b);
    }
    const double dark = recipes.front().colour.L - ladder[bands.front()].target.L;
    const double light = ladder[bands.back()].target.L - recipes.back().colour.L;
    if (dark > kFarOff) {
        remarks.push_back(fmt::format(
            "{} is wanted {:.0f} L* darker than its pot: a darker pot at that end would do it.",
            bandName(bands.front(), ladder.size()), dark));
    }
    if (light > kFarOff) {
        remarks.push_back(fmt::format(
            "{} is wanted {:.0f} L* lighter than its pot: a lighter pot at that end would do it.",
            bandName(bands.back(), ladder.size()), light));
    }
    for (std::size_t i = 1; i < recipes.size(); ++i) {
        const double rise = recipes[i].colour.L - recipes[i - 1].colour.L;
        const char* below = bandName(bands[i - 1], ladder.size());
        const char* here = bandName(bands[i], ladder.size());
        if (rise < -1.0) {
            remarks.push_back(fmt::format(
                "{} comes out darker than {}: change the order of the pots.", here, below));
        }
    }
}

// A pot as it may stand in a ladder.
struct Candidate {
    std::size_t paint = 0;
    Lab colour;
};

// What a set of three is asked for.
struct Taste {
    const char* name;
    double hue_weight;       // of CIEDE2000 against lightness alone
    double shadow_turn_deg;  // the shadow's hue is at least so far from the middle's
    double light_turn_deg;   // and the light's
};
constexpr std::array<Taste, 3> kTastes = {{{"quiet", 1.0, 0.0, 0.0},
                                           {"lively", 0.25, 45.0, 0.0},
                                           {"with an odd third", 0.15, 0.0, 60.0}}};

double hueAway(const Lab& a, const Lab& b) {
    const Lch first = lchFrom(a);
    const Lch second = lchFrom(b);
    if (std::min(first.C, second.C) < 6.0) return 0.0;  // greys have no hue to turn
    return std::abs(std::remainder(first.h_deg - second.h_deg, 360.0));
}

double missOf(const Taste& taste, const Lab& reached, const Lab& wanted) {
    const double light = std::abs(reached.L - wanted.L);
    return light + taste.hue_weight * ciede2000(reached, wanted);
}

std::vector<Candidate> candidatesOf(const Part& part, const MixingRack& rack) {
    std::vector<Candidate> candidates;
    for (std::size_t i = 0; i < rack.paints.size(); ++i) {
        const bool metallic = rack.paints[i].kind == PaintKind::Metallic;
        if (!covers(rack.paints[i], rack.films[i]) || rack.hiding[i] < 0.5) continue;
        if (metallic != (part.material == Material::MetallicPaint)) continue;
        candidates.push_back({i, colourOf(rack, std::array{Drops{i, 1}})});
    }
    return candidates;
}

std::string reasonFor(const MixingRack& rack, const Candidate& shadow, const Candidate& middle,
                      const Candidate& light, const Part& part) {
    const Lab local = labFrom(xyzFrom(linearFrom(part.local_colour)));
    return fmt::format(
        "{} ({}) is nearest to the colour of {}, {:.0f} off. {} ({}) makes the shadow, {} ({}) the "
        "light.",
        rack.paints[middle.paint].name, colourName(middle.colour), part.name,
        ciede2000(middle.colour, local), rack.paints[shadow.paint].name, colourName(shadow.colour),
        rack.paints[light.paint].name, colourName(light.colour));
}

struct Three {
    std::array<std::size_t, 3> of{};  // of the candidates
    double miss = 1e9;
};

Three bestThree(const Taste& taste, std::span<const Candidate> all, const Lab& dark,
                const Lab& middle, const Lab& light) {
    constexpr double kLeastGap = 8.0;  // L* between two pots
    // The middle carries the part's own colour, whatever the taste.
    constexpr double kMiddleOff = 5.0;  // CIEDE2000 more than the nearest pot
    double nearest = 1e9;
    for (const Candidate& pot : all) nearest = std::min(nearest, ciede2000(pot.colour, middle));
    Three best;
    for (std::size_t m = 0; m < all.size(); ++m) {
        if (ciede2000(all[m].colour, middle) > nearest + kMiddleOff) continue;
        const double of_middle =
            ciede2000(all[m].colour, middle) + missOf(taste, all[m].colour, middle);
        if (of_middle >= best.miss) continue;
        for (std::size_t s = 0; s < all.size(); ++s) {
            if (all[s].colour.L > all[m].colour.L - kLeastGap) continue;
            if (hueAway(all[s].colour, all[m].colour) < taste.shadow_turn_deg) continue;
            const double with_shadow = of_middle + missOf(taste, all[s].colour, dark);
            if (with_shadow >= best.miss) continue;
            for (std::size_t l = 0; l < all.size(); ++l) {
                if (all[l].colour.L < all[m].colour.L + kLeastGap) continue;
                if (hueAway(all[l].colour, all[m].colour) < taste.light_turn_deg) continue;
                const double miss = with_shadow + missOf(taste, all[l].colour, light);
                if (miss < best.miss) best = {{s, m, l}, miss};
            }
        }
    }
    return best;
}

// The darkest and the lightest pots of all, where the ladder goes on beyond three.
void addEnds(const MixingRack& rack, std::span<const Candidate> all, const Ladder& ladder,
             PotProposal& proposal) {
    constexpr double kBeyond = 10.0;  // L*
    const auto lightest =
        std::ranges::max_element(all, {}, [](const Candidate& c) { return c.colour.L; });
    const auto darkest =
        std::ranges::min_element(all, {}, [](const Candidate& c) { return c.colour.L; });
    const auto present = [](const Rung& rung) { return rung.present; };
    const Rung& deep = *std::ranges::find_if(ladder, present);
    const Rung& peak = *std::find_if(ladder.rbegin(), ladder.rend(), present);
    const auto lightnessOfPot = [&](const std::string& pot) {
        for (const Candidate& c : all) {
            if (rack.paints[c.paint].name == pot) return c.colour.L;
        }
        return 50.0;
    };
    std::vector<std::string>& pots = proposal.pots.pots;
    if (peak.target.L > lightnessOfPot(pots.back()) + kBeyond &&
        lightest->colour.L > lightnessOfPot(pots.back()) + kBeyond) {
        pots.push_back(rack.paints[lightest->paint].name);
        proposal.reason += fmt::format(" {} ends it, for the last lights.", pots.back());
    }
    if (deep.target.L < lightnessOfPot(pots.front()) - kBeyond &&
        darkest->colour.L < lightnessOfPot(pots.front()) - kBeyond) {
        pots.insert(pots.begin(), rack.paints[darkest->paint].name);
        proposal.reason +=
            fmt::format(" {} stands before it, for the deepest places.", pots.front());
    }
}

}  // namespace

PotRecipes recipesOfPots(const Plan& plan, const PotLadder& pots, const Ladder& ladder,
                         const MixingRack& rack) {
    PotRecipes found;
    for (const std::string& pot : pots.pots) {
        if (pot == kPrimerPot) {
            found.paints.push_back(kPrimer);
            continue;
        }
        const auto paint = std::ranges::find(rack.paints, pot, &Paint::name);
        if (paint == rack.paints.end() || !colours(*paint)) {
            return {{},
                    {},
                    {fmt::format("The pot \"{}\" is not in the rack: the program mixes this ladder "
                                 "until it is.",
                                 pot)}};
        }
        found.paints.push_back(static_cast<std::size_t>(paint - rack.paints.begin()));
    }
    const std::vector<Share> shares = sharesOf(pots, ladder.size());
    for (std::size_t b = 0; b < ladder.size(); ++b) {
        if (!ladder[b].present) continue;
        Recipe recipe = recipeOfShare(plan, rack, found.paints, shares[b]);
        recipe.difference = ciede2000(recipe.colour, ladder[b].target);
        recipe.worst = recipe.drops.empty() ? recipe.difference
                                            : worstOf(rack, recipe.drops, ladder[b].target);
        found.recipes.push_back(std::move(recipe));
    }
    std::erase(found.paints, kPrimer);
    if (!found.recipes.empty()) remarkOnEnds(ladder, found.recipes, found.remarks);
    return found;
}

std::vector<PotProposal> proposedPots(const Plan& /*plan*/, const Part& part, const Ladder& ladder,
                                      const MixingRack& rack) {
    std::vector<const Rung*> rungs;
    for (const Rung& rung : ladder) {
        if (rung.present) rungs.push_back(&rung);
    }
    std::vector<PotProposal> proposals;
    const std::vector<Candidate> all = candidatesOf(part, rack);
    if (rungs.empty() || all.size() < 3) return proposals;
    const Lab& dark = rungs.front()->target;
    const Lab& middle = rungs[rungs.size() / 2]->target;
    const Lab& light = rungs.back()->target;
    for (const Taste& taste : kTastes) {
        const Three three = bestThree(taste, all, dark, middle, light);
        if (three.miss >= 1e9) continue;
        PotProposal proposal;
        proposal.name = taste.name;
        for (const std::size_t i : three.of) {
            proposal.pots.pots.push_back(rack.paints[all[i].paint].name);
        }
        const bool known = std::ranges::any_of(
            proposals, [&](const PotProposal& other) { return other.pots == proposal.pots; });
        if (known) continue;
        proposal.reason =
            reasonFor(rack, all[three.of[0]], all[three.of[1]], all[three.of[2]], part);
        addEnds(rack, all, ladder, proposal);
        proposals.push_back(std::move(proposal));
    }
    return proposals;
}

}  // namespace glaukophos
