// A plan without what follows from the rest: the divided figure is much larger than its labels.
#pragma once

#include "core/plan/plan.h"

namespace glaukophos {

// How the figure is held is no edit.
inline bool sameButForView(const Plan& one, Plan other) {
    other.view = one.view;
    return one == other;
}

struct LeanPlan {
    Plan plan;
    std::shared_ptr<const Form> form;
    std::shared_ptr<const PartLabels> labels;

    explicit LeanPlan(Plan whole)
        : plan(std::move(whole)), form(plan.figure->form), labels(plan.figure->labels) {
        plan.figure.reset();
    }
    [[nodiscard]] bool fits(const std::shared_ptr<const Figure>& figure) const {
        return figure != nullptr && figure->form == form && figure->labels == labels &&
               figure->partCount() == plan.parts.size();
    }
    // With one of the known figures, or a new one.
    [[nodiscard]] Plan whole(const std::shared_ptr<const Figure>& one,
                             const std::shared_ptr<const Figure>& other) const {
        Plan result = plan;
        result.figure = fits(one)     ? one
                        : fits(other) ? other
                                      : dividedFigure(form, labels, plan.parts.size());
        return result;
    }
    bool operator==(const LeanPlan& other) const {
        return sameButForView(plan, other.plan) && form == other.form && *labels == *other.labels;
    }
};

}  // namespace glaukophos
