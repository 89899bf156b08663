// What a direction for a far light is judged by.
#pragma once

#include <array>
#include <cstddef>

namespace glaukophos {

enum class Merit {
    FocusLit,  // the main focus, seen from the front, lit and readable: in the two top bands, with
               // contrast across it
    Relief,    // a spread of values over each large part
    FocusClear,  // no shadow thrown across the focus
    Apart,       // told apart from the other lights: by place and by hue
    SomeDark,    // something left dark: between a fifth and a half of the surface
    FromAbove,   // from a height that looks natural: neither level or below nor straight overhead
};
inline constexpr std::size_t kMeritCount = 6;

// How much each merit counts, 0..1.
using MeritWeights = std::array<double, kMeritCount>;
inline constexpr MeritWeights kUsualWeights = {1.0, 0.6, 0.8, 0.6, 0.4, 0.5};

struct MeritEntry {
    const char* key;      // in files
    const char* caption;  // beside its slider
    const char* tip;
};
inline constexpr std::array<MeritEntry, kMeritCount> kMerits = {{
    {"focus_lit", "Focus lit and readable",
     "The focus lies in the two lightest bands, with contrast across it"},
    {"relief", "Relief of large parts", "Cape, coat and the like show a spread of values"},
    {"focus_clear", "No shadow across the focus",
     "What faces the light on the focus is not in a thrown shadow"},
    {"apart", "Apart from the other lights", "The lights strike different places, in other hues"},
    {"some_dark", "Something left dark", "Between a fifth and a half of the surface stays deep"},
    {"from_above", "From a natural height",
     "Between 25 and 65 degrees up: light from below or straight overhead looks strange"},
}};

static_assert(kMerits.back().key != nullptr);

}  // namespace glaukophos
