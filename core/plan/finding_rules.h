// The rules behind the findings: each measures one mistake and adds what it finds.
#pragma once

#include "core/plan/findings.h"
#include "core/plan/work_basis.h"

namespace glaukophos {

struct RuleBasis {
    const Plan& plan;
    const Results& results;
    const Marks& marks;
    const Mixes& mixes;
    const Work& work;
    std::vector<float> areas;  // painted, one entry a vertex

    [[nodiscard]] PartIndex partAt(std::size_t vertex) const {
        return plan.figure->surface.parts[vertex];
    }
};

using Findings = std::vector<Finding>;

// Of light: rules_of_light.cpp.
void unseenGlow(const RuleBasis& basis, Findings& found);
void darkInGlow(const RuleBasis& basis, Findings& found);
void likeLights(const RuleBasis& basis, Findings& found);
void noBack(const RuleBasis& basis, Findings& found);

// Of values: rules_of_value.cpp.
void noShrinking(const RuleBasis& basis, Findings& found);
void ringed(const RuleBasis& basis, Findings& found);
void closeValues(const RuleBasis& basis, Findings& found);
void edgesAlike(const RuleBasis& basis, Findings& found);
void weakFocus(const RuleBasis& basis, Findings& found);

// Of colour and paint: rules_of_colour.cpp.
void lighterThanSource(const RuleBasis& basis, Findings& found);
void largeStep(const RuleBasis& basis, Findings& found);
void pinkRed(const RuleBasis& basis, Findings& found);
void moonAlive(const RuleBasis& basis, Findings& found);
void coldShadow(const RuleBasis& basis, Findings& found);
void lostDetail(const RuleBasis& basis, Findings& found);
void overGlazed(const RuleBasis& basis, Findings& found);

// The painted vertex of a part with the highest `score`; nothing when the part has none.
template <class Score>
std::optional<std::size_t> bestVertex(const RuleBasis& basis, PartIndex part, const Score& score) {
    std::optional<std::size_t> best;
    double most = 0.0;
    for (std::size_t v = 0; v < basis.areas.size(); ++v) {
        if (basis.areas[v] <= 0.0F || basis.partAt(v) != part) continue;
        const double here = score(v);
        if (best && here <= most) continue;
        most = here;
        best = v;
    }
    return best;
}

}  // namespace glaukophos
