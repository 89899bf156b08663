// Each overlay fills one colour a receiver.
#include "core/picture/look.h"

#include <algorithm>
#include <cmath>

#include "core/base/finite.h"
#include "core/base/parallel.h"
#include "core/painted/shells.h"
#include "core/picture/drawn_lines.h"
#include "core/picture/floor_look.h"

namespace glaukophos {
namespace {

constexpr float kClay = 0.62F;        // reflectance of the bare figure in pictures
constexpr float kUnlitClay = 0.035F;  // so that the form can be made out where no light reaches

Vec3 grey(float luminance) { return Vec3::Constant(luminance); }

Vec3 greyOfLightness(double lightness) { return grey(static_cast<float>(luminanceOf(lightness))); }

// Moves a colour towards its own grey until no component lies outside 0..1.
Vec3 insideGamut(const Vec3d& rgb, double luminance) {
    double keep = 1.0;
    for (int i = 0; i < 3; ++i) {
        const double away = rgb[i] - luminance;
        if (away > 0.0) keep = std::min(keep, (1.0 - luminance) / away);
        if (away < 0.0) keep = std::min(keep, luminance / -away);
    }
    const Vec3d grey = Vec3d::Constant(luminance);
    return (grey + std::max(0.0, keep) * (rgb - grey)).cast<float>();
}

template <class Fill>
void forVertices(const Plan& plan, Look& look, const Fill& fill) {
    forChunks(plan.figure->vertexCount(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            if (look.seen.empty() || look.seen[v]) look.colours[v] = fill(v);
        }
    });
}

void bareLook(const Plan& plan, const Appearance& appearance, Look& look) {
    look.clay = true;
    forVertices(plan, look,
                [&](std::size_t v) { return grey(kClay * skyVisibilityAt(appearance, v)); });
    plainFloor(plan, appearance, look.colours);
}

void partsLook(const Plan& plan, const Appearance& appearance, Look& look) {
    bareLook(plan, appearance, look);
    look.outlines = true;
    if (plan.parts.size() < 2) return;
    for (std::size_t part = 0; part < plan.parts.size(); ++part) {
        look.part_tints.push_back(partTint(part));
    }
}

void reachLook(const Plan& plan, const Appearance& appearance, std::size_t light, Look& look) {
    std::vector<Vec3> colours = lightColours(plan);
    for (std::size_t l = 0; l < colours.size(); ++l) {
        if (l != light) colours[l].setZero();
    }
    if (light >= colours.size()) return bareLook(plan, appearance, look);
    // Shown on its own, so with an exposure of its own.
    const std::vector<float>& arriving = appearance.irradiance.of_lights[light];
    const double gain = autoGain(std::span(arriving).first(plan.figure->vertexCount()),
                                 plan.figure->surface.areas_mm2, 0.0);
    const Vec3d rgb = displayColourOf(plan.lights[light].colour).rgb;
    forVertices(plan, look, [&](std::size_t v) {
        const float lit = std::min(1.0F, static_cast<float>(gain) * arriving[v]);
        const Vec3 unlit = grey(kUnlitClay * skyVisibilityAt(appearance, v));
        return Vec3(unlit + 0.85F * lit * rgb.cast<float>());
    });
    plainFloor(plan, appearance, look.colours);
    const std::size_t first = plan.figure->vertexCount();
    for (std::size_t i = first; i < look.colours.size(); ++i) {
        const float lit = std::min(2.0F, static_cast<float>(gain) * arriving[i]);
        look.colours[i] = 0.35F * look.colours[i] + 1.6F * lit * rgb.cast<float>();
    }
}

void shellsLook(const Plan& plan, const Appearance& appearance, const LookChoice& choice,
                Look& look) {
    if (choice.light >= plan.lights.size() || !isNear(plan.lights[choice.light].kind)) {
        return reachLook(plan, appearance, choice.light, look);
    }
    const std::vector<float> lit = glowLevels(plan, appearance.irradiance, choice.light);
    std::vector<Vec3> colours{Vec3::Zero()};
    look.borders.clear();
    const Vec3 tint = displayColourOf(plan.lights[choice.light].colour).rgb.cast<float>();
    const std::vector<Shell> shells = shellsOf(plan, appearance.irradiance, choice.light);
    for (const Shell& shell : shells) {
        look.borders.push_back(asDistance(static_cast<float>(shell.irradiance)));
        const auto inward =
            static_cast<float>(look.borders.size()) / static_cast<float>(shells.size());
        // From a dark tint to nearly white, in steps of equal lightness.
        const double lightness = 22.0 + 68.0 * static_cast<double>(inward);
        const Vec3 pale = tint + 0.75F * inward * inward * (Vec3::Ones() - tint);
        const double own = xyzFrom(LinearRgb{pale.cast<double>()}).xyz.y();
        colours.push_back(
            insideGamut((luminanceOf(lightness) / std::max(own, 1e-3)) * pale.cast<double>(),
                        luminanceOf(lightness)));
    }
    for (std::size_t v = 0; v < look.lightness.size(); ++v) {
        look.lightness[v] = asDistance(lit[v], shells.empty() ? 1.0 : shells.front().irradiance);
    }
    look.band_colours.assign(plan.parts.size(), colours);
    look.lowest_is_smooth = true;
    look.outlines = true;
    forVertices(plan, look,
                [&](std::size_t v) { return grey(0.09F * skyVisibilityAt(appearance, v)); });
    plainFloor(plan, appearance, look.colours);
}

void valuesLook(const Plan& plan, const Appearance& appearance, Look& look) {
    forVertices(plan, look,
                [&](std::size_t v) { return greyOfLightness(appearance.values.lightness[v]); });
    plainFloor(plan, appearance, look.colours);
}

void bandsLook(const Plan& plan, const Appearance& appearance, Look& look) {
    std::vector<Vec3> greys;
    for (std::size_t b = 0; b < appearance.bands.count(); ++b) {
        greys.push_back(greyOfLightness(middleOf(b, appearance.bands.borders, plan.values.paint)));
    }
    look.band_colours.assign(plan.parts.size(), greys);
    look.outlines = true;
    plainFloor(plan, appearance, look.colours);
}

// A border is drawn as it is to be painted: solid where crisp, dashed where soft, dotted where
// lost.
void bordersLook(const Plan& plan, const Appearance& appearance, const Marks& marks, Look& look) {
    bandsLook(plan, appearance, look);
    for (std::vector<Vec3>& greys : look.band_colours) {
        for (Vec3& grey : greys) grey = 0.75F * grey + Vec3::Constant(0.02F);
    }
    look.border_lines = marks.edges.edges.empty();  // plain ones until kinds are known
    const std::array<LineStyle, kEdgeKindCount> styles = {LineStyle::Solid, LineStyle::Dashed,
                                                          LineStyle::Dotted};
    const std::array<float, kEdgeKindCount> widths = {1.7F, 1.3F, 1.5F};
    for (std::size_t kind = 0; kind < kEdgeKindCount; ++kind) {
        // Pale on dark bands and dark on light ones.
        LineGroup pale{styles[kind], widths[kind], 0.0F, Vec3(0.78F, 0.76F, 0.72F), 0.0F, {}};
        LineGroup dark{styles[kind], widths[kind], 0.0F, Vec3(0.01F, 0.01F, 0.012F), 0.0F, {}};
        for (const BandEdge& edge : marks.edges.edges) {
            if (static_cast<std::size_t>(edge.kind) != kind) continue;
            const bool on_dark = appearance.bands.borders[edge.border] < 52.0;
            (on_dark ? pale : dark).lines_mm.push_back(edge.points_mm);
        }
        look.lines.push_back(std::move(pale));
        look.lines.push_back(std::move(dark));
    }
}

// Each pass as wide as it is to be painted, the later ones lighter.
void edgesLook(const Plan& plan, const Appearance& appearance, const Marks& marks, Look& look) {
    forVertices(plan, look, [&](std::size_t v) {
        return greyOfLightness(8.0 + 0.45 * appearance.values.lightness[v]);
    });
    plainFloor(plan, appearance, look.colours);
    constexpr std::array<double, 3> kLightness = {58.0, 76.0, 93.0};
    const Vec3 warm(1.0F, 0.93F, 0.80F);
    for (std::size_t pass = 0; pass < marks.lines.passes.size(); ++pass) {
        const auto luminance = static_cast<float>(luminanceOf(kLightness.at(pass)));
        LineGroup group{
            LineStyle::Solid, 1.0F, static_cast<float>(marks.lines.passes[pass].width_mm),
            luminance * warm, 0.0F, {}};
        for (const EdgeStretch& stretch : marks.lines.stretches) {
            if (static_cast<std::size_t>(stretch.pass) == pass) {
                group.lines_mm.push_back(stretch.points_mm);
            }
        }
        look.lines.push_back(std::move(group));
    }
    LineGroup dots{LineStyle::Solid, 5.0F, 0.0F, Vec3(0.9F, 0.45F, 0.08F), 1.0F, {}};
    for (const Vec3& point : marks.lines.brightest_mm) dots.lines_mm.push_back({point});
    look.lines.push_back(std::move(dots));
}

void squintLook(const Plan& plan, const Appearance& appearance, Look& look) {
    forVertices(plan, look,
                [&](std::size_t v) { return greyOfLightness(appearance.values.painted[v]); });
    plainFloor(plan, appearance, look.colours);
    // A normal curve is 2.355 standard deviations wide at half its height.
    look.blur_mm = squintBlur_mm(plan.values.squint) / 2.355;
}

void coloursLook(const Plan& plan, const Appearance& appearance, bool in_steps, Look& look) {
    const ColourBasis source(plan, appearance);
    forVertices(plan, look, [&](std::size_t v) { return shownColour(paintedColour(source, v)); });
    litFloor(plan, appearance, lightColours(plan), look.colours);
    if (!in_steps) return;
    look.outlines = true;
    for (const Ladder& ladder : appearance.ladders) {
        std::vector<Vec3>& row = look.band_colours.emplace_back();
        for (const Rung& step : ladder) row.push_back(linearFrom(step.shown).rgb.cast<float>());
    }
}

// As it stands after the sprays and the filter; bare where there is no underpainting.
void underLook(const Plan& plan, const Appearance& appearance, const Marks& marks, Look& look) {
    if (marks.underpainted.empty()) return bareLook(plan, appearance, look);
    forVertices(plan, look, [&](std::size_t v) { return shownColour(marks.underpainted[v]); });
    plainFloor(plan, appearance, look.colours);
}

// What is painted in the colour of its mix, all else in a clay that stands apart from it.
void layerLook(const Plan& plan, const Appearance& appearance, const LayerMap& map, Look& look) {
    look.outlines = true;
    look.is_source.assign(plan.parts.size(), false);
    look.lines = map.lines;
    const double luminance = xyzFrom(LinearRgb{map.colour.cast<double>()}).xyz.y();
    const Vec3 clay = grey(luminance < 0.16 ? 0.46F : 0.10F);
    const auto shading = [&](std::size_t v) {
        return 0.35F + 0.65F * skyVisibilityAt(appearance, v);
    };
    const std::vector<PartIndex>& parts = plan.figure->surface.parts;
    plainFloor(plan, appearance, look.colours);
    if (!map.laid.empty()) {
        // A little of its form, so that flat paint is seen to lie on a figure.
        look.outlines = false;
        forVertices(plan, look, [&](std::size_t v) {
            return Vec3((0.75F + 0.25F * skyVisibilityAt(appearance, v)) * map.laid[v]);
        });
        return;
    }
    if (!map.coverage.empty()) {
        look.outlines = false;
        forVertices(plan, look, [&](std::size_t v) {
            const float covered = map.parts[parts[v]] ? map.coverage[v] : 0.0F;
            return Vec3(shading(v) * ((1.0F - covered) * clay + covered * map.colour));
        });
        return;
    }
    look.shaded_bands = true;
    look.lightness = map.values;
    look.borders = map.borders;
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        std::vector<Vec3>& row = look.band_colours.emplace_back(map.borders.size() + 1, clay);
        if (map.parts[p]) row[map.inside] = map.colour;
    }
    forVertices(plan, look, [&](std::size_t v) { return grey(shading(v)); });
}

