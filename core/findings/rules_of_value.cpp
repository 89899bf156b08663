// How values are spread over the figure.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/findings/finding_rules.h"
#include "core/value/settle.h"

namespace glaukophos {
namespace {

// L* at the lower and upper end of a part's painted values, but the last twentieth on both sides.
struct Span {
    double low = 0.0;
    double high = 0.0;
    double area_mm2 = 0.0;
    [[nodiscard]] double width() const { return high - low; }
};

// `part` empty: of the whole figure.
Span spanOf(const RuleBasis& basis, std::optional<PartIndex> part) {
    std::vector<float> areas = basis.areas;
    Span span;
    for (std::size_t v = 0; v < areas.size(); ++v) {
        if (part && basis.partAt(v) != *part) areas[v] = 0.0F;
        span.area_mm2 += areas[v];
    }
    span.low = weightedQuantile(basis.appearance.values.painted, areas, 0.05);
    span.high = weightedQuantile(basis.appearance.values.painted, areas, 0.95);
    return span;
}

}  // namespace

void noShrinking(const RuleBasis& basis, std::vector<Finding>& found) {
    const PartBands& whole = basis.appearance.bands.whole;
    for (const std::size_t band : bandsThatDoNotShrink(whole)) {
        const double ratio = whole.areas_mm2[band] / std::max(1e-9, whole.areas_mm2[band - 1]);
        const std::size_t count = basis.appearance.bands.count();
        std::optional<std::size_t> place;
        for (std::size_t v = 0; v < basis.areas.size(); ++v) {
            const float lightness = basis.appearance.values.lightness[v];
            if (bandOf(lightness, basis.appearance.bands.borders) != band) continue;
            if (!place || basis.areas[v] > basis.areas[*place]) place = v;
        }
        found.push_back({Mistake::NoShrinking, true,
                         fmt::format("{} covers {:.1f} times as much as {}: the gradient is lost.",
                                     bandName(band, count), ratio, bandName(band - 1, count)),
                         ratio, 1.0, "times the band below", band, place});
        return;  // the cure mends them all
    }
}

void ringed(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kMost = 0.06;
    const Surface& surface = basis.plan.figure->surface;
    const BandBorders& borders = basis.appearance.bands.borders;
    const std::vector<float>& lightness = basis.appearance.values.lightness;
    // What a painter would join: narrow and shallow dips between neighbours that face the light.
    std::vector<float> joined = lightness;
    const double from = borders[(borders.size() - 1) / 2];
    const int rings = std::max(1, static_cast<int>(std::lround(1.0 / surface.longest_edge_mm)));
    joinLitNeighbours(surface.links, {14.0, rings, from, 200.0}, joined);
    double lit = 0.0;
    double dips = 0.0;
    std::optional<std::size_t> worst;
    for (std::size_t v = 0; v < basis.areas.size(); ++v) {
        if (basis.areas[v] <= 0.0F || joined[v] < from) continue;
        lit += basis.areas[v];
        if (bandOf(joined[v], borders) == bandOf(lightness[v], borders)) continue;
        dips += basis.areas[v];
        if (!worst || joined[v] - lightness[v] > joined[*worst] - lightness[*worst]) worst = v;
    }
    const double share = dips / std::max(1e-9, lit);
    if (share < kMost) return;
    found.push_back({Mistake::Ringed, true,
                     fmt::format("Shallow dips part {:.0f} % of what faces the light into bumps.",
                                 100.0 * share),
                     100.0 * share, 100.0 * kMost, "% of the lit surface", 0, worst});
}

void closeValues(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kLeast = 35.0;
    const Span span = spanOf(basis, std::nullopt);
    if (span.area_mm2 <= 0.0 || span.width() >= kLeast) return;
    std::optional<std::size_t> place;
    for (std::size_t v = 0; v < basis.areas.size(); ++v) {
        if (basis.areas[v] > 0.0F && (!place || basis.areas[v] > basis.areas[*place])) place = v;
    }
    found.push_back({Mistake::CloseValues, true,
                     fmt::format("Nine tenths of the figure lie between L* {:.0f} and {:.0f}: "
                                 "squinting shows a grey blob.",
                                 span.low, span.high),
                     span.width(), kLeast, "L*", 0, place});
}

void edgesAlike(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kMost = 0.8;
    const std::vector<EdgePass>& passes = basis.marks.lines.passes;
    if (passes.empty() || passes.front().length_mm < 20.0) return;
    // With one pass, weight shows in whether anything is left out.
    const bool even = basis.plan.values.edge_lines.school == EdgeSchool::Even;
    const double ratio = passes.size() > 1 ? passes.back().length_mm / passes.front().length_mm
                         : even            ? 1.0
                                           : 0.0;
    if (ratio < kMost) return;
    const EdgeStretch* longest = nullptr;
    for (const EdgeStretch& stretch : basis.marks.lines.stretches) {
        if (longest == nullptr || stretch.length_mm > longest->length_mm) longest = &stretch;
    }
    std::optional<std::size_t> place;
    if (longest != nullptr) {
        const Vec3& middle = longest->points_mm[longest->points_mm.size() / 2];
        const std::vector<Vec3>& positions = basis.plan.figure->surface.mesh.positions_mm;
        place = bestVertex(basis, longest->part,
                           [&](std::size_t v) { return -(positions[v] - middle).norm(); });
    }
    found.push_back({Mistake::EdgesAlike, true,
                     fmt::format("The last pass goes over {:.0f} % of all edges, lit or not: flat "
                                 "and outlined.",
                                 100.0 * ratio),
                     100.0 * ratio, 100.0 * kMost, "% of the edges", 0, place});
}

void weakFocus(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kLeast = 0.7;    // of the strongest other part's
    constexpr double kCounts = 0.03;  // of the figure: smaller parts do not pull the eye away
    std::optional<PartIndex> focus;
    for (std::size_t p = 0; p < basis.plan.parts.size(); ++p) {
        if (basis.plan.parts[p].focus == Focus::Main) focus = static_cast<PartIndex>(p);
    }
    if (!focus) return;
    const Span own = spanOf(basis, focus);
    if (own.area_mm2 <= 0.0) return;
    const Span whole = spanOf(basis, std::nullopt);
    double strongest = 0.0;
    PartIndex rival = 0;
    for (std::size_t p = 0; p < basis.plan.parts.size(); ++p) {
        const Material material = basis.plan.parts[p].material;
        // Metal has its full range anywhere.
        if (p == *focus || isMetal(material) || material == Material::Glowing) continue;
        const Span span = spanOf(basis, static_cast<PartIndex>(p));
        if (span.area_mm2 < kCounts * whole.area_mm2 || span.width() <= strongest) continue;
        strongest = span.width();
        rival = static_cast<PartIndex>(p);
    }
    const double ratio = own.width() / std::max(1e-9, strongest);
    if (strongest <= 0.0 || ratio >= kLeast) return;
    const std::vector<float>& painted = basis.appearance.values.painted;
    found.push_back({Mistake::WeakFocus, true,
                     fmt::format("{} has {:.0f} L* of contrast, the focus {} only {:.0f}: the eye "
                                 "wanders.",
                                 basis.plan.parts[rival].name, strongest,
                                 basis.plan.parts[*focus].name, own.width()),
                     ratio, kLeast, "times the strongest other part", rival,
                     bestVertex(basis, rival, [&](std::size_t v) { return painted[v]; })});
}

}  // namespace glaukophos
