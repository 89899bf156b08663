// One layer of the work: what is laid where, with what, how long it takes, and why it is there.
#pragma once

#include <array>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/colour/amounts.h"
#include "core/figure/stroke.h"
#include "core/mixing/mixes.h"
#include "core/painted/edge_lines.h"

namespace glaukophos {

enum class StepKind {
    Prime,    // the primer
    Spray,    // a pass of the underpainting
    Filter,   // transparent colour over it
    Base,     // the first coat of a part
    Layer,    // one band and all that lies beyond it
    Between,  // a mix in between, where a step would jump
    Veil,     // several very thin coats instead
    Tint,     // transparent colour over greys
    Hue,      // a patch of another hue
    Wash,     // dark paint that runs into recesses
    Lining,   // dark lines where parts meet and in folds
    Edges,    // edge highlights
    Dim,      // a thin dark glaze over what no glow reaches
    Shell,    // one shell of a glow
    Glint,    // edges and points that catch a glow
    Line,     // one pass of a drawn line, or its dots
    White,    // where a glow peaks, before it is tinted
    Reshade,  // recesses and rims after a glow
    Source,   // the light itself
    TouchUp,  // what came out otherwise than planned
    CleanUp,
    Varnish,
};

enum class Tool { Brush, FineBrush, DryBrush, Sponge, Airbrush, Can };
inline constexpr std::array<const char*, 6> kToolNames = {"brush",  "fine brush", "drybrush",
                                                          "sponge", "airbrush",   "spray can"};

// The figure is painted phase by phase.
enum class Phase { Ground, Parts, Edges, Glow, AfterGlow, Late, Last };
inline constexpr std::array<const char*, 7> kPhaseNames = {
    "Primer and underpainting", "Parts",       "Edges", "Glow", "Set right after the glow",
    "Metals, eyes and source",  "Last touches"};
inline const char* nameOf(Phase phase) { return kPhaseNames.at(static_cast<std::size_t>(phase)); }

// Where a layer goes, as few numbers: the map itself is worked out when it is looked at.
enum class Where {
    All,
    Values,     // L* before any glow: `from` to `to`
    Finished,   // the same with all glows in it: for what is painted after them
    Light,      // level of the glow of `light`, see glowLevels: `from` to `to`; shell `index`
    Rest,       // what no glow is painted on
    Sprayed,    // as much as arrives of spray `index`
    Filtered,   // as the filter over sprays is shared out, see filterShareOf
    Hue,        // hue veil `index`
    Reshade,    // recesses and the rim of `light`'s glow, whose irradiance is `from`
    Rim,        // within `from` mm of part `index`
    Lines,      // edge highlights, pass `index`, `from` mm wide; after the passes its dots
    GlowLines,  // those in the glow of `light`, passes up to `index`
    Relief,     // from L* `from`, what stands out by `to` mm; `index` 1: with all glows in it
    Recess,     // deeper than `from` mm below the surface within `to` mm, see reliefOf
    Seam,       // within `from` mm of another part or in such recesses, on the dark side
    FaceVeil,   // as much as the glaze along the far edge of the face takes
    Drawn,      // drawn line `light`, pass `index`, `from` mm wide; after the passes its dots
};
struct Mask {
    Where where = Where::All;
    double from = -1e9;
    double to = 1e9;
    std::size_t light = 0;
    std::size_t index = 0;
    // Vertices that are left as they are; null: none.
    std::shared_ptr<const std::vector<bool>> but_not{};
    bool operator==(const Mask&) const = default;
};

// This step comes later than another, and why.
struct After {
    std::string step;  // its key
    std::string why;
};

// Of a mix that is on the palette already.
struct MixPart {
    std::string mix;  // "Shade mix"
    Lab colour;
    int parts = 1;
};

struct Step {
    std::string key;                // see step_key.h
    std::vector<std::string> also;  // keys of the steps that were joined to this one
    StepKind kind = StepKind::Layer;
    std::vector<PartIndex> parts;
    std::string layer;  // "Light", "base, Deep": of its parts; empty where the title says all
    std::string title;  // "hoodcape and apron: Light"
    std::string why;    // why this layer is here
    std::optional<std::size_t> band;
    std::optional<std::size_t> light;  // of a glow
    Mask mask;
    double area_mm2 = 0.0;
    double lost_mm = 0.0;   // borders to blend
    double lines_mm = 0.0;  // of edge highlights
    Recipe recipe;          // empty: the paint is named in `paint`
    std::string paint;      // where it is not mixed from the rack
    // Where two mixes are mixed again; `recipe` then says what is in them together.
    std::vector<MixPart> of_mixes;
    std::vector<Amount> amounts;  // of one batch, as it is measured out for this area
    double thinner = 1.0;         // parts to one of paint
    int coats = 1;
    std::vector<double> veil_thinners;  // one entry a coat where they differ; else empty
    int batches = 1;                    // of the amounts
    Tool tool = Tool::Brush;
    std::string tool_words;       // size, or pressure and distance
    std::string how;              // handling, in a sentence
    std::string masking;          // where spray would go past the edge; empty: none needed
    std::string caution;          // empty: none
    double work_min = 0.0;        // of one coat on one figure
    double dry_min = 0.0;         // after each coat
    Phase phase = Phase::Ground;  // of the whole figure
    std::vector<After> after;
};

// Of the passes over edges in a glow, the longest stretches first. Common practice, no source.
inline constexpr std::array<double, 3> kGlowLineWidths_mm = {0.3, 0.22, 0.15};

// What all figures together take of one paint.
struct PaintUse {
    std::string paint;
    double ml = 0.0;
    double left_ml = 0.0;

    [[nodiscard]] bool runsShort() const { return ml > left_ml; }
};

// Of the parts of a scene.
struct StandingPart {
    int figure = 0;  // that it belongs to
    double area_mm2 = 0.0;
};

// Everything that is to be done to one figure, or to all of one scene.
struct Work {
    std::vector<Step> steps;             // in working order
    std::vector<std::string> broken;     // what the painter's own order breaks, in sentences
    std::vector<std::string> missing;    // what cannot be painted as planned, in sentences
    std::vector<PaintUse> uses;          // of the whole plan, the most first
    MixingRack rack;                     // that the recipes' drops are of
    std::vector<StandingPart> standing;  // one entry a part
    std::vector<float> lightness;        // L* before any glow, one entry a vertex
    std::vector<EdgeStretch> lines;      // edge highlights
    std::vector<double> line_widths_mm;  // one entry a pass
    std::vector<Vec3> line_dots_mm;      // lit corners, or the brightest places of edges
    std::vector<PartIndex> dots_parts;   // that they lie on
    // Edges that catch a glow, one entry a light: passes as in kGlowLineWidths_mm.
    std::vector<std::vector<EdgeStretch>> glow_lines;
    std::vector<Strokes> drawn;  // one entry a drawn line of the plan
};

// Whether a step is, or was joined from, the one that a key names.
bool isKnownAs(const Step& step, const std::string& key);

// The place of a key among the steps; their number when it is not there.
std::size_t indexOf(const std::vector<Step>& steps, const std::string& key);

}  // namespace glaukophos
