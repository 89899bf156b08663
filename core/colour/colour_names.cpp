// Hues are told apart in OKLab, whose blues stay blue as they grow lighter.
#include "core/colour/colour_names.h"

#include <algorithm>
#include <array>

#include "core/colour/oklab.h"

namespace glaukophos {
namespace {

constexpr double kGrey = 0.02;  // OKLab chroma below which no hue is seen

struct HueEntry {
    double up_to_deg;
    const char* name;
};
// Borders between the hues of well-known pigments; common practice, no source.
constexpr std::array<HueEntry, 13> kHues = {{{14.0, "cold red"},
                                             {42.0, "red"},
                                             {66.0, "orange"},
                                             {88.0, "orange-yellow"},
                                             {112.0, "yellow"},
                                             {132.0, "yellow-green"},
                                             {160.0, "green"},
                                             {212.0, "blue-green"},
                                             {278.0, "blue"},
                                             {298.0, "blue-violet"},
                                             {322.0, "violet"},
                                             {346.0, "red-violet"},
                                             {360.1, "cold red"}}};

std::string greyName(double lightness) {
    if (lightness < 18.0) return "black";
    if (lightness < 40.0) return "dark grey";
    if (lightness < 65.0) return "grey";
    return lightness < 88.0 ? "pale grey" : "white";
}

}  // namespace

const char* hueName(const Lab& colour) {
    const Oklch lch = oklchFrom(oklabFrom(xyzFrom(colour)));
    if (lch.C < kGrey) return "grey";
    const double hue = lch.h_deg < 0.0 ? lch.h_deg + 360.0 : lch.h_deg;
    const auto* const found =
        std::ranges::find_if(kHues, [&](const HueEntry& entry) { return hue < entry.up_to_deg; });
    return found == kHues.end() ? kHues.back().name : found->name;
}

std::string colourName(const Lab& colour) {
    const Oklch lch = oklchFrom(oklabFrom(xyzFrom(colour)));
    if (lch.C < kGrey) return greyName(colour.L);
    std::string name;
    if (colour.L < 32.0) name = "dark ";
    if (colour.L > 78.0) name = "pale ";
    if (lch.C < 0.06 && colour.L <= 78.0) name += "dull ";
    return name + hueName(colour);
}

}  // namespace glaukophos
