// The rules behind the findings: each measures one mistake and adds what it finds.
#pragma once

#include <optional>
#include <vector>

#include "core/findings/finding.h"
#include "core/painted/marks.h"
#include "core/work/work_basis.h"

namespace glaukophos {

struct RuleBasis {
    const Plan& plan;
    const Appearance& appearance;
    const Marks& marks;
    const Mixes& mixes;
    const Work& work;
    std::vector<float> areas;  // painted, one entry a vertex

    [[nodiscard]] PartIndex partAt(std::size_t vertex) const {
        return plan.figure->surface.parts[vertex];
    }
};

// Of light: rules_of_light.cpp.
void unseenGlow(const RuleBasis& basis, std::vector<Finding>& found);
void darkInGlow(const RuleBasis& basis, std::vector<Finding>& found);
void likeLights(const RuleBasis& basis, std::vector<Finding>& found);
void noBack(const RuleBasis& basis, std::vector<Finding>& found);

// Of values: rules_of_value.cpp.
void noShrinking(const RuleBasis& basis, std::vector<Finding>& found);
void ringed(const RuleBasis& basis, std::vector<Finding>& found);
void closeValues(const RuleBasis& basis, std::vector<Finding>& found);
void edgesAlike(const RuleBasis& basis, std::vector<Finding>& found);
void weakFocus(const RuleBasis& basis, std::vector<Finding>& found);

// Of colour and paint: rules_of_colour.cpp.
void lighterThanSource(const RuleBasis& basis, std::vector<Finding>& found);
void largeStep(const RuleBasis& basis, std::vector<Finding>& found);
void pinkRed(const RuleBasis& basis, std::vector<Finding>& found);
void moonAlive(const RuleBasis& basis, std::vector<Finding>& found);
void coldShadow(const RuleBasis& basis, std::vector<Finding>& found);
void lostDetail(const RuleBasis& basis, std::vector<Finding>& found);
void overGlazed(const RuleBasis& basis, std::vector<Finding>& found);

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
