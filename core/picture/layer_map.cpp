// The borders of a map are cut as finely as the picture shows, not by vertex.
#include "core/picture/layer_map.h"

#include <algorithm>

#include "core/painted/shells.h"
#include "core/painted/underpaint.h"
#include "core/picture/drawn_lines.h"
#include "core/work/step_maps.h"

namespace glaukophos {
namespace {

constexpr double kNoEnd = 1e8;

void cut(LayerMap& map, double from, double to) {
    if (from > -kNoEnd) map.borders.push_back(from);
    map.inside = map.borders.size();
    if (to < kNoEnd) map.borders.push_back(to);
}

// Dark lines with a pale rim, so that they are seen on any mix.
LineGroup strokeLines(const MapBasis& basis, const Step& step) {
    const double apart_mm = 0.075 * basis.plan.figure->bounds().size().maxCoeff();
    return {LineStyle::Solid,           1.3F, 0.0F,
            Vec3(0.01F, 0.01F, 0.012F), 0.6F, strokesOf(basis, step, std::max(1.2, apart_mm))};
}

LineGroup passGroup(const std::vector<EdgeStretch>& stretches, std::size_t pass, double width_mm,
                    const LayerMap& map) {
    LineGroup group{LineStyle::Solid, 1.2F, static_cast<float>(width_mm), map.colour, 0.0F, {}};
    for (const EdgeStretch& stretch : stretches) {
        if (static_cast<std::size_t>(stretch.pass) == pass && map.parts[stretch.part]) {
            group.lines_mm.push_back(stretch.points_mm);
        }
    }
    return group;
}

// One pass over edges, or the dots after the last.
void addEdgeLines(const Work& work, const Step& step, LayerMap& map) {
    if (step.mask.index < work.line_widths_mm.size()) {
        map.lines.push_back(passGroup(work.lines, step.mask.index, step.mask.from, map));
        return;
    }
    Strokes dots;
    for (std::size_t i = 0; i < work.line_dots_mm.size(); ++i) {
        if (map.parts[work.dots_parts[i]]) dots.forks_mm.push_back(work.line_dots_mm[i]);
    }
    map.lines.push_back(forkDots(dots, step.mask.from, map.colour));
}

// All passes over edges in a glow: later ones are paler, since they are laid over the first.
void addGlowLines(const Work& work, const Step& step, LayerMap& map) {
    const std::vector<EdgeStretch>& stretches = work.glow_lines.at(step.mask.light);
    for (std::size_t pass = 0; pass < std::min(step.mask.index, kGlowLineWidths_mm.size());
         ++pass) {
        const float pale = 0.35F * static_cast<float>(pass);
        LineGroup group = passGroup(stretches, pass, kGlowLineWidths_mm.at(pass), map);
        group.colour = (1.0F - pale) * map.colour + pale * Vec3::Ones();
        map.lines.push_back(std::move(group));
    }
}

}  // namespace

std::optional<Srgb> colourOf(const Plan& plan, const Step& step) {
    if (!step.recipe.drops.empty()) return displayable(step.recipe.colour);
    if (step.kind == StepKind::Prime) return plan.mixing.primer;
    const Paint* paint = paintNamed(plan, step.paint);
    return paint != nullptr ? std::optional(paint->mass_tone) : std::nullopt;
}

LayerMap layerMapOf(const Plan& plan, const Appearance& appearance, const Work& work,
                    const Step& step, bool strokes) {
    const MapBasis basis{plan, appearance, work.lightness};
    LayerMap map;
    map.parts = partsOf(plan, step);
    map.colour = linearFrom(colourOf(plan, step).value_or(Srgb{0.6, 0.6, 0.6})).rgb.cast<float>();
    map.values.assign(plan.figure->vertexCount(), 0.0F);
    switch (step.mask.where) {
        case Where::All:
            break;
        case Where::Values:
            map.values = work.lightness;
            cut(map, step.mask.from, step.mask.to);
            break;
        case Where::Finished:
            map.values = appearance.values.lightness;
            cut(map, step.mask.from, step.mask.to);
            break;
        case Where::Light: {
            const std::vector<float> lit = glowLevels(plan, appearance.irradiance, step.mask.light);
            std::ranges::transform(lit, map.values.begin(),
                                   [&](float level) { return asDistance(level, step.mask.from); });
            cut(map, asDistance(static_cast<float>(step.mask.from)), kNoEnd * 10);
            break;
        }
        case Where::Sprayed:
        case Where::Filtered:
        case Where::FaceVeil:
        case Where::Hue:
            map.coverage = coverageOf(basis, step.mask);
            break;
        case Where::Rest:
        case Where::Rim:
        case Where::Reshade:
        case Where::Recess:
        case Where::Relief:
        case Where::Seam:
            map.values = coverageOf(basis, step.mask);
            cut(map, 0.5, kNoEnd * 10);
            break;
        case Where::Lines:
        case Where::GlowLines:
            map.borders = {1.0};  // no surface, only lines
            map.inside = 1;
            if (step.mask.where == Where::GlowLines) {
                addGlowLines(work, step, map);
            } else {
                addEdgeLines(work, step, map);
            }
            return map;
        case Where::Drawn: {
            map.borders = {1.0};
            map.inside = 1;
            if (step.mask.light >= work.drawn.size()) return map;
            const Strokes& drawn = work.drawn[step.mask.light];
            const bool dots = step.mask.index == passesOf(plan.lines[step.mask.light]).size();
            map.lines = dots ? std::vector{forkDots(drawn, step.mask.from, map.colour)}
                             : passLines(drawn, step.mask.index, step.mask.from, map.colour);
            return map;
        }
    }
    // No borders are drawn on parts that the step does not lie on.
    const std::vector<PartIndex>& parts = plan.figure->surface.parts;
    for (std::size_t v = 0; v < map.values.size(); ++v) {
        const bool left = step.mask.but_not != nullptr && (*step.mask.but_not)[v];
        if (!map.parts[parts[v]] || left) map.values[v] = -1e9F;
    }
    const bool drawn = step.tool == Tool::Brush || step.tool == Tool::FineBrush;
    const bool along_values = step.mask.where == Where::Values ||
                              step.mask.where == Where::Finished || step.mask.where == Where::Light;
    if (strokes && drawn && along_values && map.coverage.empty()) {
        map.lines.push_back(strokeLines(basis, step));
    }
    return map;
}

}  // namespace glaukophos
