// What the painter decides about the work: how layers follow each other, and when. Plain data.
#pragma once

#include <array>
#include <string>
#include <vector>

#include "core/effect/shading.h"
#include "core/plan/touch_up.h"

namespace glaukophos {

// How the layers of a part follow each other.
enum class BuildUp { DarkToLight, MiddleFirst, GreysFirst, Hatched, LightToDark, LightsFirst };
// What is done about the borders between layers.
enum class Blending { AsNeeded, GlazedBothWays, Smoothed, Flat };
// How a glow is laid over what is painted.
enum class GlowBuildUp { ThinColour, WhiteFirst, Airbrush, Touches };
// In which order parts are painted.
enum class PartOrder { FocusFirst, InsideOut };

// What is done to recesses beyond what the light does.
enum class Recesses { AsLit, Washed, Lined };

// In the order of the enumerations; each says when people choose it and what it costs.
const std::array<ShadingEntry, 6>& buildUps();
const std::array<ShadingEntry, 4>& blendings();
const std::array<ShadingEntry, 4>& glowBuildUps();
const std::array<ShadingEntry, 2>& partOrders();
const std::array<ShadingEntry, 3>& recessWays();

// The painter moved a step: it comes straight after another one. Both by their keys.
struct MovedStep {
    std::string step;
    std::string after;  // empty: before all others
    bool operator==(const MovedStep&) const = default;
};

// When there is time to paint. Minutes of the day.
struct Evenings {
    bool used = false;       // false: one long sitting
    std::string first_date;  // as 2026-12-31; empty: the day the calendar is made
    int begin_min = 19 * 60;
    int end_min = 22 * 60;
    std::array<bool, 7> weekdays = {true, true, true, true, true, true, true};  // from Monday
    bool operator==(const Evenings&) const = default;
};

// What the hand does, for the pace: painters are quick at one and slow at another.
enum class Handwork { Sprays, Layers, Glazes, Lines, Rest };
inline constexpr std::size_t kHandworkCount = 5;
struct HandworkEntry {
    const char* key;
    const char* name;
};
const std::array<HandworkEntry, kHandworkCount>& handworks();  // in the order of Handwork
using HandPaces = std::array<double, kHandworkCount>;          // one entry a Handwork
inline constexpr HandPaces kUsualPaces = {1.0, 1.0, 1.0, 1.0, 1.0};

struct StepChoices {
    BuildUp build_up = BuildUp::DarkToLight;  // of parts without one of their own
    Blending blending = Blending::AsNeeded;
    GlowBuildUp glow = GlowBuildUp::ThinColour;
    PartOrder order = PartOrder::FocusFirst;
    Recesses recesses = Recesses::AsLit;
    bool varnished = false;              // each part in its own sheen at the end
    int figures = 1;                     // of this kind, painted together
    bool hairdryer = false;              // on low, to dry layers sooner
    double pace = 1.0;                   // minutes taken, relative to what is usual: 0.25..4
    HandPaces hand_paces = kUsualPaces;  // times that, by what the hand does: 0.25..4
    double palette_h = 24;               // hours that a mix stays usable on a wet palette
    std::vector<MovedStep> moved;
    Evenings evenings;
    std::vector<TouchUp> touch_ups;  // of what came out otherwise than planned
    bool operator==(const StepChoices&) const = default;
};

inline constexpr int kMostFigures = 40;

// One sentence naming what makes no sense; empty when all is sound.
std::string problemWith(const StepChoices& steps);

// The number of a day written as 2026-12-31, counted in days from 1 January 1970, and back; -1 when
// it is no date.
int dayNumber(const std::string& date);
std::string dateOf(int day_number);

}  // namespace glaukophos
