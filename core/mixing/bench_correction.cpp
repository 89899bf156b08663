// Solved by halving: the lightness of a mix runs one way with the strength of one pot.
#include "core/mixing/bench_correction.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

namespace glaukophos {
namespace {

constexpr double kPlainlySeen = 5.0;  // L*
constexpr double kMostChange = 4.0;   // a pot is not that many times stronger than its label says

double lightnessOf(const MixingRack& rack, const Recipe& recipe, std::size_t paint, double times) {
    MixingRack changed;
    std::vector<Drops> drops;
    for (const Drops& entry : recipe.drops) {
        PaintFilm film = rack.films[entry.paint];
        if (entry.paint == paint) {
            film.absorption *= times;
            film.scattering *= times;
        }
        drops.push_back({changed.films.size(), entry.drops});
        add(changed, rack.paints[entry.paint], film);
    }
    return colourOf(changed, drops).L;
}

// How much is known of a pot: measured over nominal over nothing.
int knowledgeOf(const Paint& paint) {
    if (paint.swatch || !paint.spectrum.empty()) return 2;
    return paint.tint || !paint.pigment.empty() ? 1 : 0;
}

// The strength, relative to now, that makes the mix so light; the nearest there is.
double strengthFor(const MixingRack& rack, const Recipe& recipe, std::size_t paint, double wanted) {
    double low = 1.0 / kMostChange;
    double high = kMostChange;
    const bool falls =
        lightnessOf(rack, recipe, paint, high) < lightnessOf(rack, recipe, paint, low);
    for (int i = 0; i < 40; ++i) {
        const double middle = std::sqrt(low * high);
        const bool too_light = lightnessOf(rack, recipe, paint, middle) > wanted;
        (too_light == falls ? low : high) = middle;
    }
    return std::sqrt(low * high);
}

}  // namespace

std::size_t leastKnown(const MixingRack& rack, const Recipe& recipe) {
    std::size_t suspect = recipe.drops.front().paint;
    double most = -1.0;
    for (const Drops& entry : recipe.drops) {
        const double moved = std::abs(lightnessOf(rack, recipe, entry.paint, 1.2) -
                                      lightnessOf(rack, recipe, entry.paint, 1.0 / 1.2));
        // Little known counts for more than much moved.
        const double suspicion = 100.0 * (2 - knowledgeOf(rack.paints[entry.paint])) + moved;
        if (suspicion <= most) continue;
        most = suspicion;
        suspect = entry.paint;
    }
    return suspect;
}

std::optional<PotCorrection> correctionFor(const MixingRack& rack, const Recipe& recipe,
                                           CameOut came_out) {
    if (came_out == CameOut::AsSaid || recipe.drops.empty()) return std::nullopt;
    const double away = came_out == CameOut::Lighter ? kPlainlySeen : -kPlainlySeen;
    if (recipe.drops.size() == 1) {
        const std::size_t alone = recipe.drops.front().paint;
        PotCorrection correction{alone, rack.paints[alone]};
        Lab tone = labFrom(xyzFrom(linearFrom(correction.corrected.mass_tone)));
        tone.L = std::clamp(tone.L + away, 1.0, 99.0);
        correction.corrected.mass_tone = displayable(tone);
        correction.corrected.swatch.reset();
        correction.corrected.spectrum.clear();
        return correction;
    }
    const std::size_t paint = leastKnown(rack, recipe);
    PotCorrection correction{paint, rack.paints[paint]};
    const double times = strengthFor(rack, recipe, paint, recipe.colour.L + away);
    correction.corrected.corrected =
        std::clamp(std::round(100.0 * times * correction.corrected.corrected) / 100.0, 0.05, 20.0);
    return correction;
}

std::string inWords(const MixingRack& before, const PotCorrection& correction) {
    const Paint& paint = correction.corrected;
    if (before.paints[correction.paint].mass_tone == paint.mass_tone) {
        return fmt::format("{} now counts {:.2g} times as strong as its label says.", paint.name,
                           paint.corrected);
    }
    return fmt::format("{} is now taken to be {} when dry.", paint.name, hexFrom(paint.mass_tone));
}

}  // namespace glaukophos
