// What colour each point of the figure has in a picture: the overlays.
#pragma once

#include <array>
#include <optional>
#include <vector>

#include "core/picture/draw_lines.h"
#include "core/plan/marks.h"

namespace glaukophos {

enum class Overlay {
    Bare,
    Parts,
    Reach,
    Shells,
    Values,
    Bands,
    Edges,
    Lines,
    Squint,
    Under,
    Colours
};

inline constexpr std::array<const char*, 11> kOverlayNames = {"bare",   "parts", "reach",  "shells",
                                                              "values", "bands", "edges",  "lines",
                                                              "squint", "under", "colours"};
std::optional<Overlay> overlayFromName(std::string_view name);

struct LookChoice {
    Overlay overlay = Overlay::Colours;
    std::size_t light = 0;  // for Reach and Shells: which entry of the plan
    bool in_steps = false;  // for Colours: the ladder's flat steps instead of smooth colour
    int shells = 4;         // for Shells
    // One band alone, of one part or (with no part) of all; the rest is dimmed.
    std::optional<std::size_t> lone_band = std::nullopt;
    std::optional<PartIndex> lone_part = std::nullopt;
    bool operator==(const LookChoice&) const = default;
};

// Linear RGB for every receiver of a figure, and what is drawn on top.
struct Look {
    std::vector<Vec3> colours;     // one entry a receiver; floor points hold factors on the ground
    std::vector<float> lightness;  // one entry a vertex: what is sorted into bands
    std::vector<double> borders;   // of lightness, ascending
    std::vector<std::vector<Vec3>> band_colours;  // one entry a part; empty: smooth
    bool lowest_is_smooth = false;                // below the first border `colours` are shown
    std::vector<bool> is_source;                  // parts that are drawn as the light itself
    float whiteness = 1.0F;                       // of those: 0 the light's tint .. 1 white
    std::vector<Vec3> part_tints;                 // over the clay, one entry a part; empty: none
    bool clay = false;         // shade by a studio light that turns with the viewer
    bool outlines = false;     // draw borders of parts
    bool border_lines = true;  // ... and of bands
    std::vector<LineGroup> lines;
    double blur_mm = 0.0;  // of the finished picture: standard deviation on the figure
};

// A planned colour brought to what a screen can show: lightness and hue kept, linear RGB.
Vec3 shownColour(const Xyz& colour);

// A tint that tells a part from its neighbours, linear RGB.
Vec3 partTint(std::size_t part);

// `marks` are needed for Edges, Lines and Under.
Look lookOf(const Plan& plan, const Results& results, const LookChoice& choice,
            const Marks& marks = {});

// What a squinting eye cannot tell apart on the figure, in mm.
double squintBlur_mm(const SquintChoices& squint);

}  // namespace glaukophos
