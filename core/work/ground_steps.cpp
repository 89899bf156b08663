// Laid before any part is painted on its own.
#include "core/work/ground_steps.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/work/step_key.h"

namespace glaukophos {
namespace {

constexpr double kLeastGrey_mm2 = 1.5;  // less is not worth a mix of its own

Step primeStep(const WorkBasis& basis) {
    Step prime;
    prime.kind = StepKind::Prime;
    prime.key = "primer";
    prime.title = "Primer";
    prime.paint = fmt::format("primer {}", hexFrom(basis.plan.mixing.primer));
    prime.tool = Tool::Can;
    prime.thinner = 0.0;
    prime.why = "Paint holds on it; its colour means \"no light yet\".";
    prime.how = "Resin washed and cured, plastic washed; then short passes from all sides.";
    complete(basis, prime);
    return prime;
}

Step sprayStep(const WorkBasis& basis, std::size_t index, const Step& before) {
    const UnderCoat& coat = basis.plan.under.coats[index];
    Step spray;
    spray.kind = StepKind::Spray;
    spray.key = keyOf("spray", index);
    spray.title = fmt::format("Underpainting: {}", coat.paint);
    spray.paint = coat.paint;
    spray.mask = {Where::Sprayed, 0, 1e9, 0, index};
    spray.tool = Tool::Airbrush;
    spray.thinner = 3.0;
    spray.coats = std::max(1, static_cast<int>(std::lround(coat.thickness * 3.0)));
    spray.why = coat.spread_deg > 85.0
                    ? "The shadow colour, from everywhere."
                    : fmt::format("From above, within {:.0f} degrees: a light of that width.",
                                  coat.spread_deg);
    spray.how = "A drop of water more if light colours speckle. Try it on a dark scrap first.";
    follows(spray, before, index == 0 ? kDryPrimer : "each pass is narrower and lighter");
    complete(basis, spray);
    return spray;
}

Step filterStep(const WorkBasis& basis, const std::string& paint,
                const std::vector<PartIndex>& parts, const Step& last_spray) {
    Step filter;
    filter.kind = StepKind::Filter;
    filter.key = keyOf(basis.plan.parts[parts.front()], "filter");
    for (const PartIndex part : std::span(parts).subspan(1)) {
        filter.also.push_back(keyOf(basis.plan.parts[part], "filter"));
    }
    filter.title = fmt::format("Underpainting: {} over it", paint);
    filter.parts = parts;
    filter.paint = paint;
    filter.thinner = 6.0;
    filter.coats = 2;
    filter.why = "A transparent colour takes the values from below.";
    filter.how = "Even; taken out of the recesses before it dries.";
    follows(filter, last_spray, "a filter colours what lies below it");
    complete(basis, filter);
    return filter;
}

// Paints that filter an underpainting, each with the parts it goes over.
std::vector<std::pair<std::string, std::vector<PartIndex>>> filtersOf(const Plan& plan) {
    std::vector<std::pair<std::string, std::vector<PartIndex>>> filters;
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        const std::string& own = plan.parts[p].filter;
        const std::string& name = own.empty() ? plan.under.filter : own;
        if (name.empty()) continue;
        auto same = std::ranges::find(filters, name, &decltype(filters)::value_type::first);
        if (same == filters.end()) same = filters.insert(filters.end(), {name, {}});
        same->second.push_back(static_cast<PartIndex>(p));
    }
    return filters;
}

}  // namespace

std::vector<Step> primerSteps(const WorkBasis& basis) {
    std::vector<Step> steps{primeStep(basis)};
    if (!basis.plan.under.used) return steps;
    for (std::size_t i = 0; i < basis.plan.under.coats.size(); ++i) {
        steps.push_back(sprayStep(basis, i, steps.back()));
    }
    const Step last_spray = steps.back();
    for (const auto& [paint, parts] : filtersOf(basis.plan)) {
        steps.push_back(filterStep(basis, paint, parts, last_spray));
    }
    return steps;
}

std::vector<Step> greySteps(const WorkBasis& basis) {
    std::vector<PartIndex> parts;
    for (std::size_t p = 0; p < basis.plan.parts.size(); ++p) {
        const bool painted = basis.before.bands.parts[p].area_mm2() > 0.0;
        if (painted && buildUpOf(basis.plan, p) == BuildUp::GreysFirst) {
            parts.push_back(static_cast<PartIndex>(p));
        }
    }
    std::vector<Step> steps;
    if (parts.empty()) return steps;
    const BandBorders& borders = basis.before.bands.borders;
    for (std::size_t b = 0; b <= borders.size(); ++b) {
        Step step;
        step.kind = b == 0 ? StepKind::Base : StepKind::Layer;
        step.parts = parts;
        step.band = b;
        step.key = keyOf("greys", b);
        step.title = fmt::format("Greys: {}", bandName(b, borders.size() + 1));
        step.mask = {Where::Values, b == 0 ? -1e9 : borders[b - 1], 1e9, 0, 0};
        step.recipe =
            recipeOf(basis.plan, basis.mixes.rack, {middleOf(b, borders, basis.paint()), 0.0, 0.0},
                     basis.mixes.allowed);
        step.thinner = basis.plan.mixing.thinner;
        step.coats = b == 0 ? 2 : 1;
        step.why = "All values in greys first; transparent colour goes over them.";
        step.how = "Draw from dark to light; these borders show through the colour.";
        step.phase = Phase::Ground;
        if (!steps.empty()) follows(step, steps.back(), "each grey lies on the darker one");
        complete(basis, step);
        if (step.area_mm2 >= kLeastGrey_mm2) steps.push_back(std::move(step));
    }
    return steps;
}

}  // namespace glaukophos
