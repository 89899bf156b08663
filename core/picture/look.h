// What colour each point of the figure has in a picture: the overlays.
#pragma once

#include <array>
#include <optional>
#include <vector>

#include "core/plan/evaluate.h"

namespace glaukophos {

enum class Overlay { Bare, Parts, Reach, Values, Bands, Colours };

inline constexpr std::array<const char*, 6> kOverlayNames = {"bare",   "parts", "reach",
                                                             "values", "bands", "colours"};
std::optional<Overlay> overlayFromName(std::string_view name);

struct LookChoice {
    Overlay overlay = Overlay::Colours;
    std::size_t light = 0;  // for Reach: which entry of the plan
    bool in_steps = false;  // for Colours: the ladder's flat steps instead of smooth colour
};

// Linear RGB for every receiver of a figure, and what is drawn on top.
struct Look {
    std::vector<Vec3> colours;     // one entry a receiver; floor points hold factors on the ground
    std::vector<float> lightness;  // one entry a vertex; empty when nothing is sorted into bands
    BandBorders borders{};
    std::vector<std::array<Vec3, kBandCount>> band_colours;  // one entry a part; empty: smooth
    std::vector<bool> is_source;   // parts that are drawn as the light itself
    std::vector<Vec3> part_tints;  // over the clay, one entry a part; empty: none
    bool clay = false;             // shade by a studio light that turns with the viewer
    bool outlines = false;         // draw borders of bands and parts
};

// A tint that tells a part from its neighbours, linear RGB.
Vec3 partTint(std::size_t part);

Look lookOf(const Plan& plan, const Results& results, const LookChoice& choice);

}  // namespace glaukophos
