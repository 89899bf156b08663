// What every small group of paints can do for every colour is found once; then sets are compared.
#include "core/colour/palette.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <bit>
#include <cstdint>
#include <limits>

#include "core/colour/adaptation.h"
#include "core/colour/colour_difference.h"

namespace glaukophos {
namespace {

using Set = std::uint32_t;  // a bit a candidate

// Colours that are hardly told apart are wanted once, with the weight of all.
std::vector<WantedColour> toldApart(std::span<const WantedColour> wanted) {
    constexpr double kAlike = 1.0;  // CIEDE2000: just visible side by side
    std::vector<WantedColour> apart;
    for (const WantedColour& colour : wanted) {
        const auto same = std::ranges::find_if(apart, [&](const WantedColour& known) {
            return ciede2000(known.colour, colour.colour) < kAlike;
        });
        if (same == apart.end()) {
            apart.push_back(colour);
        } else {
            same->weight += colour.weight;
        }
    }
    return apart;
}

// The most wanted paints, at most `most`.
std::vector<std::size_t> candidatesFor(const MixingRack& rack, std::span<const WantedColour> wanted,
                                       const RecipeChoices& choices, std::size_t most) {
    std::vector<double> votes(rack.paints.size(), 0.0);
    for (const WantedColour& colour : wanted) {
        for (const Drops& drops : recipeFor(rack, colour.colour, choices).drops) {
            votes[drops.paint] += colour.weight * (2.0 + drops.drops);
        }
    }
    std::vector<std::size_t> order;
    for (std::size_t i = 0; i < votes.size(); ++i) {
        if (votes[i] > 0.0) order.push_back(i);
    }
    std::ranges::stable_sort(order, std::greater<>{}, [&](std::size_t i) { return votes[i]; });
    if (order.size() > most) order.resize(most);
    return order;
}

// Candidates that are mixed with each other, in a set of bits.
struct Group {
    Set set = 0;
    std::vector<double> misses;  // one entry a wanted colour: the least, with all or fewer of them
};

// The least misses of the groups that have one paint less.
std::vector<double> missesOfFewer(const std::vector<std::vector<double>>& of_sets, Set set,
                                  std::size_t wanted) {
    std::vector<double> least(wanted, 1e9);
    for (Set rest = set; rest != 0; rest &= rest - 1) {
        const std::vector<double>& fewer = of_sets[set & ~(rest & (~rest + 1))];
        for (std::size_t t = 0; t < fewer.size(); ++t) least[t] = std::min(least[t], fewer[t]);
    }
    return least;
}

// All groups of one to three candidates.
std::vector<Group> groupsOf(const MixingRack& rack, std::span<const std::size_t> candidates,
                            std::span<const WantedColour> wanted, const RecipeChoices& choices) {
    const Set all = Set{1} << candidates.size();
    std::vector<std::vector<double>> of_sets(all);
    const auto mixSet = [&](Set set) {
        std::vector<double> misses = missesOfFewer(of_sets, set, wanted.size());
        std::vector<std::size_t> paints;
        for (std::size_t i = 0; i < candidates.size(); ++i) {
            if ((set >> i & 1U) != 0) paints.push_back(candidates[i]);
        }
        forMixes(paints, choices.most_drops, [&](std::span<const Drops> drops) {
            const Lab colour = colourOf(rack, drops);
            for (std::size_t t = 0; t < wanted.size(); ++t) {
                misses[t] = ciede2000Below(misses[t], colour, wanted[t].colour).value_or(misses[t]);
            }
        });
        of_sets[set] = std::move(misses);
    };
    for (int paints = 1; paints <= choices.most_paints; ++paints) {
        tbb::parallel_for(Set{1}, all, [&](Set set) {
            if (std::popcount(set) == paints) mixSet(set);
        });
    }
    std::vector<Group> groups;
    for (Set set = 1; set < all; ++set) {
        if (!of_sets[set].empty()) groups.push_back({set, std::move(of_sets[set])});
    }
    return groups;
}

double missOf(const std::vector<Group>& groups, std::span<const WantedColour> wanted, Set set) {
    std::vector<double> least(wanted.size(), 1e9);
    for (const Group& group : groups) {
        if ((group.set & set) != group.set) continue;
        for (std::size_t t = 0; t < wanted.size(); ++t) {
            least[t] = std::min(least[t], group.misses[t]);
        }
    }
    double miss = 0.0;
    // Squared, so that no single colour is given up for the sake of the others.
    for (std::size_t t = 0; t < wanted.size(); ++t) miss += wanted[t].weight * least[t] * least[t];
    return miss;
}

// Starts from all candidates and lays aside the one that is missed least, again and again.
Set laidAside(const std::vector<Group>& groups, std::span<const WantedColour> wanted,
              std::size_t candidates, std::size_t bottles) {
    Set kept = (Set{1} << candidates) - 1;
    while (static_cast<std::size_t>(std::popcount(kept)) > bottles) {
        Set best = 0;
        double least = std::numeric_limits<double>::max();
        for (std::size_t i = 0; i < candidates; ++i) {
            const Set without = kept & ~(Set{1} << i);
            if (without == kept) continue;
            const double miss = missOf(groups, wanted, without);
            if (miss >= least) continue;
            least = miss;
            best = without;
        }
        kept = best;
    }
    return kept;
}

// Exchanges one bottle for another as long as that helps.
Set improved(const std::vector<Group>& groups, std::span<const WantedColour> wanted,
             std::size_t candidates, Set kept) {
    double least = missOf(groups, wanted, kept);
    for (bool better = true; better;) {
        better = false;
        for (std::size_t out = 0; out < candidates; ++out) {
            for (std::size_t in = 0; in < candidates; ++in) {
                const Set out_bit = Set{1} << out;
                const Set in_bit = Set{1} << in;
                if ((kept & out_bit) == 0 || (kept & in_bit) != 0) continue;
                const Set exchanged = (kept & ~out_bit) | in_bit;
                const double miss = missOf(groups, wanted, exchanged);
                if (miss >= least) continue;
                least = miss;
                kept = exchanged;
                better = true;
            }
        }
    }
    return kept;
}

Lab seenUnder(const Reflectance& reflectance, double lamp_K) {
    const LightSpectrum lamp = planck(lamp_K);
    const Xyz seen = reflected(lamp, reflectance);
    return labFrom(Xyz{adaptationFrom(colourOf(lamp), 1.0) * seen.xyz});
}

}  // namespace

std::vector<std::size_t> paletteFor(const MixingRack& rack, std::span<const WantedColour> all,
                                    int bottles, const RecipeChoices& choices) {
    constexpr std::size_t kMostCandidates = 14;
    const std::vector<WantedColour> wanted = toldApart(all);
    std::vector<std::size_t> candidates = candidatesFor(rack, wanted, choices, kMostCandidates);
    const auto wanted_bottles = static_cast<std::size_t>(std::max(bottles, 1));
    if (candidates.size() > wanted_bottles) {
        const std::vector<Group> groups = groupsOf(rack, candidates, wanted, choices);
        const Set kept = improved(groups, wanted, candidates.size(),
                                  laidAside(groups, wanted, candidates.size(), wanted_bottles));
        std::vector<std::size_t> chosen;
        for (std::size_t i = 0; i < candidates.size(); ++i) {
            if ((kept >> i & 1U) != 0) chosen.push_back(candidates[i]);
        }
        candidates = std::move(chosen);
    }
    std::ranges::sort(candidates);
    return candidates;
}

std::optional<Help> paintThatHelps(const MixingRack& rack, const Lab& target, const Recipe& nearest,
                                   const RecipeChoices& choices) {
    std::optional<Help> best;
    for (const Paint& paint : genericRack()) {
        const bool owned = std::ranges::any_of(rack.paints, [&](const Paint& own) {
            return own.mass_tone == paint.mass_tone || own.name == paint.name;
        });
        if (owned) continue;
        MixingRack few;
        for (const Drops& drops : nearest.drops) {
            add(few, rack.paints[drops.paint], rack.films[drops.paint]);
        }
        add(few, paint, filmOf(paint));
        const double difference = recipeFor(few, target, choices).difference;
        if (!best || difference < best->difference) best = Help{paint, difference};
    }
    const bool helps = best && best->difference < 0.75 * nearest.difference &&
                       best->difference < nearest.difference - 1.0;
    return helps ? best : std::nullopt;
}

Lab targetUnder(const Lab& target, double lamp_K) {
    return seenUnder(reflectanceOf(displayable(target)), lamp_K);
}

Lab mixUnder(const MixingRack& rack, const Recipe& recipe, double lamp_K) {
    return seenUnder(reflectanceOf(rack, recipe.drops), lamp_K);
}

double differenceUnder(const MixingRack& rack, const Lab& target, const Recipe& recipe,
                       double lamp_K) {
    return ciede2000(targetUnder(target, lamp_K), mixUnder(rack, recipe, lamp_K));
}

}  // namespace glaukophos
