// Ranges, in the words of the interface.
#include "core/plan/colour_choices.h"

#include <cmath>

#include "core/base/within.h"

namespace glaukophos {
namespace {

bool isShare(double value) { return within(value, 0.0, 1.0); }

}  // namespace

const std::array<Primer, 5>& primers() {
    static const std::array<Primer, 5> entries = {{{"black", {0.11, 0.11, 0.115}},
                                                   {"grey", {0.5, 0.5, 0.5}},
                                                   {"off-white", {0.90, 0.89, 0.85}},
                                                   {"white", {0.96, 0.96, 0.96}},
                                                   {"brown", {0.30, 0.21, 0.16}}}};
    return entries;
}

std::string problemWith(const ColourChoices& colours) {
    if (!isShare(colours.adaptation)) return "Adaptation must lie between 0 and 1.";
    if (!isShare(colours.shading.strength)) {
        return "The strength of shading must lie between 0 and 1.";
    }
    const Night& night = colours.night;
    if (!isShare(night.licence) || !isShare(night.shadow_warmth) || !isShare(night.veil)) {
        return "The choices about the night must lie between 0 and 1.";
    }
    const GlowChoices& glow = colours.glow;
    if (!isShare(glow.dull) || !isShare(glow.whiteness) || !within(glow.darken, 0, 40)) {
        return "A glow may dull by 0 to 1 and darken by 0 to 40 L*.";
    }
    if (glow.shells < kFewestShells || glow.shells > kMostShells) {
        return "A glow has 3 to 6 shells.";
    }
    if (!within(glow.begins_at, 0.01, 0.9) || !isShare(glow.vivid) ||
        !within(glow.blend_mm, 0, 20)) {
        return "A glow begins at 0.01 to 0.9 of the light, is vivid by 0 to 1, and blends over 0 "
               "to 20 mm.";
    }
    if (colours.veils.size() > 200) return "There are more than 200 veils of hue.";
    for (const HueVeil& veil : colours.veils) {
        const bool sound = veil.point_mm.allFinite() && veil.normal.allFinite() &&
                           within(veil.radius_mm, 0.05, 200) && isShare(veil.strength);
        if (!sound) {
            return "A veil of hue needs a place, a radius of 0.05 to 200 mm and a strength of 0 "
                   "to 1.";
        }
    }
    return {};
}

std::string problemWith(const MixingChoices& mixing) {
    if (mixing.paints_a_part < 1 || mixing.paints_a_part > 6) {
        return "A part takes 1 to 6 paints.";
    }
    if (mixing.most_drops < 2 || mixing.most_drops > 30) return "A mix takes 2 to 30 drops.";
    if (mixing.bottles < 0 || mixing.bottles > 100) return "Take 0 to 100 bottles.";
    if (!within(mixing.thinner, 0, 20)) return "Take 0 to 20 parts of thinner.";
    if (!within(mixing.largest_step, 2, 100)) {
        return "The largest step must lie between 2 and 100.";
    }
    if (!within(mixing.lamp_K, 1500, 20000)) {
        return "The desk lamp must lie between 1500 and 20000 kelvin.";
    }
    return {};
}

}  // namespace glaukophos
