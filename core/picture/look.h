// What colour each point of the figure has in a picture: the overlays.
#pragma once

#include <array>
#include <memory>
#include <optional>
#include <vector>

#include "core/painted/marks.h"
#include "core/picture/draw_lines.h"
#include "core/picture/overlay.h"

namespace glaukophos {

// Where one layer of the work goes: what it is cut from, and between which values.
struct LayerMap {
    std::vector<float> values;     // one entry a vertex
    std::vector<double> borders;   // of the values, ascending; none: all of it
    std::size_t inside = 0;        // the stretch between borders that is painted
    std::vector<float> coverage;   // 0..1, one entry a vertex, where it fades; empty: it does not
    std::vector<Vec3> laid;        // linear RGB a vertex: all that is painted by then, no map
    std::vector<bool> parts;       // that it lies on, one entry a part
    Vec3 colour = Vec3::Ones();    // of the mix, linear RGB
    std::vector<LineGroup> lines;  // strokes, or the lines to be drawn
};

struct LookChoice {
    Overlay overlay = Overlay::Colours;
    std::size_t light = 0;  // for Irradiance and Shells: which entry of the plan
    bool in_steps = false;  // for Colours: the ladder's flat steps instead of smooth colour
    // One band alone, of one part or (with no part) of all; the rest is dimmed.
    std::optional<std::size_t> lone_band = std::nullopt;
    std::optional<PartIndex> lone_part = std::nullopt;
    std::shared_ptr<const LayerMap> layer = nullptr;  // for Layer
    bool operator==(const LookChoice&) const = default;
};

// Linear RGB for every receiver of a figure, and what is drawn on top.
struct Look {
    std::vector<Vec3> colours;     // one entry a receiver; floor points hold factors on the ground
    std::vector<float> lightness;  // one entry a vertex: what is sorted into bands
    std::vector<double> borders;   // of lightness, ascending
    std::vector<std::vector<Vec3>> band_colours;  // one entry a part; empty: smooth
    bool lowest_is_smooth = false;                // below the first border `colours` are shown
    bool shaded_bands = false;                    // band colours are times `colours`
    std::vector<bool> is_source;                  // parts that are drawn as the light itself
    float whiteness = 1.0F;                       // of those: 0 the light's tint .. 1 white
    std::vector<Vec3> part_tints;                 // over the clay, one entry a part; empty: none
    bool clay = false;         // shade by a studio light that turns with the viewer
    bool outlines = false;     // draw borders of parts
    bool border_lines = true;  // ... and of bands
    std::vector<LineGroup> lines;
    double blur_mm = 0.0;    // of the finished picture: standard deviation on the figure
    std::vector<bool> seen;  // vertices that `colours` are filled for; empty: all
};

// A planned colour brought to what a screen can show: lightness and hue kept, linear RGB.
Vec3 shownColour(const Xyz& colour);

// A tint that tells a part from its neighbours, linear RGB.
Vec3 partTint(std::size_t part);

// `marks` are needed for Borders, Edges and Under. Colours are worked out only for the vertices
// marked in `seen`, if any are: enough for one picture while something moves.
Look lookOf(const Plan& plan, const Appearance& appearance, const LookChoice& choice,
            const Marks& marks = {}, std::vector<bool> seen = {});

// What a squinting eye cannot tell apart on the figure, in mm.
double squintBlur_mm(const SquintChoices& squint);

}  // namespace glaukophos
