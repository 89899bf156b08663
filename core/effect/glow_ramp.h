// Colours of things that glow, from the bright root to the dark tips.
#pragma once

#include "core/effect/shading.h"

namespace glaukophos {

enum class RampKind { AsLit, Fire, OneHue, Lava, Pool, LightningCore, LightningHalo };

struct GlowRamp {
    RampKind kind = RampKind::AsLit;
    Srgb colour{1.0, 0.6, 0.2};  // for OneHue
    bool operator==(const GlowRamp&) const = default;
};

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

// Planck's temperature at a place of a flame: 1000 K at the tips to 4500 K at the root. Most of the
// way is below 2000 K, since paint cannot outshine white: what is to look hot must be strong in hue
// long before it is pale.
double flameKelvin(double position);
// The place of a temperature, 0..1.
double flamePosition(double kelvin);

}  // namespace glaukophos
