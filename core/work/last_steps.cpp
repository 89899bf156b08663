#include "core/work/last_steps.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/work/touch_up_steps.h"
#include "core/work/work_times.h"

namespace glaukophos {
namespace {

enum class Sheen { Matt, Satin, Gloss };

Sheen sheenOf(Material material) {
    switch (material) {
        case Material::Satin:
        case Material::WornLeather:
        case Material::MetalInPaint:
        case Material::MetallicPaint:
            return Sheen::Satin;
        case Material::Water:
        case Material::Glass:
            return Sheen::Gloss;
        default:
            return Sheen::Matt;
    }
}

// What the figure stands on is finished before its feet are put right.
Step basing(const WorkBasis& basis) {
    Step step;
    step.kind = StepKind::CleanUp;
    step.key = "basing";
    step.title = "Finish the base: sand, stones, tufts";
    step.tool = Tool::Brush;
    step.phase = Phase::Last;
    step.paint = "glue and cover of your own";
    step.why = "Glue and sand get onto feet and hems: those are put right afterwards.";
    step.how = "Let glue dry fully. Keep what stands in the light of a lamp paler on that side.";
    step.work_min = 8.0 * paceAt(step.kind, basis.plan.steps);
    step.dry_min = 30.0;
    return step;
}

Step cleanUp(const WorkBasis& basis) {
    Step step;
    step.kind = StepKind::CleanUp;
    step.key = "clean-up";
    step.title = "Clean up";
    step.tool = Tool::FineBrush;
    step.phase = Phase::Last;
    step.paint = "the base mixes of the parts";
    step.why = "Slips are set right with the base colour; then look again with fresh eyes.";
    step.how =
        "Squint, and turn the figure under the lamp before touching anything. Feet and hems last.";
    step.work_min = 5.0 * paceAt(step.kind, basis.plan.steps);
    return step;
}

struct Varnish {
    Sheen sheen;
    const char* key;
    const char* paint;
    const char* why;
    const char* how;
};
// What a varnish does to colours: common practice, no source.
constexpr std::array<Varnish, 3> kVarnishes = {{
    {Sheen::Matt, "varnish/matt", "matt varnish",
     "It takes the shine that would pass for light, and guards the paint. Darks come out a little "
     "paler.",
     "Two light passes from all sides; never in damp air, where it clouds."},
    {Sheen::Satin, "varnish/satin", "satin varnish",
     "Leather and metal keep a soft shine; their darks come back.",
     "Thin, by brush, only on these parts; one coat."},
    {Sheen::Gloss, "varnish/gloss", "gloss varnish",
     "Water and glass mirror the lamp on the desk; colours go deeper.",
     "By brush, last of all; two thin coats, no bubbles."},
}};

}  // namespace

std::vector<Step> lastSteps(const WorkBasis& basis) {
    std::vector<Step> steps = touchUpSteps(basis);
    Step base = basing(basis);
    Step clean = cleanUp(basis);
    if (!steps.empty()) follows(base, steps.back(), "what is wrong is put right first");
    follows(clean, base, "basing soils feet and hems");
    steps.push_back(std::move(base));
    steps.push_back(std::move(clean));
    if (!basis.plan.steps.varnished) return steps;
    for (const Varnish& varnish : kVarnishes) {
        Step step;
        step.kind = StepKind::Varnish;
        step.key = varnish.key;
        step.paint = varnish.paint;
        step.phase = Phase::Last;
        step.thinner = 0.0;
        const bool over_all = varnish.sheen == Sheen::Matt;
        for (std::size_t p = 0; p < basis.plan.parts.size() && !over_all; ++p) {
            if (sheenOf(basis.plan.parts[p].material) == varnish.sheen &&
                basis.appearance.bands.parts[p].area_mm2() > 0.0) {
                step.parts.push_back(static_cast<PartIndex>(p));
            }
        }
        if (!over_all && step.parts.empty()) continue;
        step.title = over_all ? "Matt varnish over all"
                              : fmt::format("{} varnish on {}",
                                            varnish.sheen == Sheen::Satin ? "Satin" : "Gloss",
                                            namesOf(basis.plan, step.parts));
        step.tool = over_all ? Tool::Can : Tool::Brush;
        step.why = varnish.why;
        step.how = varnish.how;
        follows(
            step, steps.back(),
            over_all ? "varnish goes over all that is painted" : "a sheen goes on over the matt");
        complete(basis, step);
        steps.push_back(std::move(step));
    }
    return steps;
}

}  // namespace glaukophos