// Parts that are the light itself: the light's tint, which the picture pales towards the middle.
void paintSources(const Plan& plan, Look& look) {
    const std::vector<PartIndex>& parts = plan.figure->surface.parts;
    std::vector<Vec3> colours(plan.parts.size(), Vec3::Ones());
    for (const Light& light : plan.lights) {
        const Vec3 tint = displayColourOf(light.colour).rgb.cast<float>();
        for (const PartIndex part : light.own_parts) colours[part] = tint;
    }
    for (std::size_t v = 0; v < parts.size(); ++v) {
        if (look.is_source[parts[v]]) look.colours[v] = colours[parts[v]];
    }
}

// Everything but one band is dimmed, in the colours and in the flat steps.
void showBandAlone(const Plan& plan, const Appearance& appearance, const LookChoice& choice,
                   Look& look) {
    constexpr float kDimmed = 0.16F;
    const std::size_t lone = *choice.lone_band;
    const std::vector<PartIndex>& parts = plan.figure->surface.parts;
    const auto stays = [&](std::size_t part, std::size_t band) {
        return band == lone && (!choice.lone_part || *choice.lone_part == part);
    };
    const auto dim = [&](Vec3& colour) { colour = kDimmed * colour + Vec3::Constant(0.004F); };
    forVertices(plan, look, [&](std::size_t v) {
        Vec3 colour = look.colours[v];
        if (!stays(parts[v], bandOf(appearance.values.lightness[v], appearance.bands.borders))) {
            dim(colour);
        }
        return colour;
    });
    for (std::size_t p = 0; p < look.band_colours.size(); ++p) {
        for (std::size_t b = 0; b < look.band_colours[p].size(); ++b) {
            if (!stays(p, b)) dim(look.band_colours[p][b]);
        }
    }
}

