// Maps are functions of what has been worked out before; nothing is traced.
#include "core/work/step_maps.h"

#include <fmt/format.h>
#include <tbb/parallel_reduce.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

#include "core/base/parallel.h"
#include "core/figure/grain.h"
#include "core/figure/relief_of_figure.h"
#include "core/geometry/slope.h"
#include "core/geometry/vertex_cells.h"
#include "core/painted/filter_share.h"
#include "core/painted/hue_veils.h"
#include "core/painted/licences.h"
#include "core/painted/shells.h"
#include "core/value/settle.h"

namespace glaukophos {
namespace {

float between(float value, const Mask& mask) {
    return value >= mask.from && value < mask.to ? 1.0F : 0.0F;
}

// One veil alone, relative to its own strength.
std::vector<float> hueCoverage(const Plan& plan, std::size_t index) {
    Plan alone = plan;
    if (index >= plan.colours.veils.size()) return {};
    alone.colours.veils = {plan.colours.veils[index]};
    const double strength = std::max(1e-3, alone.colours.veils.front().strength);
    std::vector<float> coverage;
    for (const VeilHere& veil : veilsOf(alone)) {
        coverage.push_back(static_cast<float>(std::min(1.0, veil.share / strength)));
    }
    return coverage;
}

// Where a glow just ends, and the recesses it hardly gets into; no patch too small for a brush.
std::vector<float> reshadeCoverage(const MapBasis& basis, const Mask& mask) {
    constexpr double kLeast_mm2 = 1.2;
    const Appearance& appearance = basis.appearance;
    const Surface& surface = basis.plan.figure->surface;
    const std::vector<float> levels = glowLevels(basis.plan, appearance.irradiance, mask.light);
    const std::vector<float>& lit = appearance.irradiance.of_lights[mask.light];
    std::vector<float> coverage(surface.parts.size(), 0.0F);
    const double begins = basis.plan.colours.glow.begins_at;
    const double strength = basis.plan.lights[mask.light].strength;
    const std::vector<float>& sky = appearance.irradiance.sky_visibility;
    for (std::size_t v = 0; v < coverage.size(); ++v) {
        const double share = strength * lit[v] / std::max(1e-9F, appearance.values.light[v]);
        const bool rim = levels[v] <= 0.0F && share > 0.55 * begins && share < begins;
        const bool recess =
            !sky.empty() && sky[v] < 0.3F && lit[v] < 3.0 * mask.from && lit[v] > 0.1 * mask.from;
        coverage[v] = rim || recess ? 100.0F : 0.0F;
    }
    mergeSpecks(surface, kLeast_mm2, coverage);
    for (float& covered : coverage) covered = covered > 50.0F ? 1.0F : 0.0F;
    return coverage;
}

// Beside a part, whether the two share vertices or only lie close.
std::vector<float> rimCoverage(const MapBasis& basis, const Mask& mask) {
    const Surface& surface = basis.plan.figure->surface;
    const std::vector<Vec3>& positions = surface.mesh.positions_mm;
    const VertexCells beside(positions, static_cast<float>(mask.from),
                             [&](std::uint32_t v) { return surface.parts[v] == mask.index; });
    std::vector<float> coverage(surface.parts.size(), 0.0F);
    forChunks(coverage.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            if (surface.parts[v] == mask.index) continue;
            const auto nearest = beside.nearest(positions[v]);
            if (nearest && (positions[*nearest] - positions[v]).norm() <= mask.from) {
                coverage[v] = 1.0F;
            }
        }
    });
    return coverage;
}

// Recesses at the scale of a brush; no patch too small for one.
std::vector<float> recessesOf(const Figure& figure, const Mask& mask) {
    constexpr double kLeast_mm2 = 0.4;
    const Surface& surface = figure.surface;
    std::vector<float> coverage = reliefWithin(figure, mask.to);
    for (float& relief : coverage) relief = -relief >= mask.from ? 100.0F : 0.0F;
    mergeSpecks(surface, kLeast_mm2, coverage);
    for (float& covered : coverage) covered = covered > 50.0F ? 1.0F : 0.0F;
    return coverage;
}

std::vector<float> recessCoverage(const MapBasis& basis, const Mask& mask) {
    const Figure& figure = *basis.plan.figure;
    return *figure.kept->of(fmt::format("recesses {} {}", mask.from, mask.to),
                            [&] { return recessesOf(figure, mask); });
}

// Where parts meet, but not in the light: there a line would only look dirty.
std::vector<float> seamCoverage(const MapBasis& basis, const Mask& mask) {
    constexpr double kLit = 0.6;  // of the range of values
    const Surface& surface = basis.plan.figure->surface;
    const std::vector<Vec3>& positions = surface.mesh.positions_mm;
    const PaintRange& paint = basis.plan.values.paint;
    const double lit = paint.darkest + kLit * (paint.top() - paint.darkest);
    const VertexCells cells(positions, static_cast<float>(mask.from),
                            [](std::uint32_t) { return true; });
    std::vector<float> coverage(positions.size(), 0.0F);
    forChunks(coverage.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            if (basis.lightness[v] > lit) continue;
            cells.forNear(positions[v], [&](std::uint32_t other) {
                if (surface.parts[other] != surface.parts[v] &&
                    (positions[other] - positions[v]).norm() <= mask.from) {
                    coverage[v] = 1.0F;
                }
            });
        }
    });
    return coverage;
}

