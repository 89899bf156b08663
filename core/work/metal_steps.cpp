// Common practice, no source: metallic flakes shine by themselves, so that few layers do.
#include "core/work/metal_steps.h"

#include <algorithm>

#include "core/geometry/relief.h"
#include "core/work/step_key.h"

namespace glaukophos {
namespace {

bool isMetallic(const MixingRack& rack, const Recipe& recipe) {
    return std::ranges::any_of(recipe.drops, [&](const Drops& drops) {
        return rack.paints[drops.paint].kind == PaintKind::Metallic;
    });
}

}  // namespace

bool isByMetallics(const WorkBasis& basis, PartIndex part) {
    if (basis.plan.parts[part].material != Material::MetallicPaint) return false;
    return std::ranges::any_of(basis.parts[part].bands, [&](const BandMix& mix) {
        return mix.present && isMetallic(basis.mixes.rack, mix.recipe);
    });
}

std::vector<Step> metalSteps(const WorkBasis& basis, PartIndex part, const PartMixes& mixes,
                             const std::vector<std::size_t>& bands, const BandBorders& borders,
                             Where where) {
    std::vector<Step> steps;
    const Part& of = basis.plan.parts[part];
    const auto begin = [&](StepKind kind, const char* key, const char* layer) -> Step& {
        Step& step = steps.emplace_back();
        step.kind = kind;
        step.parts = {part};
        step.key = keyOf(of, key);
        step.layer = layer;
        step.thinner = basis.plan.mixing.thinner;
        return step;
    };
    const std::size_t dark = bands[bands.size() > 2 ? 1 : 0];
    const std::size_t top = bands.back();
    Step& base = begin(StepKind::Base, "base", "dark metal");
    base.band = dark;
    base.recipe = mixes.bands[dark].recipe;
    base.coats = 2;
    base.why = "Metal is dark where it mirrors nothing bright; the flakes shine all the same.";
    base.how = "Two thin coats: flakes lie down better in each.";

    Step& wash = begin(StepKind::Wash, "wash", "a dark wash in the recesses");
    wash.mask = {Where::Recess, kRecessDepth_mm, kRecessScale_mm, 0, 0};
    wash.recipe = recipeOf(basis.plan, basis.mixes.rack, {8.0, 0.0, 0.0}, basis.mixes.allowed);
    wash.thinner = 5.0;
    wash.why = "Without flakes: what is deep does not shine.";
    wash.how = "Into the recesses and round rivets; wick it off the tops.";
    if (dark == top) return steps;

    Step& bright = begin(StepKind::Layer, "bright", "bright metal on what faces the light");
    bright.band = top;
    bright.mask = {where, borders[std::max<std::size_t>(1, top) - 1], 1e9, 0, 0};
    bright.recipe = mixes.bands[top].recipe;
    bright.why = "The lit top mirrors the sky: bright flakes, dark ones below.";
    bright.how = "A first touch with a dry brush, then the edges of it softened.";

    Step& dots = begin(StepKind::Edges, "dots", "dots at its points");
    dots.mask = {Where::Lines, 0.3, 0, 0, basis.lines.passes.size()};
    dots.recipe = mixes.bands[top].recipe;
    dots.thinner = 1.0;
    dots.tool = Tool::FineBrush;
    const auto count = std::ranges::count(basis.lines.brightest_parts, part);
    dots.lines_mm = 0.3 * static_cast<double>(count);
    dots.why = "Where edges meet the light metal flashes.";
    dots.how = "The tip of the brush, once on each.";
    if (count == 0) steps.pop_back();
    return steps;
}

}  // namespace glaukophos
