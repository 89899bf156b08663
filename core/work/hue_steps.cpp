// A veil lies on the part that its middle is on.
#include "core/work/hue_steps.h"

#include <algorithm>
#include <cmath>

#include "core/geometry/nearest_vertex.h"
#include "core/work/step_key.h"

namespace glaukophos {

namespace {

// The glaze that turns the far edge of a face by quarters away from the light.
std::optional<Step> faceVeil(const WorkBasis& basis, PartIndex part) {
    const std::optional<FaceQuarters>& face = basis.plan.values.face;
    if (!face || !face->used || face->veil <= 0.0) return std::nullopt;
    const Surface& surface = basis.plan.figure->surface;
    if (surface.parts[nearestVertex(surface, face->middle_mm)] != part) return std::nullopt;
    const Ladder& ladder = basis.before.ladders[part];
    const auto deepest = std::ranges::find(ladder, true, &Rung::present);
    if (deepest == ladder.end()) return std::nullopt;
    Step veil;
    veil.kind = StepKind::Hue;
    veil.parts = {part};
    veil.key = keyOf(basis.plan.parts[part], "face-edge");
    veil.layer = "a dark glaze along the far edge of the face";
    veil.mask = {Where::FaceVeil, 0.01, 1e9, 0, 0};
    veil.recipe = recipeOf(basis.plan, basis.mixes.rack, deepest->target, basis.mixes.allowed);
    veil.thinner = 6.0;
    veil.coats = 1 + static_cast<int>(std::lround(2.0 * face->veil));
    veil.why = "The side of a face that turns away from the light ends in its own dark.";
    veil.how = "Very thin, along the jaw and temple; nothing in the middle of the face.";
    return veil;
}

}  // namespace

std::vector<Step> hueSteps(const WorkBasis& basis, PartIndex part) {
    std::vector<Step> steps;
    if (auto veil = faceVeil(basis, part)) steps.push_back(std::move(*veil));
    const std::vector<HueVeil>& veils = basis.plan.colours.veils;
    for (std::size_t i = 0; i < veils.size(); ++i) {
        if (basis.veil_parts[i] != part) continue;
        Step veil;
        veil.kind = StepKind::Hue;
        veil.parts = {part};
        veil.key = keyOf(basis.plan.parts[part], "hue", i);
        veil.layer = veils[i].name.empty() ? "another hue" : veils[i].name;
        veil.mask = {Where::Hue, 0.01, 1e9, 0, i};
        veil.recipe = recipeOf(basis.plan, basis.mixes.rack,
                               labFrom(xyzFrom(linearFrom(veils[i].colour))), basis.mixes.allowed);
        veil.thinner = 6.0;
        veil.coats = std::clamp(static_cast<int>(std::lround(8.0 * veils[i].strength)), 1, 8);
        veil.why = "Large areas need variety of hue as well as of value.";
        veil.how = "Very thin, strongest in the middle, nothing at the rim.";
        steps.push_back(std::move(veil));
    }
    return steps;
}

}  // namespace glaukophos
