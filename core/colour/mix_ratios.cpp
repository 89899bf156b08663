#include "core/colour/mix_ratios.h"

#include <numeric>

namespace glaukophos {
namespace {

// Much of one paint and a touch of the others: pale colours of strong pigments ask for them. A
// touch is a tenth of a drop (see amounts.h), so that 20 to 1 is two drops and a touch.
void addTouches(int paints, int most_drops, std::vector<Ratio>& ratios) {
    if (most_drops < kTouchedFrom) return;
    constexpr std::array<std::array<int, 2>, 3> kTouches = {{{1, 1}, {2, 1}, {1, 2}}};
    for (const int much : {20, 30, 40, 60}) {
        for (int which = 0; which < paints; ++which) {
            for (const auto& touch : kTouches) {
                if (paints == 2 && touch != kTouches[0]) continue;
                Ratio ratio{};
                int next = 0;
                for (int i = 0; i < paints; ++i) {
                    const auto k = static_cast<std::size_t>(i);
                    ratio.at(k) = i == which ? much : touch.at(static_cast<std::size_t>(next++));
                }
                ratios.push_back(ratio);
            }
        }
    }
}

}  // namespace

std::vector<Ratio> ratiosOf(int paints, int most_drops) {
    std::vector<Ratio> ratios;
    if (paints == 1) return {{1, 0, 0}};
    for (int a = 1; a < most_drops; ++a) {
        for (int b = 1; a + b <= most_drops; ++b) {
            if (paints == 2) {
                if (std::gcd(a, b) == 1) ratios.push_back({a, b, 0});
                continue;
            }
            for (int c = 1; a + b + c <= most_drops; ++c) {
                if (std::gcd(std::gcd(a, b), c) == 1) ratios.push_back({a, b, c});
            }
        }
    }
    addTouches(paints, most_drops, ratios);
    return ratios;
}

}  // namespace glaukophos
