#include "core/work/touch_up_steps.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/base/words.h"
#include "core/work/step_key.h"

namespace glaukophos {
namespace {

// The band whose mix puts it right: what has spread is covered by what lies below it.
std::size_t bandOfMix(const TouchUp& touch_up) {
    const bool below = touch_up.fault == Fault::NotShrunk || touch_up.fault == Fault::OverSource;
    const int band = below ? std::max(0, touch_up.band - 1) : touch_up.band;
    return static_cast<std::size_t>(band);
}

// Parts of thinner to one of paint: a border is drawn, a large error covered, a small one glazed.
double thinnerFor(const TouchUp& touch_up) {
    constexpr double kLarge = 10.0;  // L* or chroma
    switch (touch_up.fault) {
        case Fault::TooSoft:
            return 0.5;
        case Fault::NotShrunk:
            return 1.0;
        case Fault::TooLight:
        case Fault::TooDark:
        case Fault::TooStrong:
            return touch_up.by > kLarge ? 1.5 : kGlazeThinner;
        default:
            return kGlazeThinner;
    }
}

std::optional<Step> stepFor(const WorkBasis& basis, const TouchUp& touch_up) {
    const std::vector<Part>& parts = basis.plan.parts;
    const auto part = std::ranges::find(parts, touch_up.part, &Part::id);
    if (part == parts.end()) return std::nullopt;
    const auto index = static_cast<std::size_t>(part - parts.begin());
    const std::vector<BandMix>& bands = basis.mixes.parts[index].bands;
    const std::size_t mix = bandOfMix(touch_up);
    const auto band = static_cast<std::size_t>(touch_up.band);
    if (band >= bands.size() || !bands[mix].present || bands[mix].recipe.drops.empty()) {
        return std::nullopt;
    }
    const std::size_t count = bands.size();
    Step step;
    step.kind = StepKind::TouchUp;
    step.key = keyOf(*part, kFaultKeys.at(static_cast<std::size_t>(touch_up.fault)), band);
    step.parts = {static_cast<PartIndex>(index)};
    step.area_mm2 = std::max(1.0, touch_up.area_mm2);
    step.layer = fmt::format("{} is {}", bandName(band, count), wordsFor(touch_up.fault));
    step.title = fmt::format("{}: {}", part->name, step.layer);
    step.band = mix;
    step.mask = {Where::Finished};
    const BandBorders& borders = basis.appearance.bands.borders;
    if (band > 0) step.mask.from = borders[band - 1];
    if (band < borders.size()) step.mask.to = borders[band];
    step.recipe = bands[mix].recipe;
    step.thinner = thinnerFor(touch_up);
    step.tool = touch_up.fault == Fault::TooSoft ? Tool::FineBrush : Tool::Brush;
    step.phase = Phase::Last;
    step.why = fmt::format("The photograph showed {} to be {}{}.", bandName(band, count),
                           wordsFor(touch_up.fault),
                           touch_up.by > 0.0 ? fmt::format(" by {:.0f}", touch_up.by) : "");
    step.how = cureFor(touch_up.fault);
    complete(basis, step);
    return step;
}

}  // namespace

std::vector<Step> touchUpSteps(const WorkBasis& basis) {
    std::vector<Step> steps;
    for (const TouchUp& touch_up : basis.plan.steps.touch_ups) {
        auto step = stepFor(basis, touch_up);
        if (!step || indexOf(steps, step->key) < steps.size()) continue;
        if (!steps.empty()) follows(*step, steps.back(), "the worst is put right first");
        steps.push_back(std::move(*step));
    }
    return steps;
}

}  // namespace glaukophos
