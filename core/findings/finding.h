// One thing that will go wrong: measured and placed.
#pragma once

#include <cstddef>
#include <optional>
#include <string>
#include <vector>

namespace glaukophos {

enum class Mistake {
    UnseenGlow,
    LighterThanSource,
    LargeStep,
    NoShrinking,
    Ringed,
    CloseValues,
    EdgesAlike,
    PinkRed,
    MoonAlive,
    ColdShadow,
    DarkInGlow,
    LikeLights,
    LostDetail,
    WeakFocus,
    OverGlazed,
    NoBack,
};
inline constexpr std::size_t kMistakeCount = 16;

struct Finding {
    Mistake mistake = Mistake::UnseenGlow;
    bool grave = true;  // false: worth a look
    std::string what;   // one sentence with the figure in it
    double measured = 0.0;
    double threshold = 0.0;
    std::string unit;
    std::size_t subject = 0;            // the part or light it is about, by the rule
    std::optional<std::size_t> vertex;  // where on the figure
};

}  // namespace glaukophos
