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

}  // namespace

const std::array<ShadingEntry, 3>& lineKinds() {
    static const std::array<ShadingEntry, 3> entries = {{
        {"Bolt", "bolt", "Lightning from a root to an end, with forks."},
        {"Net of light", "net", "What moving water throws on itself and on what stands in it."},
        {"Line", "drawn", "Cracks, signs, numbers: from click to click along the surface."},
    }};
    return entries;
}

std::vector<LinePass> passesOf(const DrawnLine& line) {
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
    if (!within(line.cell_mm, 0.5, 100) || !within(line.height_mm, 0.1, 1000)) {
        return "The meshes of a net are 0.5 to 100 mm wide, and it reaches 0.1 to 1000 mm up.";
    }
    return {};
}

}  // namespace glaukophos
