// How values are spread over the figure.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/findings/finding_rules.h"
#include "core/value/settle.h"
#include "core/work/bare_ground.h"

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

namespace {

// The layer of a part that hides most of the one below it. As painted, a layer is its band and all
// lighter ones.
struct Hiding {
    std::size_t band = 0;
    std::size_t below = 0;
    double share = 0.0;  // of the layer below
};

Hiding worstHiding(const PartBands& bands) {
    constexpr double kSmallDeepest = 0.15;  // its recesses: no layer that has to be seen
    Hiding worst;
    std::optional<std::size_t> below;
    double layer_mm2 = bands.area_mm2();
    double below_mm2 = 0.0;
    for (std::size_t b = 0; b < bands.areas_mm2.size(); ++b) {
        const bool counts = bands.share(b) >= (b == 0 ? kSmallDeepest : kLeastBandShare);
        if (counts) {
            const double share = layer_mm2 / std::max(1e-9, below_mm2);
            if (below && share > worst.share) worst = {b, *below, share};
            below = b;
            below_mm2 = layer_mm2;
        }
        layer_mm2 -= bands.areas_mm2[b];
    }
    return worst;
}

}  // namespace

void noShrinking(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kMost = 0.85;    // of the layer below
    constexpr double kCounts = 0.02;  // of the figure: smaller parts are a touch or two
    const Bands& bands = basis.appearance.bands;
    Hiding worst;
    std::size_t on = 0;
    for (std::size_t p = 0; p < bands.parts.size(); ++p) {
        if (bands.parts[p].area_mm2() < kCounts * bands.whole.area_mm2()) continue;
        if (basis.plan.parts[p].material == Material::Glowing) continue;  // from light to dark
        const Hiding hiding = worstHiding(bands.parts[p]);
        if (hiding.share <= worst.share) continue;
        worst = hiding;
        on = p;
    }
    if (worst.share <= kMost) return;
    const auto place = bestVertex(basis, static_cast<PartIndex>(on), [&](std::size_t v) {
        const float lightness = basis.appearance.values.lightness[v];
        return bandOf(lightness, bands.borders) == worst.band ? basis.areas[v] : 0.0F;
    });
    found.push_back({Mistake::NoShrinking, true,
                     fmt::format("On {} {} covers {:.0f} % of {}, which is hardly seen any more.",
                                 basis.plan.parts[on].name, bandName(worst.band, bands.count()),
                                 100.0 * worst.share, bandName(worst.below, bands.count())),
                     worst.share, kMost, "of the layer below", on, place});
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

namespace {

// How much a part draws the eye: its contrast, more where its borders are crisp (common practice,
// no source).
struct Pull {
    Span span;
    double crisp = 0.0;  // 0..1 of its borders
    [[nodiscard]] double strength() const { return span.width() * (1.0 + 0.5 * crisp); }
};

Pull pullOf(const RuleBasis& basis, PartIndex part) {
    Pull pull{spanOf(basis, part)};
    const std::vector<EdgeLengths>& parts = basis.marks.edges.parts;
    if (part >= parts.size()) return pull;
    double length = 0.0;
    for (const double mm : parts[part].by_kind_mm) length += mm;
    pull.crisp = length > 0.0 ? parts[part].of(EdgeKind::Hard) / length : 0.0;
    return pull;
}

}  // namespace

void weakFocus(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kLeast = 0.7;    // of the strongest other part's
    constexpr double kCounts = 0.03;  // of the figure: smaller parts do not pull the eye away
    std::optional<PartIndex> focus;
    for (std::size_t p = 0; p < basis.plan.parts.size(); ++p) {
        if (basis.plan.parts[p].focus == Focus::Main) focus = static_cast<PartIndex>(p);
    }
    if (!focus) return;
    const Pull own = pullOf(basis, *focus);
    if (own.span.area_mm2 <= 0.0) return;
    const Span whole = spanOf(basis, std::nullopt);
    Pull strongest;
    PartIndex rival = 0;
    for (std::size_t p = 0; p < basis.plan.parts.size(); ++p) {
        const Material material = basis.plan.parts[p].material;
        // Metal has its full range anywhere.
        if (p == *focus || isMetal(material) || material == Material::Glowing) continue;
        const Pull pull = pullOf(basis, static_cast<PartIndex>(p));
        if (pull.span.area_mm2 < kCounts * whole.area_mm2) continue;
        if (pull.strength() <= strongest.strength()) continue;
        strongest = pull;
        rival = static_cast<PartIndex>(p);
    }
    const double ratio = own.strength() / std::max(1e-9, strongest.strength());
    if (strongest.strength() <= 0.0 || ratio >= kLeast) return;
    const std::vector<float>& painted = basis.appearance.values.painted;
    found.push_back(
        {Mistake::WeakFocus, true,
         fmt::format("{} has {:.0f} L* of contrast and {:.0f} % crisp borders, the focus {} only "
                     "{:.0f} and {:.0f} %: the eye wanders.",
                     basis.plan.parts[rival].name, strongest.span.width(), 100.0 * strongest.crisp,
                     basis.plan.parts[*focus].name, own.span.width(), 100.0 * own.crisp),
         ratio, kLeast, "times the strongest other part", rival,
         bestVertex(basis, rival, [&](std::size_t v) { return painted[v]; })});
}

}  // namespace glaukophos
