// Colours of things that glow, from the bright root to the dark tips.
#pragma once

#include <optional>

#include "core/base/vec.h"
#include "core/effect/shading.h"

namespace glaukophos {

enum class RampKind { AsLit, Fire, OneHue, Lava, Pool, LightningCore, LightningHalo };

// Where a thing that glows is brightest: where it comes out of the rest of the figure, in its
// recesses, in its middle, at its far ends, or at a place of its own.
enum class BrightestAt { Root, Depth, Middle, Rim, Place };
const std::array<ShadingEntry, 5>& brightestPlaces();  // in the order of BrightestAt

// Where the zones of colour end, as shares of the length from the brightest place: five zones, of
// which the last ends at 1.
using GlowZones = std::array<double, 4>;

struct GlowRamp {
    RampKind kind = RampKind::AsLit;
    Srgb colour{1.0, 0.6, 0.2};  // for OneHue
    BrightestAt brightest_at = BrightestAt::Root;
    Vec3 place_mm = Vec3::Zero();    // for BrightestAt::Place
    std::optional<GlowZones> zones;  // where they are not as usual
    bool operator==(const GlowRamp&) const = default;
};

// Fire: off-white to 5 %, yellow to 25, orange to 75, red to 90, dark tips; the others lighter,
// smaller (common practice, no source).
GlowZones zonesOf(const GlowRamp& ramp);

struct RampEntry {
    ShadingEntry words;
    const char* ratios = "";  // how the steps are mixed by hand: common practice, no source
};
const std::array<RampEntry, 7>& rampKinds();  // in the order of RampKind

// A ramp made ready: hue and chroma at any place, in the luminance that is asked for.
class RampColours {
  public:
    explicit RampColours(const GlowRamp& ramp);
    // `position` 0 tip or rim .. 1 root or core.
    [[nodiscard]] Xyz at(double position, double luminance) const;

  private:
    static constexpr int kSteps = 32;
    std::array<Xyz, kSteps + 1> m_colours;  // luminance 1
};

// Planck's temperature at a place of a flame: 700 K at the tips to 4500 K at the root. Most of the
// way is below 2000 K, since paint cannot outshine white: what is to look hot must be strong in hue
// long before it is pale.
double flameKelvin(double position);
// The place of a temperature, 0..1.
double flamePosition(double kelvin);

}  // namespace glaukophos
