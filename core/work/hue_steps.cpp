// A veil lies on the part that its middle is on.
#include "core/work/hue_steps.h"

#include <algorithm>
#include <cmath>

#include "core/geometry/nearest_vertex.h"
#include "core/geometry/relief.h"
#include "core/work/bare_ground.h"
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

// Metal in ordinary paint gets the opposite hue into its recesses, then dark lines into what is
// deepest (common practice, no source).
std::vector<Step> metalRecesses(const WorkBasis& basis, PartIndex part) {
    constexpr double kGlaze_L = 28.0;
    constexpr double kGlazeChroma = 30.0;
    constexpr double kNoHue = 8.0;     // steel has none: violet does for it
    constexpr double kViolet = 305.0;  // CIELAB hue, degrees
    const Part& own = basis.plan.parts[part];
    if (own.material != Material::MetalInPaint) return {};
    const Lch local = lchFrom(labFrom(xyzFrom(linearFrom(own.local_colour))));
    const double opposite = local.C < kNoHue ? kViolet : std::fmod(local.h_deg + 180.0, 360.0);
    const std::vector<PartIndex> only = {part};
    const auto recess = [&](StepKind kind, const char* key, double depth_mm) {
        Step step;
        step.kind = kind;
        step.parts = only;
        step.key = keyOf(own, key);
        step.mask = {Where::Recess, depth_mm, kRecessScale_mm, 0, 0};
        return step;
    };
    std::vector<Step> steps;
    Step glaze = recess(StepKind::Hue, "opposite", kRecessDepth_mm);
    if (areaOf(basis.maps(), glaze.mask, only) < kLeastBand_mm2) return {};
    glaze.layer = "a glaze of the opposite hue in its recesses";
    glaze.recipe = recipeOf(basis.plan, basis.mixes.rack,
                            labFrom(Lch{kGlaze_L, kGlazeChroma, opposite}), basis.mixes.allowed);
    glaze.thinner = 6.0;
    glaze.coats = 2;
    glaze.why = "Metal takes in the colours round it: the opposite hue makes its own look richer.";
    glaze.how = "Thin, from the recess outward to nothing; none on the lights.";
    steps.push_back(std::move(glaze));
    Step lines = recess(StepKind::Lining, "dark-lines", 2.0 * kRecessDepth_mm);
    if (areaOf(basis.maps(), lines.mask, only) < kLeastBand_mm2) return steps;
    lines.layer = "dark lines in what is deepest";
    lines.recipe = recipeOf(basis.plan, basis.mixes.rack, labFrom(Lch{6.0, 4.0, opposite}),
                            basis.mixes.allowed);
    lines.thinner = 2.0;
    lines.tool = Tool::FineBrush;
    lines.coats = 1;
    lines.why = "Between plates and round rivets metal ends in black.";
    lines.how = "Into the deepest places only, as thin as the brush allows.";
    steps.push_back(std::move(lines));
    return steps;
}

}  // namespace

std::vector<Step> hueSteps(const WorkBasis& basis, PartIndex part) {
    std::vector<Step> steps = metalRecesses(basis, part);
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
