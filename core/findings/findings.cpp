// The table of mistakes: one row a rule, with its measure and its cure.
#include "core/findings/findings.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <iterator>

#include "core/base/words.h"
#include "core/findings/cures.h"

namespace glaukophos {

const std::array<Rule, kMistakeCount>& rules() {
    static const std::array<Rule, kMistakeCount> entries = {{
        {"unseen-glow", "Glow where the lamp cannot see", "the view from the lamp",
         "A twentieth of the glow is more than a slip of the brush.",
         "Paint over it with the base, and lay the glow again.", "Block it as it is blocked",
         unseenGlow, blockItsLight},
        {"lighter-than-source", "A reflection lighter than the source", "comparing values",
         "Two L* are just seen: the source must be ahead by that.",
         "Darken the reflection, or make the source lighter.", "Lights further below",
         lighterThanSource, lowerReflections},
        {"large-step", "A step too large between layers", "a visible jump",
         "The largest step is the one chosen under Colours, Mix.",
         "A mix in between, or a thin glaze over the border.", "Bridge the step", largeStep,
         bridgeTheStep},
        {"no-shrinking", "Layers do not shrink", "no gradient left",
         "A layer that covers more than 85 % of the one below hides it.",
         "Repaint the lighter layers smaller: each about half the one before.",
         "Halve from band to band", noShrinking, halveBands},
        {"ringed", "Every form ringed with shadow", "a heap of bumps",
         "Up to a sixteenth of the lit surface reads as texture.",
         "Join what faces the light; keep only the top levels apart.", "Join what faces the light",
         ringed, joinLitForms},
        {"close-values", "Values too close", "squinting: a grey blob",
         "A figure at arm's length needs some 35 L* from its darks to its lights.",
         "Push both ends.", "Push both ends", closeValues, pushBothEnds},
        {"edges-alike", "All edges alike", "a flat, outlined look",
         "Where four fifths of the edges get the last pass, none stands out.",
         "Weigh edges by how they face the light.", "Weigh by the light", edgesAlike, weighEdges},
        {"pink-red", "Red turned pink", "a check of hue", "A red hue above L* 60 is called pink.",
         "Less of the pale mix at the top; orange instead.", "Lights to orange", pinkRed,
         guardReds},
        {"moon-alive", "Moonlit colours too alive", "saturation",
         "By moonlight more than three quarters of the colour of day look like day.",
         "Mix in grey or black, or light everything with one pale blue.", "See it by night",
         moonAlive, seeByNight},
        {"cold-shadow", "Shadow as cold as the light", "no life",
         "Shadows should lean to warm by at least what the eye just sees.",
         "Warm the shadow: a touch of red or violet in the dark.", "Warm the shadows", coldShadow,
         warmTheShadows},
        {"dark-in-glow", "Dark marks inside a glow", "fire looks dirty",
         "In what glows the recess is the lightest place; two L* are just seen.",
         "Lighten the recesses.", "Let it glow from inside", darkInGlow, glowFromInside},
        {"like-lights", "Both lights of like hue", "they cannot be told apart",
         "Under a dozen steps of difference two whites look like one.",
         "Set them apart in hue and side.", "One warm, one cold", likeLights, partTheLights},
        {"lost-detail", "A detail lost in its surroundings", "too close to the base",
         "Small things need more difference than large ones: seven steps at least.",
         "Another value or hue for it.", "Set it off in value", lostDetail, setTheDetailOff},
        {"weak-focus", "The focus is not the strongest", "the eye wanders",
         "Contrast, and half as much again where all borders are crisp: below seven tenths of "
         "another part's the eye goes there.",
         "Lower the rest, raise the focus.", "Calm what wins", weakFocus, calmWhatWins},
        {"over-glazed", "An over-worked glaze", "chalk, tide marks",
         "Past six coats thin layers are seldom left alone to dry.",
         "Wait, thinner paint, fewer strokes; or a mix in between.", "", overGlazed, nullptr},
        {"no-back", "A side with nothing in it", "a big dull area",
         "With four fifths of a side in one dark value there is nothing to see.", "Light it too.",
         "A weak light from behind", noBack, lightTheBack},
    }};
    return entries;
}

std::vector<Finding> findingsOf(const Plan& plan, const Appearance& appearance, const Marks& marks,
                                const Mixes& mixes, const Work& work) {
    const RuleBasis basis{plan,  appearance, marks,
                          mixes, work,       paintedAreas(plan, appearance.irradiance)};
    std::array<std::vector<Finding>, kMistakeCount> of_rules;
    tbb::parallel_for(std::size_t{0}, of_rules.size(),
                      [&](std::size_t r) { rules().at(r).measure(basis, of_rules.at(r)); });
    std::vector<Finding> found;
    for (std::vector<Finding>& of_rule : of_rules)
        std::ranges::move(of_rule, std::back_inserter(found));
    for (Finding& finding : found) finding.what = capitalised(finding.what);
    std::ranges::stable_sort(found, std::greater<>{}, &Finding::grave);
    return found;
}

void cure(Plan& plan, const Finding& finding) {
    const Rule& rule = ruleOf(finding.mistake);
    if (rule.mend != nullptr) rule.mend(plan, finding);
}

}  // namespace glaukophos
