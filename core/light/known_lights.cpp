// Sorted from red to blue. Colour temperatures, so that Planck's colours stand for the light.
#include "core/light/known_lights.h"

#include <array>

namespace glaukophos {
namespace {

constexpr const char* kHandbook = "lighting handbooks, from memory";

constexpr std::array<KnownLight, 14> kLights = {{
    {"Embers, dull red", 1000.0, kHandbook},
    {"Molten glass or lava", 1450.0, "published eruption and furnace temperatures, from memory"},
    {"Wood fire, torch", 1700.0, kHandbook},
    {"Candle", 1900.0, kHandbook},
    {"Oil lamp", 2000.0, kHandbook},
    {"Gas light", 2200.0, kHandbook},
    {"Bulb, warm", 2700.0, kHandbook},
    {"Bulb, standard illuminant A", 2856.0, "CIE 15"},
    {"Arc or limelight", 3500.0, kHandbook},
    {"Moon, as measured", 4125.0,
     "S/P ratio table, CIE functions (the blue of night is the eye's)"},
    {"Noon sun, illuminant D50", 5003.0, "CIE 15"},
    {"Daylight, illuminant D65", 6504.0, "CIE 15"},
    {"Cloudy sky, illuminant D75", 7504.0, "CIE 15"},
    {"Clear blue sky", 11000.0, kHandbook},
}};

}  // namespace

std::span<const KnownLight> knownLights() { return kLights; }

}  // namespace glaukophos
