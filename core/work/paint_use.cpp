// Mixes are counted as they are measured out; paints that are sprayed or glazed as they are.
#include "core/work/paint_use.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/colour/coats.h"

namespace glaukophos {

std::vector<PaintUse> usesOf(const Plan& plan, const std::vector<Step>& steps,
                             const MixingRack& rack) {
    std::vector<PaintUse> uses;
    for (const Paint& paint : rack.paints) uses.push_back({paint.name, 0.0, paint.left_ml});
    for (const Step& step : steps) {
        for (const Amount& amount : step.amounts) {
            uses[amount.paint].ml += step.batches * dropsIn({amount}) * kDrop_ml;
        }
        const auto named = std::ranges::find(uses, step.paint, &PaintUse::paint);
        if (!step.recipe.drops.empty() || named == uses.end()) continue;
        named->ml += plan.steps.figures * kDrop_ml *
                     dropsFor(step.area_mm2, step.coats, filmThickness(step.thinner));
    }
    std::erase_if(uses, [](const PaintUse& use) { return use.ml <= 0.0; });
    std::ranges::stable_sort(uses, std::greater<>{}, &PaintUse::ml);
    return uses;
}

std::vector<std::string> missingPaints(const Plan& plan, const std::vector<Step>& steps) {
    std::vector<std::string> missing;
    for (const Step& step : steps) {
        const bool named = step.kind == StepKind::Spray || step.kind == StepKind::Filter;
        if (named && std::ranges::find(plan.rack, step.paint, &Paint::name) == plan.rack.end()) {
            missing.push_back(fmt::format(
                "\"{}\" asks for {}, which is not in the rack: add it, or choose another paint "
                "under Colours, Under.",
                step.title, step.paint));
        }
    }
    for (const Part& part : plan.parts) {
        if (!part.pots) continue;
        for (const std::string& pot : part.pots->pots) {
            const bool there = pot == kPrimerPot ||
                               std::ranges::find(plan.rack, pot, &Paint::name) != plan.rack.end();
            if (there) continue;
            missing.push_back(
                fmt::format("{} is to be painted from {}, which is not in the rack: until it is, "
                            "its ladder is mixed from the rest.",
                            part.name, pot));
        }
    }
    return missing;
}

}  // namespace glaukophos
