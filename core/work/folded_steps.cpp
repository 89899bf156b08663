#include "core/work/folded_steps.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/base/words.h"
#include "core/work/work_basis.h"

namespace glaukophos {
namespace {

// Of which one entry can hold several in a row.
enum class Kin { None, Edges, Blends, Shells, Last };

constexpr double kSmall_mm2 = 60.0;  // a thing this small is painted in one go

Kin kinOf(const Step& step) {
    // What leads to a shell belongs to it.
    if (step.kind == StepKind::Between && step.light) return Kin::Shells;
    switch (step.kind) {
        case StepKind::CleanUp:
            return Kin::Last;
        case StepKind::Edges:
            return Kin::Edges;
        case StepKind::Veil:
        case StepKind::Between:
            return Kin::Blends;
        case StepKind::Shell:
            return Kin::Shells;
        default:
            return Kin::None;
    }
}

bool belongTogether(const Step& a, const Step& b) {
    const Kin kin = kinOf(a);
    if (kin == Kin::None || kinOf(b) != kin || a.phase != b.phase) return false;
    if (kin == Kin::Last) return true;
    if (kin == Kin::Shells) return a.light == b.light && a.mask.index == b.mask.index;
    return a.parts == b.parts;
}

// A glaze or a mix in between follows the layer whose border it softens.
bool softens(const Step& layer, const Step& next) {
    const bool laid = layer.kind == StepKind::Layer || layer.kind == StepKind::Base;
    return laid && kinOf(next) == Kin::Blends && layer.parts == next.parts &&
           layer.phase == next.phase;
}

// All layers of a thing so small that the brush hardly leaves it.
bool isSmallThing(const Step& first, const Step& next) {
    const bool layer = next.kind == StepKind::Layer || kinOf(next) == Kin::Blends;
    return first.kind == StepKind::Base && first.area_mm2 < kSmall_mm2 && layer &&
           next.parts == first.parts && next.phase == first.phase;
}

std::string titleOf(const Plan& plan, std::span<const Step> steps) {
    if (steps.size() == 1) return steps.front().title;
    const std::string part = capitalised(namesOf(plan, steps.front().parts));
    switch (kinOf(steps.front())) {
        case Kin::Last:
            return "Finish the base, then clean up";
        case Kin::Edges:
            return fmt::format("{}: edge highlights, {}", part,
                               counted(static_cast<int>(steps.size()), "pass", "passes"));
        case Kin::Shells: {
            const auto shell = std::ranges::find(steps, StepKind::Shell, &Step::kind);
            if (shell == steps.end()) return steps.front().title;
            const std::string& title = shell->title;
            const std::size_t on = title.find(" on ");
            const std::size_t colon = title.rfind(": ");
            if (on == std::string::npos || colon == std::string::npos) return title;
            return title.substr(0, on) + title.substr(colon) + ", on all it falls on";
        }
        case Kin::Blends:
            return part + ": blends";
        case Kin::None:
            break;
    }
    if (isSmallThing(steps.front(), steps.back()) && steps.size() > 2) {
        return fmt::format("{}: {}", part,
                           counted(static_cast<int>(steps.size()), "layer", "layers"));
    }
    const bool softened = std::ranges::all_of(
        steps.subspan(1), [](const Step& step) { return kinOf(step) == Kin::Blends; });
    return steps.front().title + (softened ? ", and its border softened" : ", and the light on it");
}

}  // namespace

std::vector<FoldedSteps> folded(const Plan& plan, const std::vector<Step>& steps) {
    std::vector<FoldedSteps> entries;
    for (std::size_t i = 0; i < steps.size(); ++i) {
        const bool joins =
            i > 0 && (belongTogether(steps[i - 1], steps[i]) || softens(steps[i - 1], steps[i]) ||
                      isSmallThing(steps[entries.back().first], steps[i]));
        if (joins) {
            ++entries.back().count;
        } else {
            entries.push_back({i, 1, {}});
        }
    }
    for (FoldedSteps& entry : entries) {
        entry.title = titleOf(plan, std::span(steps).subspan(entry.first, entry.count));
    }
    return entries;
}

}  // namespace glaukophos