std::vector<Vec3> arrow(const Vec3& middle, const Vec3& normal, const Vec3& way, float length_mm) {
    const Vec3 along = way.normalized();
    const Vec3 across = normal.cross(along);
    const Vec3 lifted = middle + 0.05F * normal;
    const Vec3 head = lifted + 0.5F * length_mm * along;
    const Vec3 barb = 0.32F * length_mm * along;
    return {lifted - 0.5F * length_mm * along, head, head - barb + 0.2F * length_mm * across, head,
            head - barb - 0.2F * length_mm * across};
}

// Strands, fibres and what is creased by wear have a grain (common practice, no source).
bool hasGrain(Material material) {
    return material == Material::WornLeather || material == Material::PolishedLeather ||
           material == Material::Hair || material == Material::Wood;
}

// Which way the brush goes there: along the form where the material or the hatching asks for it,
// towards the light in either case.
Vec3 wayOf(const Plan& plan, const Step& step, std::uint32_t vertex, const Vec3& steepest) {
    const Part& part = plan.parts[plan.figure->surface.parts[vertex]];
    const bool hatched = step.kind == StepKind::Layer && step.tool == Tool::FineBrush;
    if (!hatched && !hasGrain(part.material)) return steepest;
    const Vec3 along = grainOf(*plan.figure, vertex);
    if (along.norm() < 0.5F) return steepest;
    return along.dot(steepest) < 0.0F ? Vec3(-along) : along;
}

using Vertices = tbb::blocked_range<std::size_t>;
constexpr std::size_t kAtOnce = 1 << 14;  // vertices, so that sums come out the same every time

// Most questions are of this kind: without a map of the whole figure.
double areaBetween(const MapBasis& basis, const Mask& mask, const std::vector<bool>& wanted) {
    const Surface& surface = basis.plan.figure->surface;
    const std::vector<bool>& hidden = basis.appearance.irradiance.hidden;
    const std::span<const float> lightness =
        mask.where == Where::Finished ? basis.appearance.values.lightness : basis.lightness;
    const auto areaOfSome = [&](const Vertices& some, double area) {
        for (std::size_t v = some.begin(); v < some.end(); ++v) {
            if (!wanted[surface.parts[v]] || between(lightness[v], mask) == 0.0F) continue;
            const bool left_out =
                (mask.but_not != nullptr && (*mask.but_not)[v]) || (!hidden.empty() && hidden[v]);
            if (!left_out) area += surface.areas_mm2[v];
        }
        return area;
    };
    return tbb::parallel_deterministic_reduce(Vertices(0, lightness.size(), kAtOnce), 0.0,
                                              areaOfSome, std::plus<>());
}

}  // namespace

std::vector<float> coverageOf(const MapBasis& basis, const Mask& mask) {
    const std::size_t count = basis.plan.figure->vertexCount();
    const Appearance& appearance = basis.appearance;
    std::vector<float> coverage(count, mask.where == Where::All ? 1.0F : 0.0F);
    const auto fill = [&](const auto& at) {
        forChunks(count, {}, [&](std::size_t begin, std::size_t end) {
            for (std::size_t v = begin; v < end; ++v) coverage[v] = at(v);
        });
    };
    switch (mask.where) {
        case Where::All:
        case Where::Lines:
        case Where::GlowLines:
        case Where::Drawn:
            break;
        case Where::Values:
            fill([&](std::size_t v) { return between(basis.lightness[v], mask); });
            break;
        case Where::Finished:
            fill([&](std::size_t v) { return between(appearance.values.lightness[v], mask); });
            break;
        case Where::Light:
            coverage = glowLevels(basis.plan, appearance.irradiance, mask.light);
            fill([&](std::size_t v) { return between(coverage[v], mask); });
            break;
        case Where::Rest:
            coverage.assign(count, 1.0F);
            for (std::size_t l = 0; l < basis.plan.lights.size(); ++l) {
                if (!isNear(basis.plan.lights[l].kind) || !shines(basis.plan, l)) continue;
                const std::vector<float> glow = glowLevels(basis.plan, appearance.irradiance, l);
                fill([&](std::size_t v) { return glow[v] > 0.0F ? 0.0F : coverage[v]; });
            }
            break;
        case Where::Sprayed:
            if (mask.index >= appearance.irradiance.sprayed.size()) break;
            fill([&](std::size_t v) {
                return std::clamp(appearance.irradiance.sprayed[mask.index][v], 0.0F, 1.0F);
            });
            break;
        case Where::Filtered:
            coverage = filterShareOf(basis.plan);
            break;
        case Where::Relief:
            coverage = reliefWithin(*basis.plan.figure, kCaughtScale_mm);
            fill([&](std::size_t v) {
                const float lightness =
                    mask.index == 0 ? basis.lightness[v] : appearance.values.lightness[v];
                return lightness >= mask.from && coverage[v] >= mask.to ? 1.0F : 0.0F;
            });
            break;
        case Where::FaceVeil:
            coverage = faceVeilOf(basis.plan, appearance.values.asLit());
            break;
        case Where::Hue:
            if (std::vector<float> hue = hueCoverage(basis.plan, mask.index); hue.size() == count) {
                coverage = std::move(hue);
            }
            break;
        case Where::Recess:
            coverage = recessCoverage(basis, mask);
            break;
        case Where::Seam:
            coverage = seamCoverage(basis, mask);
            break;
        case Where::Rim:
            coverage = rimCoverage(basis, mask);
            break;
        case Where::Reshade:
            coverage = reshadeCoverage(basis, mask);
            break;
    }
    if (mask.but_not != nullptr) {
        fill([&](std::size_t v) { return (*mask.but_not)[v] ? 0.0F : coverage[v]; });
    }
    if (appearance.irradiance.hidden.empty()) return coverage;
    fill([&](std::size_t v) { return appearance.irradiance.hidden[v] ? 0.0F : coverage[v]; });
    return coverage;
}

