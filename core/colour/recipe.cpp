// Ratios are tried, not solved for: whole drops leave few of them.
#include "core/colour/recipe.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <array>
#include <bit>
#include <limits>

#include "core/colour/colour_difference.h"
#include "core/colour/mix_ratios.h"

namespace glaukophos {
namespace {

struct Candidate {
    std::array<std::size_t, 3> paints{};
    int count = 0;
    Ratio ratio{};
    double cost = std::numeric_limits<double>::max();
    double difference = 0.0;
    Lab colour{};
};

std::vector<Drops> dropsOf(const Candidate& candidate) {
    std::vector<Drops> drops;
    for (int i = 0; i < candidate.count; ++i) {
        const auto k = static_cast<std::size_t>(i);
        drops.push_back({candidate.paints[k], candidate.ratio[k]});
    }
    std::ranges::stable_sort(drops, std::greater<>{}, &Drops::drops);
    return drops;
}

Lab colourOf(const MixingRack& rack, const Candidate& candidate) {
    std::array<Drops, 3> drops;
    for (std::size_t i = 0; i < drops.size(); ++i) {
        drops.at(i) = {candidate.paints.at(i), candidate.ratio.at(i)};
    }
    return colourOf(rack, std::span(drops).first(static_cast<std::size_t>(candidate.count)));
}

// The candidate's paints in all ratios of the list.
MixColours::Colours coloursOf(const MixingRack& rack, Candidate candidate, const RatioList& list) {
    PaintGroup group;
    group.ratios = list.name;
    for (int i = 0; i < candidate.count; ++i) {
        const auto k = static_cast<std::size_t>(i);
        group.paints.at(k) = static_cast<std::uint32_t>(candidate.paints.at(k));
    }
    return rack.colours->of(group, [&] {
        std::vector<Lab> colours;
        colours.reserve(list.ratios.size());
        for (const Ratio& ratio : list.ratios) {
            candidate.ratio = ratio;
            colours.push_back(colourOf(rack, candidate));
        }
        return colours;
    });
}

// Cost and difference of a mix whose `colour` is known; false, and neither, where it cannot cost
// less than `least`.
bool costsLess(Candidate& candidate, const MixingRack& rack, const Lab& target,
               const RecipeChoices& choices, double least) {
    int drops = 0;
    double hiding = 0.0;
    for (int i = 0; i < candidate.count; ++i) {
        const auto k = static_cast<std::size_t>(i);
        drops += candidate.ratio.at(k);
        hiding += candidate.ratio.at(k) * rack.hiding[candidate.paints.at(k)];
    }
    const double besides = choices.per_paint * (candidate.count - 1) +
                           choices.per_drop * (std::min(drops, choices.most_drops) - 1) +
                           choices.per_transparency * (1.0 - hiding / drops);
    const bool pot = candidate.count == 1;
    // A pot may cost less than its difference.
    const double limit = pot ? std::numeric_limits<double>::infinity() : least - besides;
    const auto difference = ciede2000Below(limit, candidate.colour, target);
    if (!difference) return false;
    candidate.difference = *difference;
    candidate.cost = candidate.difference + besides;
    if (pot && candidate.difference <= choices.alone) {
        candidate.cost = 1e-3 * candidate.difference;  // nothing is simpler than a pot
    }
    return candidate.cost < least;
}

class Mixer {
  public:
    Mixer(const MixingRack& rack, const Lab& target, const RecipeChoices& choices)
        : m_rack(rack), m_target(target), m_choices(choices) {}

    // A paint alone.
    [[nodiscard]] Candidate single(std::size_t paint) const {
        Candidate candidate{{paint, 0, 0}, 1, {1, 0, 0}};
        candidate.colour = colourOf(m_rack, candidate);
        costsLess(candidate, m_rack, m_target, m_choices, std::numeric_limits<double>::infinity());
        return candidate;
    }

    // The best of the given ratios, if it costs less than `best`; that otherwise.
    [[nodiscard]] Candidate bestRatio(Candidate candidate, const RatioList& list,
                                      Candidate best) const {
        const int most = m_choices.most_drops < kTouchedFrom ? m_choices.most_drops : kMostTouched;
        const MixColours::Colours colours = coloursOf(m_rack, candidate, list);
        for (std::size_t i = 0; i < list.ratios.size(); ++i) {
            const Ratio& ratio = list.ratios[i];
            if (ratio[0] + ratio[1] + ratio[2] > most) continue;
            candidate.ratio = ratio;
            candidate.colour = (*colours)[i];
            if (costsLess(candidate, m_rack, m_target, m_choices, best.cost)) best = candidate;
        }
        return best;
    }

