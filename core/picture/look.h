// What colour each point of the figure has in a picture: the overlays.
#pragma once

#include <array>
#include <optional>
#include <vector>

#include "core/picture/draw_lines.h"
#include "core/plan/marks.h"

namespace glaukophos {

enum class Overlay { Bare, Parts, Reach, Shells, Values, Bands, Edges, Lines, Squint, Colours };

inline constexpr std::array<const char*, 10> kOverlayNames = {
    "bare", "parts", "reach", "shells", "values", "bands", "edges", "lines", "squint", "colours"};
std::optional<Overlay> overlayFromName(std::string_view name);

struct LookChoice {
    Overlay overlay = Overlay::Colours;
    std::size_t light = 0;  // for Reach and Shells: which entry of the plan
    bool in_steps = false;  // for Colours: the ladder's flat steps instead of smooth colour
    int shells = 4;         // for Shells
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
    std::vector<Vec3> part_tints;                 // over the clay, one entry a part; empty: none
    bool clay = false;         // shade by a studio light that turns with the viewer
    bool outlines = false;     // draw borders of parts
    bool border_lines = true;  // ... and of bands
    std::vector<LineGroup> lines;
    double blur_mm = 0.0;  // of the finished picture: standard deviation on the figure
};

// A tint that tells a part from its neighbours, linear RGB.
Vec3 partTint(std::size_t part);

// `marks` are needed for Edges and Lines.
Look lookOf(const Plan& plan, const Results& results, const LookChoice& choice,
            const Marks& marks = {});

// What a squinting eye cannot tell apart on the figure, in mm.
double squintBlur_mm(const SquintChoices& squint);

}  // namespace glaukophos
