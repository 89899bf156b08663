// Each key takes away what the stage does not look at.
#include "core/pipeline/stage_keys.h"

namespace glaukophos {

Plan deskKey(Plan plan) {
    plan.title.clear();
    plan.variants.clear();
    plan.view = {};
    plan.merit_weights = kUsualWeights;
    plan.photographs.clear();
    return plan;
}

Plan mixesKey(Plan plan) {
    plan = deskKey(std::move(plan));
    plan.steps = {};
    for (Part& part : plan.parts) part.build_up.reset();
    return plan;
}

Plan appearanceKey(Plan plan) {
    plan.values.edge_lines.passes = edgePassesOf(plan);
    plan = mixesKey(std::move(plan));
    plan.mixing = {};
    if (plan.under.used) return plan;  // its prediction needs the paints
    plan.rack.clear();
    return plan;
}

}  // namespace glaukophos
