// What will go wrong if the figure is painted as planned: measured, placed, with a cure.
#pragma once

#include <array>
#include <optional>
#include <string>
#include <vector>

#include "core/plan/marks.h"
#include "core/plan/work_step.h"

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

// A rule: common practice, no source.
struct MistakeEntry {
    const char* key;
    const char* name;       // the mistake, in a few words
    const char* shown_by;   // what shows it
    const char* threshold;  // why the line is drawn where it is
    const char* cure;       // what the painter does about it
    const char* button;     // what one click changes in the plan; empty: nothing can be
};
const std::array<MistakeEntry, kMistakeCount>& mistakes();  // in the order of Mistake
inline const MistakeEntry& entryOf(Mistake mistake) {
    return mistakes().at(static_cast<std::size_t>(mistake));
}

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

// The grave ones first. `work` belongs to the same plan.
std::vector<Finding> findingsOf(const Plan& plan, const Results& results, const Marks& marks,
                                const Mixes& mixes, const Work& work);

// Changes the plan as the rule's button says. Does nothing for rules without one.
void cure(Plan& plan, const Finding& finding);

}  // namespace glaukophos
