// What steps are made from, made ready once for all of them.
#pragma once

#include "core/plan/band_edges.h"
#include "core/plan/step_maps.h"

namespace glaukophos {

struct WorkBasis {
    const Plan& plan;
    const Results& results;
    const Results& before;  // as it is painted before any glow; may be `results` itself
    const Mixes& mixes;     // with all glows in them
    const std::vector<PartMixes>& parts;  // before any glow
    const BandEdges& edges;               // of `before`
    const EdgeLines& lines;               // of `before`
    std::vector<PartIndex> veil_parts{};  // that each hue veil lies on

    [[nodiscard]] MapBasis maps() const { return {plan, results, before.values.lightness}; }
    [[nodiscard]] const PaintRange& paint() const { return plan.values.paint; }
};

// Fills in what follows from the rest: area, drops for it, tool, minutes, caution. A step that
// draws lines has its `lines_mm` already.
void complete(const WorkBasis& basis, WorkStep& step);

// Metals and eyes come late, when no spray or glaze can dull them (common practice, no source).
bool comesLate(const Part& part);

// A step of the work before `other`, by its key.
inline void follows(WorkStep& step, const WorkStep& other, std::string why) {
    step.after.push_back({other.key, std::move(why)});
}

}  // namespace glaukophos
