#include "core/work/spray_steps.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/base/words.h"
#include "core/colour/coats.h"
#include "core/lighting/sprays.h"
#include "core/painted/filter_share.h"
#include "core/work/step_key.h"
#include "core/work/step_order.h"

namespace glaukophos {
namespace {

constexpr double kSoiled = 0.015;  // full coats that would be seen on what has to stay clean

// Parts that are finished, and that a spray over them would spoil, where it reaches them: what
// shines, and what the eye goes to.
std::string maskingFor(const WorkBasis& basis, std::size_t index) {
    const UnderCoat& coat = basis.plan.under.coats[index];
    const Surface& surface = basis.plan.figure->surface;
    const std::vector<double> arrives = areasOf(basis.maps(), {Where::Sprayed, 0, 1e9, 0, index});
    std::vector<PartIndex> soiled;
    for (std::size_t p = 0; p < arrives.size(); ++p) {
        const Part& part = basis.plan.parts[p];
        const bool spoilt = part.material == Material::Glowing || part.focus == Focus::Main;
        if (!spoilt || comesLate(basis.plan, p)) continue;
        const double mean = arrives[p] / std::max(1e-9, surface.part_areas_mm2[p]);
        if (mean * coat.thickness >= kSoiled) soiled.push_back(static_cast<PartIndex>(p));
    }
    if (soiled.empty()) return {};
    return fmt::format("Cover {} with putty or film, or hold a card before it.",
                       namesOf(basis.plan, soiled));
}

Step sprayStep(const WorkBasis& basis, std::size_t index) {
    const UnderCoat& coat = basis.plan.under.coats[index];
    Step spray;
    spray.kind = StepKind::Spray;
    spray.key = keyOf("spray", index);
    spray.title = fmt::format("{}{}, sprayed {}", coat.when == SprayTime::Last ? "Last: " : "",
                              coat.paint, fromWords(coat));
    spray.paint = coat.paint;
    spray.mask = {Where::Sprayed, 0, 1e9, 0, index};
    spray.tool = Tool::Airbrush;
    spray.thinner = coat.thinner;
    spray.coats =
        std::max(1, static_cast<int>(std::lround(coat.thickness / filmThickness(coat.thinner))));
    spray.why = isFromEverywhere(coat)
                    ? "The shadow colour, all round."
                    : fmt::format("Half as much arrives {:.0f} degrees off: light of that width.",
                                  coat.spread_deg);
    spray.how = fmt::format(
        "Thinned 1:{:.2g}. A drop of water more if light colours speckle. Try it on a dark scrap.",
        coat.thinner);
    if (coat.when != SprayTime::Before) spray.masking = maskingFor(basis, index);
    complete(basis, spray);
    spray.tool_words =
        fmt::format("airbrush, about {:.1f} bar ({:.0f} psi), {:.0f} cm away", pressureInBar(coat),
                    14.5 * pressureInBar(coat), coat.distance_mm / 10.0);
    return spray;
}

Step filterStep(const WorkBasis& basis, const std::string& paint,
                const std::vector<PartIndex>& parts) {
    const Underpainting& under = basis.plan.under;
    Step filter;
    filter.kind = StepKind::Filter;
    filter.key = keyOf(basis.plan.parts[parts.front()], "filter");
    for (const PartIndex part : std::span(parts).subspan(1)) {
        filter.also.push_back(keyOf(basis.plan.parts[part], "filter"));
    }
    filter.title = fmt::format("{} as a filter over the sprays", paint);
    filter.parts = parts;
    filter.paint = paint;
    filter.thinner = 6.0;
    filter.coats = 2;
    if (under.filter_shape != FilterShape::Even || under.filter_out_of_recesses) {
        filter.mask.where = Where::Filtered;
    }
    filter.why = "A transparent colour takes the values from below.";
    const auto& shape = filterShapes().at(static_cast<std::size_t>(under.filter_shape));
    filter.how = under.filter_shape == FilterShape::Even ? "Even" : shape.about;
    if (filter.how.back() == '.') filter.how.pop_back();
    filter.how += under.filter_out_of_recesses ? "; taken out of the recesses before it dries."
                                               : "; left to pool nowhere.";
    complete(basis, filter);
    return filter;
}

// Paints that filter the sprays, each with the parts it goes over.
std::vector<std::pair<std::string, std::vector<PartIndex>>> filtersOf(const Plan& plan) {
    std::vector<std::pair<std::string, std::vector<PartIndex>>> filters;
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        const std::string& name = filterOf(plan, p);
        if (name.empty()) continue;
        auto same = std::ranges::find(filters, name, &decltype(filters)::value_type::first);
        if (same == filters.end()) same = filters.insert(filters.end(), {name, {}});
        same->second.push_back(static_cast<PartIndex>(p));
    }
    return filters;
}

bool isSpray(const Step& step, const Plan& plan, SprayTime when) {
    return step.kind == StepKind::Spray && plan.under.coats[step.mask.index].when == when;
}

}  // namespace

std::vector<Step> underSprays(const WorkBasis& basis, const Step& primer) {
    std::vector<Step> steps;
    const Underpainting& under = basis.plan.under;
    if (!under.used) return steps;
    for (std::size_t i = 0; i < under.coats.size(); ++i) {
        if (under.coats[i].when != SprayTime::Before) continue;
        Step spray = sprayStep(basis, i);
        follows(spray, steps.empty() ? primer : steps.back(),
                steps.empty() ? kDryPrimer : "each spray lies on the one before");
        steps.push_back(std::move(spray));
    }
    if (steps.empty()) return steps;
    const Step last_spray = steps.back();
    for (const auto& [paint, parts] : filtersOf(basis.plan)) {
        Step filter = filterStep(basis, paint, parts);
        follows(filter, last_spray, "a filter colours what lies below it");
        steps.push_back(std::move(filter));
    }
    return steps;
}

std::vector<Step> laterSprays(const WorkBasis& basis) {
    std::vector<Step> steps;
    const Underpainting& under = basis.plan.under;
    if (!under.used) return steps;
    for (const SprayTime when : {SprayTime::Between, SprayTime::Last}) {
        for (std::size_t i = 0; i < under.coats.size(); ++i) {
            if (under.coats[i].when != when) continue;
            Step spray = sprayStep(basis, i);
            spray.phase = Phase::Edges;
            if (!steps.empty()) follows(spray, steps.back(), "each spray lies on the one before");
            steps.push_back(std::move(spray));
        }
    }
    return steps;
}

void spraysInOrder(const Plan& plan, std::vector<Step>& steps) {
    Step* first_between = nullptr;
    Step* last_between = nullptr;
    Step* first_last = nullptr;
    for (Step& step : steps) {
        if (isSpray(step, plan, SprayTime::Between)) {
            if (first_between == nullptr) first_between = &step;
            last_between = &step;
        }
        if (isSpray(step, plan, SprayTime::Last) && first_last == nullptr) first_last = &step;
    }
    if (first_between != nullptr) {
        for (const std::size_t end : endsOf(steps, Phase::Parts, Phase::Parts)) {
            follows(*first_between, steps[end], "it goes over all layers");
        }
        for (Step& step : steps) {
            if (step.phase != Phase::Edges || step.kind == StepKind::Spray) continue;
            follows(step, *last_between, "edges and lines are drawn over what is sprayed");
        }
    }
    if (first_last == nullptr) return;
    for (const std::size_t end : endsOf(steps, Phase::Parts, Phase::Edges)) {
        if (steps[end].kind == StepKind::Spray) continue;
        follows(*first_last, steps[end], "the last spray goes over layers and edges");
    }
}

}  // namespace glaukophos
