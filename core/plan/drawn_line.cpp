// Lightness rises evenly from pass to pass; hue stays the line's own.
#include "core/plan/drawn_line.h"

#include <algorithm>
#include <cmath>

#include "core/base/within.h"

namespace glaukophos {
namespace {

constexpr double kHalo = 30.0;      // L*
constexpr double kCore = 84.0;      // L*
constexpr double kNarrower = 0.55;  // of each pass to the one before
constexpr std::size_t kMostAnchors = 400;

// Off-white, since pure white stares; widths by the eye's own. Common practice, no source.
std::vector<LinePass> eyePasses(const DrawnLine& eyes) {
    const double width = eyeWidth(eyes);
    return {{std::max(0.08, 0.16 * width), {10.0, 4.0, 3.0}},
            {std::max(0.08, 0.17 * width), {80.0, 1.0, 5.0}},
            {0.42 * width, labFrom(xyzFrom(linearFrom(eyes.colour)))},
            {std::max(0.07, 0.13 * width), {94.0, 0.0, 2.0}}};
}

}  // namespace

const std::array<ShadingEntry, 4>& lineKinds() {
    static const std::array<ShadingEntry, 4> entries = {{
        {"Bolt", "bolt", "Lightning from a root to an end, with forks."},
        {"Net of light", "net", "What moving water throws on itself and on what stands in it."},
        {"Line", "drawn", "Cracks, signs, numbers: from click to click along the surface."},
        {"Eyes", "eyes", "Between two corners each: ring, off-white, colour and a dot, one gaze."},
    }};
    return entries;
}

double eyeWidth(const DrawnLine& eyes) {
    double sum = 0.0;
    std::size_t pairs = 0;
    for (std::size_t i = 0; i + 1 < eyes.anchors_mm.size(); i += 2, ++pairs) {
        sum += (eyes.anchors_mm[i + 1] - eyes.anchors_mm[i]).norm();
    }
    return pairs == 0 ? 1.0 : std::max(0.1, sum / static_cast<double>(pairs));
}

std::vector<LinePass> passesOf(const DrawnLine& line) {
    if (line.kind == LineKind::Eyes) return eyePasses(line);
    const Lch own = lchFrom(labFrom(xyzFrom(linearFrom(line.colour))));
    const double chroma = std::max(12.0, own.C);
    std::vector<LinePass> passes;
    double width = line.width_mm;
    for (int p = 0; p < line.passes; ++p, width *= kNarrower) {
        const double share = static_cast<double>(p) / std::max(1, line.passes - 1);
        // Full in the middle; the halo is dark, the core pales but keeps its tint.
        const double strong = chroma * (0.8 + 0.8 * share - 1.3 * share * share);
        const double lightness = kHalo + share * (kCore - kHalo);
        const Lab wanted = labFrom(Lch{lightness, strong, own.h_deg});
        passes.push_back({width, labFrom(xyzFrom(linearFrom(displayable(wanted))))});
    }
    return passes;
}

LinePass dotsOf(const DrawnLine& line) {
    const LinePass core = passesOf(line).back();
    return {1.3 * core.width_mm,
            {std::min(95.0, core.colour.L + 9.0), 0.5 * core.colour.a, 0.5 * core.colour.b}};
}

std::string problemWith(const DrawnLine& line) {
    const auto finite = [](const Vec3& point) { return point.allFinite() && point.norm() < 1e5F; };
    if (line.anchors_mm.empty() || line.anchors_mm.size() > kMostAnchors ||
        !std::ranges::all_of(line.anchors_mm, finite)) {
        return "A drawn line needs 1 to 400 places on the figure.";
    }
    if (line.passes < kFewestLinePasses || line.passes > kMostLinePasses) {
        return "A drawn line has 2 to 4 passes.";
    }
    if (!within(line.width_mm, 0.05, 20) || line.forks < 0 || line.forks > kMostForks) {
        return "A drawn line is 0.05 to 20 mm wide and has at most 12 forks.";
    }
    if (!within(line.gaze, -1, 1)) return "Eyes look from -1, their right, to 1, their left.";
    if (!within(line.cell_mm, 0.5, 100) || !within(line.height_mm, 0.1, 1000)) {
        return "The meshes of a net are 0.5 to 100 mm wide, and it reaches 0.1 to 1000 mm up.";
    }
    return {};
}

}  // namespace glaukophos