// A look of the right sizes, nothing painted yet.
Look begunLook(const Plan& plan, const Appearance& appearance, const LookChoice& choice) {
    Look look;
    look.colours.resize(plan.figure->receiverCount(), Vec3::Zero());
    look.is_source = sourceParts(plan);
    look.lightness = appearance.values.lightness;
    // Painted glow has values of its own; in colours and light it is shown as the light itself.
    const bool as_values = choice.overlay == Overlay::Values || choice.overlay == Overlay::Bands ||
                           choice.overlay == Overlay::Borders || choice.overlay == Overlay::Squint;
    const std::vector<bool> turned = turnedOverParts(plan);
    look.whiteness = static_cast<float>(plan.colours.glow.whiteness);
    for (std::size_t p = 0; p < turned.size(); ++p) {
        const bool as_painted =
            choice.overlay == Overlay::Colours && plan.parts[p].ramp.kind != RampKind::AsLit;
        if (turned[p] && (as_values || as_painted)) look.is_source[p] = false;
    }
    look.borders.assign(appearance.bands.borders.begin(), appearance.bands.borders.end());
    return look;
}

void addDrawnLines(const Plan& plan, const Marks& marks, Look& look) {
    if (marks.drawn.size() != plan.lines.size()) return;
    for (std::size_t i = 0; i < plan.lines.size(); ++i) {
        for (LineGroup& group : finishedLines(plan.lines[i], marks.drawn[i])) {
            look.lines.push_back(std::move(group));
        }
    }
}