std::vector<bool> partsOf(const Plan& plan, const Step& step) {
    std::vector<bool> marked(plan.parts.size(), step.parts.empty());
    for (const PartIndex part : step.parts) marked[part] = true;
    return marked;
}

std::vector<double> areasOf(const MapBasis& basis, const Mask& mask) {
    const Surface& surface = basis.plan.figure->surface;
    const std::vector<float> coverage = coverageOf(basis, mask);
    std::vector<double> areas(basis.plan.parts.size(), 0.0);
    for (std::size_t v = 0; v < coverage.size(); ++v) {
        areas[surface.parts[v]] += coverage[v] * surface.areas_mm2[v];
    }
    return areas;
}

double areaOf(const MapBasis& basis, const Mask& mask, std::span<const PartIndex> parts) {
    std::vector<bool> wanted(basis.plan.parts.size(), parts.empty());
    for (const PartIndex part : parts) wanted[part] = true;
    if (mask.where == Where::Values || mask.where == Where::Finished) {
        return areaBetween(basis, mask, wanted);
    }
    const std::vector<double> areas = areasOf(basis, mask);
    double area = 0.0;
    for (std::size_t p = 0; p < areas.size(); ++p) area += wanted[p] ? areas[p] : 0.0;
    return area;
}

std::vector<std::vector<Vec3>> strokesOf(const MapBasis& basis, const Step& step, double apart_mm) {
    std::vector<std::vector<Vec3>> arrows;
    const Surface& surface = basis.plan.figure->surface;
    const std::vector<bool> wanted = partsOf(basis.plan, step);
    const std::vector<float> coverage = coverageOf(basis, step.mask);
    const bool is_glow = step.mask.where == Where::Light;
    const std::vector<float> levels =
        is_glow ? glowLevels(basis.plan, basis.appearance.irradiance, step.mask.light)
                : std::vector<float>();
    const std::span<const float> values =
        is_glow ? std::span<const float>(levels)
        : step.mask.where == Where::Finished
            ? std::span<const float>(basis.appearance.values.lightness)
            : basis.lightness;
    // One arrow a cell of a lattice in space, where the values rise most.
    struct Cell {
        std::uint32_t vertex = 0;
        float slope = 0.0F;
    };
    std::map<std::array<int, 3>, Cell> cells;
    const auto cell_mm = static_cast<float>(apart_mm);
    for (std::size_t v = 0; v < coverage.size(); ++v) {
        if (coverage[v] < 0.5F || !wanted[surface.parts[v]]) continue;
        const float slope = slopeOf(surface, values, v).norm();
        const Vec3 at = surface.mesh.positions_mm[v] / cell_mm;
        Cell& cell =
            cells[{static_cast<int>(std::floor(at.x())), static_cast<int>(std::floor(at.y())),
                   static_cast<int>(std::floor(at.z()))}];
        if (slope > cell.slope) cell = {static_cast<std::uint32_t>(v), slope};
    }
    float steep = 0.0F;
    for (const auto& [place, cell] : cells) steep = std::max(steep, cell.slope);
    for (const auto& [place, cell] : cells) {
        // On level surface there is no way to speak of.
        if (cell.slope < 0.02F * steep || cell.slope <= 0.0F) continue;
        const Vec3 steepest = slopeOf(surface, values, cell.vertex);
        arrows.push_back(arrow(surface.mesh.positions_mm[cell.vertex], surface.normals[cell.vertex],
                               wayOf(basis.plan, step, cell.vertex, steepest), 0.6F * cell_mm));
    }
    return arrows;
}

}  // namespace glaukophos
