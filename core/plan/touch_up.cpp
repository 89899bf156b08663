#include "core/plan/touch_up.h"

#include <fmt/format.h>

#include "core/base/within.h"

namespace glaukophos {
namespace {

// Common practice, no source. In the order of Fault.
constexpr std::array<const char*, 10> kCures = {
    "One thin layer of the band's own mix, its edges drawn out with a damp brush. If it is still "
    "light when dry, a second.",
    "The band's own mix, thin, from the middle of the place outwards; stop when it meets the band "
    "above.",
    "A glaze of the band's own mix over the place. What is warm by one pigment is not cured by its "
    "opposite: that only greys it.",
    "A glaze of the band's own mix over the place, and let it dry before you judge: cold shows "
    "more "
    "when wet.",
    "A thin layer of the band's own mix, which is greyer than what stands there now.",
    "A glaze of the band's own mix; two rather than one heavy.",
    "Draw the border again with the lighter mix, hardly thinned, and the edge of a small brush; "
    "then the darker one against it.",
    "A glaze of the lighter mix across the border, drawn into the darker side.",
    "Lay the mix of the band below back over its rim, until what is left is smaller than the band "
    "below.",
    "A glaze of the band below over the reflection, or one coat more on the source: the source has "
    "to stay the lightest.",
};

}  // namespace

const char* cureFor(Fault fault) { return kCures.at(static_cast<std::size_t>(fault)); }

std::string problemWith(const std::vector<TouchUp>& touch_ups) {
    if (touch_ups.size() > kMostTouchUps) {
        return fmt::format("A plan keeps up to {} touch-ups.", kMostTouchUps);
    }
    for (const TouchUp& each : touch_ups) {
        if (each.band < 0 || each.band > 8 || !within(each.by, 0.0, 500.0) ||
            !within(each.area_mm2, 0.0, 1e9)) {
            return "A touch-up names a band from 1 to 9, by how much it is off, and an area.";
        }
    }
    return "";
}

}  // namespace glaukophos
