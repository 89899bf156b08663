// Proportions are never changed, only how they are counted.
#include "core/colour/amounts.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

namespace glaukophos {
namespace {

constexpr int kTouched = 20;  // from so many parts of one paint on the others are touches

std::vector<Amount> scaled(const Recipe& recipe, int times, bool in_touches) {
    std::vector<Amount> amounts;
    for (const Drops& entry : recipe.drops) {
        const int count = entry.drops * times;
        const bool whole = in_touches && count >= kTouchesADrop && count % kTouchesADrop == 0;
        amounts.push_back(
            {entry.paint, whole ? count / kTouchesADrop : count, in_touches && !whole});
    }
    return amounts;
}

}  // namespace

std::vector<Amount> amountsOf(const Recipe& recipe, double needed_drops) {
    if (recipe.drops.empty()) return {};
    int all = 0;
    for (const Drops& entry : recipe.drops) all += entry.drops;
    const int most = recipe.drops.front().drops;
    if (most >= kTouched && recipe.drops.size() > 1) {
        // Drops of the one, touches of the others.
        return scaled(recipe, 1, true);
    }
    constexpr double kEnough = 0.12;  // of a batch: of less, most would be thrown away
    if (needed_drops >= kEnough * all) return scaled(recipe, 1, false);
    const double touches = needed_drops * kTouchesADrop / all;
    return scaled(recipe, std::max(1, static_cast<int>(std::ceil(touches - 1e-9))), true);
}

double dropsIn(const std::vector<Amount>& amounts) {
    double drops = 0.0;
    for (const Amount& amount : amounts) {
        drops += amount.touches ? static_cast<double>(amount.count) / kTouchesADrop : amount.count;
    }
    return drops;
}

std::string inWords(const MixingRack& rack, const std::vector<Amount>& amounts) {
    std::string words;
    for (const Amount& amount : amounts) {
        const char* unit = amount.touches ? (amount.count == 1 ? "touch" : "touches")
                                          : (amount.count == 1 ? "drop" : "drops");
        words += fmt::format("{}{} {} {}", words.empty() ? "" : ", ", amount.count, unit,
                             rack.paints[amount.paint].name);
    }
    return words;
}

std::string inWords(const MixingRack& rack, const Recipe& recipe) {
    return inWords(rack, amountsOf(recipe, std::numeric_limits<double>::max()));
}

}  // namespace glaukophos
