// What the painter draws on the figure: bolts, nets of light, cracks and signs, and eyes.
#pragma once

#include <array>
#include <string>

#include "core/colour/colour.h"
#include "core/effect/shading.h"
#include "core/figure/grown_bolt.h"
#include "core/figure/light_net.h"

namespace glaukophos {

enum class LineKind { Bolt, Net, Drawn, Eyes };
const std::array<ShadingEntry, 4>& lineKinds();  // in the order of LineKind

inline constexpr int kFewestLinePasses = 2;
inline constexpr int kMostLinePasses = 4;

// Kept as the places that were clicked: what is drawn follows from them and the form, and so stays
// on the figure when it is divided anew.
struct DrawnLine {
    std::string name;
    LineKind kind = LineKind::Bolt;
    // A bolt: its root and its end. A net: a place on the water. Drawn: all its corners. Eyes: both
    // corners of one, then of the other.
    std::vector<Vec3> anchors_mm;
    Srgb colour{0.45, 0.66, 1.0};
    double width_mm = 1.0;  // of the first pass where the line is thickest
    int passes = 3;         // from the dark halo to the pale core
    std::uint32_t seed = 1;
    int forks = 5;           // of a bolt
    double cell_mm = 3.0;    // of a net
    double height_mm = 8.0;  // above the water where a net is gone
    double gaze = 0.0;       // of all eyes together: -1 to the figure's own right .. 1 to its left
    bool operator==(const DrawnLine&) const = default;
};

// One pass over a line, the widest and darkest first. Common practice, no source: each pass is
// narrower and lighter, and the core is not pure white. Eyes are a dark ring, off-white, the colour
// and a dot of light, each a width that follows from their size.
struct LinePass {
    double width_mm = 1.0;
    Lab colour;
};
std::vector<LinePass> passesOf(const DrawnLine& line);
// Of one eye from corner to corner, a mean, mm.
double eyeWidth(const DrawnLine& eyes);
// What dots where strokes meet are painted with: paler than the core.
LinePass dotsOf(const DrawnLine& line);
// Fewer places than these get no dots.
inline constexpr std::size_t kFewestDots = 2;

// What is wrong with a line, or nothing.
std::string problemWith(const DrawnLine& line);
inline constexpr std::size_t kMostLines = 40;

}  // namespace glaukophos