    // The cheapest `keep` of the groups by a few ratios, then the best ratio of each of those.
    [[nodiscard]] std::vector<Candidate> search(std::vector<Candidate> groups, const RatioList& few,
                                                const RatioList& all, std::size_t keep) const {
        tbb::parallel_for(std::size_t{0}, groups.size(),
                          [&](std::size_t i) { groups[i] = bestRatio(groups[i], few, {}); });
        keep = std::min(keep, groups.size());
        std::ranges::stable_sort(groups, {}, &Candidate::cost);
        groups.resize(keep);
        tbb::parallel_for(std::size_t{0}, groups.size(),
                          [&](std::size_t i) { groups[i] = bestRatio(groups[i], all, groups[i]); });
        std::ranges::stable_sort(groups, {}, &Candidate::cost);
        return groups;
    }

  private:
    const MixingRack& m_rack;
    const Lab& m_target;
    const RecipeChoices& m_choices;
};

// Paints that the colours would take on their own are the ones worth sharing; those that are asked
// for most come first.
std::vector<std::size_t> worthSharing(const MixingRack& rack, std::span<const Lab> targets,
                                      const RecipeChoices& choices,
                                      std::span<const std::size_t> allowed) {
    constexpr std::size_t kMostCandidates = 9;
    std::vector<int> votes(rack.paints.size(), 0);
    for (const Lab& target : targets) {
        for (const Drops& drops : recipeFor(rack, target, choices, allowed).drops) {
            votes[drops.paint] += 2 + std::min(drops.drops, 2);
        }
    }
    std::vector<std::size_t> candidates;
    for (std::size_t i = 0; i < votes.size(); ++i) {
        if (votes[i] > 0) candidates.push_back(i);
    }
    std::ranges::stable_sort(candidates, std::greater<>{}, [&](std::size_t i) { return votes[i]; });
    if (candidates.size() > kMostCandidates) candidates.resize(kMostCandidates);
    return candidates;
}

// The candidates in a set of at most three bits.
Candidate groupOf(std::span<const std::size_t> candidates, std::size_t set) {
    Candidate group;
    for (std::size_t i = 0; i < candidates.size(); ++i) {
        if ((set >> i & 1U) == 0) continue;
        group.paints[static_cast<std::size_t>(group.count++)] = candidates[i];
    }
    return group;
}

// The cheapest mix of any paints of a set. `of_sets` has one entry a set.
const Candidate& cheapestWithin(const std::vector<Candidate>& of_sets, std::size_t set) {
    std::size_t best = set;
    for (std::size_t part = set; part > 0; part = (part - 1) & set) {
        if (of_sets[part].cost < of_sets[best].cost) best = part;
    }
    return of_sets[best];
}

// Lists of all ratios are named after the most drops, those of a few by 0.
const RatioList kFewPairs = {0, {{1, 1, 0}, {3, 1, 0}, {1, 3, 0}, {9, 1, 0}, {1, 9, 0}}};
const RatioList kFewTriples = {
    0, {{1, 1, 1}, {4, 1, 1}, {1, 4, 1}, {1, 1, 4}, {4, 4, 1}, {4, 1, 4}, {1, 4, 4}}};
RatioList allRatios(int paints, int most_drops) {
    return {most_drops, ratiosOf(paints, most_drops)};
}
constexpr std::size_t kKeptPairs = 60;
constexpr std::size_t kWidenedPairs = 12;
constexpr std::size_t kKeptTriples = 24;

std::vector<std::size_t> usable(const MixingRack& rack, std::span<const std::size_t> allowed) {
    std::vector<std::size_t> paints;
    for (std::size_t i = 0; i < rack.paints.size(); ++i) {
        const bool named = std::ranges::find(allowed, i) != allowed.end();
        const bool chosen = allowed.empty() ? rack.paints[i].kind != PaintKind::Metallic : named;
        if (chosen && covers(rack.paints[i], rack.films[i])) paints.push_back(i);
    }
    return paints;
}

// Of near-equal mixes the one that bears a sloppy drop best.
Recipe sturdiest(const MixingRack& rack, const Lab& target, const RecipeChoices& choices,
                 const Candidate& best, std::span<const Candidate> singles,
                 std::span<const Candidate> pairs, std::span<const Candidate> triples) {
    constexpr double kNear = 1.0;  // of cost
    constexpr std::size_t kTried = 12;
    Recipe chosen{dropsOf(best), best.colour, best.difference,
                  worstOf(rack, dropsOf(best), target)};
    double least = best.cost + choices.per_slip * chosen.worst;
    const auto tryAll = [&](std::span<const Candidate> candidates) {
        std::size_t tried = 0;
        for (const Candidate& candidate : candidates) {
            if (candidate.cost > best.cost + kNear) continue;
            if (++tried > kTried) return;
            const double worst = worstOf(rack, dropsOf(candidate), target);
            const double cost = candidate.cost + choices.per_slip * worst;
            if (cost >= least) continue;
            least = cost;
            chosen = {dropsOf(candidate), candidate.colour, candidate.difference, worst};
        }
    };
    tryAll(singles);
    tryAll(pairs);
    tryAll(triples);
    return chosen;
}

}  // namespace

MixingRack mixingRack(const std::vector<Paint>& paints) {
    MixingRack rack;
    for (const Paint& paint : paints) add(rack, paint, filmOf(paint));
    return rack;
}

void add(MixingRack& rack, const Paint& paint, const PaintFilm& film) {
    rack.paints.push_back(paint);
    rack.films.push_back(film);
    rack.hiding.push_back(contrastRatio(film, 1.0, daylight()));
    rack.colours = std::make_shared<MixColours>();
}

PaintFilm filmOf(const MixingRack& rack, std::span<const Drops> drops) {
    PaintFilm film;
    film.coat = 0.0;
    int all = 0;
    for (const Drops& entry : drops) {
        film.coat += entry.drops * rack.films[entry.paint].coat;
        film.absorption += entry.drops * rack.films[entry.paint].absorption;
        film.scattering += entry.drops * rack.films[entry.paint].scattering;
        all += entry.drops;
    }
    film.absorption /= std::max(all, 1);
    film.scattering /= std::max(all, 1);
    film.coat = all > 0 ? film.coat / all : 1.0;
    return film;
}

Reflectance reflectanceOf(const MixingRack& rack, std::span<const Drops> drops) {
    const PaintFilm film = filmOf(rack, drops);
    // Thick: 1 / (1 + q + sqrt(q^2 + 2q)), see thickReflectance.
    const Spectrum q = film.absorption / film.scattering.max(1e-12);
    return {(1.0 + q + (q * q + 2.0 * q).sqrt()).inverse()};
}

Lab colourOf(const MixingRack& rack, std::span<const Drops> drops) {
    static const LightSpectrum light = daylight();
    return labFrom(reflected(light, reflectanceOf(rack, drops)));
}

double worstOf(const MixingRack& rack, std::span<const Drops> drops, const Lab& target) {
    static const LightSpectrum light = daylight();
    double worst = 0.0;
    for (std::size_t slipped = 0; slipped < drops.size(); ++slipped) {
        for (const double amount : {0.8, 1.2}) {
            PaintFilm film;
            for (std::size_t i = 0; i < drops.size(); ++i) {
                const double parts = drops[i].drops * (i == slipped ? amount : 1.0);
                film.absorption += parts * rack.films[drops[i].paint].absorption;
                film.scattering += parts * rack.films[drops[i].paint].scattering;
            }
            Reflectance thick;
            for (int band = 0; band < kBands; ++band) {
                thick.share[band] = thickReflectance(film.absorption[band] /
                                                     std::max(film.scattering[band], 1e-12));
            }
            worst = std::max(worst, ciede2000(labFrom(reflected(light, thick)), target));
        }
        if (drops.size() == 1) break;  // a paint alone is what it is
    }
    return worst;
}

void forMixes(std::span<const std::size_t> paints, int most_drops,
              const std::function<void(std::span<const Drops>)>& use) {
    std::array<Drops, 3> drops;
    for (const Ratio& ratio : ratiosOf(static_cast<int>(paints.size()), most_drops)) {
        for (std::size_t i = 0; i < paints.size(); ++i) drops.at(i) = {paints[i], ratio.at(i)};
        use(std::span(drops).first(paints.size()));
    }
}

Recipe recipeFor(const MixingRack& rack, const Lab& target, const RecipeChoices& choices,
                 std::span<const std::size_t> allowed) {
    const std::vector<std::size_t> paints = usable(rack, allowed);
    const Mixer mixer(rack, target, choices);
    std::vector<Candidate> singles;
    singles.reserve(paints.size());
    for (const std::size_t paint : paints) {
        singles.push_back(mixer.single(paint));
    }
    if (singles.empty()) return {};
    Candidate best = *std::ranges::min_element(singles, {}, &Candidate::cost);

    std::vector<Candidate> pairs;
    std::vector<Candidate> triples;
    if (choices.most_paints >= 2) {
        for (std::size_t i = 0; i < paints.size(); ++i) {
            for (std::size_t j = i + 1; j < paints.size(); ++j) {
                pairs.push_back({{paints[i], paints[j], 0}, 2, {}});
            }
        }
        pairs =
            mixer.search(std::move(pairs), kFewPairs, allRatios(2, choices.most_drops), kKeptPairs);
        if (!pairs.empty() && pairs.front().cost < best.cost) best = pairs.front();
    }
    if (choices.most_paints >= 3) {
        for (std::size_t p = 0; p < std::min(kWidenedPairs, pairs.size()); ++p) {
            for (const std::size_t third : paints) {
                const auto& pair = pairs[p].paints;
                if (third == pair[0] || third == pair[1]) continue;
                triples.push_back({{pair[0], pair[1], third}, 3, {}});
            }
        }
        triples = mixer.search(std::move(triples), kFewTriples, allRatios(3, choices.most_drops),
                               kKeptTriples);
        if (!triples.empty() && triples.front().cost < best.cost) best = triples.front();
    }
    return sturdiest(rack, target, choices, best, singles, pairs, triples);
}

LadderRecipes recipesFor(const MixingRack& rack, std::span<const Lab> targets, int most_paints,
                         const RecipeChoices& choices, std::span<const std::size_t> allowed) {
    const std::vector<std::size_t> candidates = worthSharing(rack, targets, choices, allowed);
    // best[target][set]: the cheapest mix of exactly the candidates in a set of up to three, where
    // that costs less than any of fewer.
    const std::size_t sets = std::size_t{1} << candidates.size();
    std::vector<std::vector<Candidate>> best(targets.size(), std::vector<Candidate>(sets));
    const auto mixSet = [&](std::size_t set, const RatioList& list) {
        Candidate group = groupOf(candidates, set);
        const MixColours::Colours colours = coloursOf(rack, group, list);
        std::vector<double> least;  // what fewer of the paints can do
        least.reserve(targets.size());
        for (const std::vector<Candidate>& of_target : best) {
            least.push_back(cheapestWithin(of_target, set).cost);
        }
        for (std::size_t i = 0; i < list.ratios.size(); ++i) {
            group.ratio = list.ratios[i];
            group.colour = (*colours)[i];
            for (std::size_t t = 0; t < targets.size(); ++t) {
                if (!costsLess(group, rack, targets[t], choices, least[t])) continue;
                best[t][set] = group;
                least[t] = group.cost;
            }
        }
    };
    for (int paints = 1; paints <= std::min(3, choices.most_paints); ++paints) {
        const RatioList list = allRatios(paints, choices.most_drops);
        tbb::parallel_for(std::size_t{1}, sets, [&](std::size_t set) {
            if (std::popcount(set) == paints) mixSet(set, list);
        });
    }
    LadderRecipes chosen;
    double least = std::numeric_limits<double>::max();
    const int size = std::min(most_paints, static_cast<int>(candidates.size()));
    for (std::size_t set = 1; set < sets; ++set) {
        if (std::popcount(set) != size) continue;  // a larger set is never worse
        double cost = 0.0;
        LadderRecipes tried;
        for (const std::vector<Candidate>& of_target : best) {
            const Candidate& mix = cheapestWithin(of_target, set);
            cost += mix.difference;
            tried.recipes.push_back({dropsOf(mix), mix.colour, mix.difference, 0.0});
        }
        if (cost >= least) continue;
        least = cost;
        for (std::size_t i = 0; i < candidates.size(); ++i) {
            if ((set >> i & 1U) != 0) tried.paints.push_back(candidates[i]);
        }
        chosen = std::move(tried);
    }
    for (std::size_t t = 0; t < chosen.recipes.size(); ++t) {
        chosen.recipes[t].worst = worstOf(rack, chosen.recipes[t].drops, targets[t]);
    }
    return chosen;
}

}  // namespace glaukophos