void paintOverlay(const Plan& plan, const Appearance& appearance, const LookChoice& choice,
                  const Marks& marks, Look& look) {
    switch (choice.overlay) {
        case Overlay::Bare:
            return bareLook(plan, appearance, look);
        case Overlay::Parts:
            return partsLook(plan, appearance, look);
        case Overlay::Reach:
            return reachLook(plan, appearance, choice.light, look);
        case Overlay::Shells:
            return shellsLook(plan, appearance, choice, look);
        case Overlay::Values:
            return valuesLook(plan, appearance, look);
        case Overlay::Bands:
            return bandsLook(plan, appearance, look);
        case Overlay::Borders:
            return bordersLook(plan, appearance, marks, look);
        case Overlay::Edges:
            return edgesLook(plan, appearance, marks, look);
        case Overlay::Squint:
            return squintLook(plan, appearance, look);
        case Overlay::Under:
            look.is_source.assign(plan.parts.size(), false);
            return underLook(plan, appearance, marks, look);
        case Overlay::Layer:
            return layerLook(plan, appearance, *choice.layer, look);
        case Overlay::Colours:
            coloursLook(plan, appearance, choice.in_steps, look);
            return addDrawnLines(plan, marks, look);
    }
}

// What is shown: of a figure that has been divided anew since, a map of a layer says nothing.
Overlay shownOverlay(const Plan& plan, const LookChoice& choice) {
    const bool fits = choice.layer != nullptr &&
                      choice.layer->values.size() == plan.figure->vertexCount() &&
                      choice.layer->parts.size() == plan.parts.size();
    return choice.overlay == Overlay::Layer && !fits ? Overlay::Bare : choice.overlay;
}

}  // namespace

Vec3 shownColour(const Xyz& colour) { return insideGamut(linearFrom(colour).rgb, colour.xyz.y()); }

Vec3 partTint(std::size_t part) {
    // The golden angle keeps the hues of any number of parts apart.
    const double hue_deg = 250.0 + 137.508 * static_cast<double>(part);
    const double lightness = part % 2 == 0 ? 78.0 : 66.0;
    const Srgb shown =
        displayable(labFrom(Lch{lightness, 24.0, hue_deg - 360.0 * std::floor(hue_deg / 360.0)}));
    return (1.35 * linearFrom(shown).rgb).cast<float>();
}

double squintBlur_mm(const SquintChoices& squint) {
    return squint.distance_mm * std::tan(radians(squint.blur_deg));
}

Look lookOf(const Plan& plan, const Appearance& appearance, const LookChoice& asked,
            const Marks& marks, std::vector<bool> seen) {
    LookChoice choice = asked;
    choice.overlay = shownOverlay(plan, asked);
    Look look = begunLook(plan, appearance, choice);
    look.seen = std::move(seen);
    paintOverlay(plan, appearance, choice, marks, look);
    // These show the figure before any light.
    if (choice.overlay == Overlay::Bare || choice.overlay == Overlay::Parts) return look;
    if (choice.lone_band && choice.overlay != Overlay::Shells) {
        showBandAlone(plan, appearance, choice, look);
    }
    softenFloor(plan, look.colours);
    if (choice.overlay != Overlay::Layer) paintSources(plan, look);
    for (const Vec3& colour : look.colours) requireFinite({colour.data(), 3}, "look");
    return look;
}

}  // namespace glaukophos
