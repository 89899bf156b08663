// Sentences for painters, and what is sound.
#include "core/plan/underpainting.h"

#include "core/base/within.h"

namespace glaukophos {

const std::array<ShadingEntry, 3>& sprayTimes() {
    static const std::array<ShadingEntry, 3> entries = {{
        {"Before all parts", "before", "It is what the parts are painted on."},
        {"Between layers and edges", "between",
         "Over the layers of all parts; edges and lines go over it."},
        {"Last", "last", "Over layers and edges; glows, metals and eyes come after it."},
    }};
    return entries;
}

const std::array<SprayStart, 4>& sprayStarts() {
    static const std::array<SprayStart, 4> starts = {{
        {"Shadow all over", "The shadow colour, from all sides", {"Indanthrone blue", 90.0, 1.0}},
        {"Middle from above", "A warmer middle, from above", {"Pyrrole red", 50.0, 0.25}},
        {"Light from straight above",
         "A mist, from straight above",
         {"Titanium white", 22.0, 0.06}},
        {"A cold dark from below",
         "What faces the ground goes down, when the layers are on",
         {"Indanthrone blue", 40.0, 0.12, {12.0, -90.0}, 90.0, 8.0, SprayTime::Last}},
    }};
    return starts;
}

const std::array<ShadingEntry, 5>& filterShapes() {
    static const std::array<ShadingEntry, 5> entries = {{
        {"The same everywhere", "even", "One even coat."},
        {"More above", "above", "Thickest at the top of the figure, gone at its foot."},
        {"More below", "below", "Thickest at the foot of the figure, gone at its top."},
        {"What faces up", "facing-up", "As if it were sprayed from above."},
        {"What faces down", "facing-down", "As if it were sprayed from below."},
    }};
    return entries;
}

std::string problemWith(const Underpainting& under) {
    if (under.coats.size() > kMostSprays) return "There are more than 6 sprays.";
    for (const UnderCoat& coat : under.coats) {
        if (!within(coat.spread_deg, 10, 90) || !within(coat.thickness, 0, 2)) {
            return "A spray spreads 10 to 90 degrees and is 0 to 2 coats thick.";
        }
        if (!within(coat.from.hour, 0, 12) || !within(coat.from.height_deg, -90, 90)) {
            return "A spray comes from an hour of 0 to 12 and from -90 to 90 degrees up.";
        }
        if (!within(coat.distance_mm, 20, 600) || !within(coat.thinner, 0, 20)) {
            return "A nozzle stands 20 to 600 mm away and takes 0 to 20 parts of thinner.";
        }
    }
    if (!within(under.filter_thickness, 0, 4)) return "A filter is 0 to 4 coats thick.";
    return {};
}

double pressureInBar(const UnderCoat& coat) {
    if (coat.distance_mm < 60.0) return 1.0;
    return coat.thinner > 4.0 ? 1.3 : 1.7;
}

}  // namespace glaukophos
