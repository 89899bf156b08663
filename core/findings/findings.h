// What will go wrong if the figure is painted as planned: measured, placed, with a cure.
#pragma once

#include <array>

#include "core/findings/finding_rules.h"

namespace glaukophos {

// A rule: common practice, no source.
struct Rule {
    const char* key;
    const char* name;       // the mistake, in a few words
    const char* shown_by;   // what shows it
    const char* threshold;  // why the line is drawn where it is
    const char* cure;       // what the painter does about it
    const char* button;     // what one click changes in the plan; empty: nothing can be
    void (*measure)(const RuleBasis& basis, std::vector<Finding>& found);
    void (*mend)(Plan& plan, const Finding& finding);  // null without a button
};
const std::array<Rule, kMistakeCount>& rules();  // in the order of Mistake
inline const Rule& ruleOf(Mistake mistake) { return rules().at(static_cast<std::size_t>(mistake)); }

// The grave ones first. `work` belongs to the same plan.
std::vector<Finding> findingsOf(const Plan& plan, const Appearance& appearance, const Marks& marks,
                                const Mixes& mixes, const Work& work);

// Changes the plan as the rule's button says. Does nothing for rules without one.
void cure(Plan& plan, const Finding& finding);

}  // namespace glaukophos
