// Levels are read at the nearest vertex, found through a lattice of cells.
#include "core/work/glow_lines.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/geometry/polyline.h"
#include "core/geometry/vertex_cells.h"

namespace glaukophos {
namespace {

constexpr double kShortest_mm = 0.6;  // less is a dot
constexpr float kDot_mm = 0.3F;
constexpr float kDotsApart_mm = 2.0F;
constexpr std::size_t kMostDots = 12;  // on one part

// The runs of a line that lie at `least` or more.
void addRuns(const EdgeStretch& line, const std::vector<float>& levels, double least, int pass,
             std::vector<EdgeStretch>& runs) {
    EdgeStretch run{line.part, pass, {}, 0.0};
    const auto close = [&] {
        run.length_mm = lengthOf(run.points_mm);
        if (run.length_mm >= kShortest_mm) runs.push_back(run);
        run.points_mm.clear();
    };
    for (std::size_t i = 0; i < levels.size(); ++i) {
        if (levels[i] >= least) {
            run.points_mm.push_back(line.points_mm[i]);
        } else {
            close();
        }
    }
    close();
}

// Links, buckles and rivets are too small to have edges: dots where they have most of the glow.
void addDots(const Surface& surface, PartIndex part, const std::vector<float>& levels, float least,
             std::vector<EdgeStretch>& found) {
    std::vector<std::uint32_t> order;
    for (std::uint32_t v = 0; v < levels.size(); ++v) {
        if (surface.parts[v] == part && levels[v] >= least) order.push_back(v);
    }
    std::ranges::sort(order, std::greater<>{}, [&](std::uint32_t v) { return levels[v]; });
    std::vector<Vec3> dots;
    for (const std::uint32_t v : order) {
        const Vec3& at = surface.mesh.positions_mm[v];
        const auto near = [&](const Vec3& dot) { return (dot - at).norm() < kDotsApart_mm; };
        if (std::ranges::any_of(dots, near)) continue;
        const Vec3 half = 0.5F * kDot_mm * surface.normals[v].unitOrthogonal();
        found.push_back({part, 2, {at - half, at + half}, kDot_mm});
        dots.push_back(at);
        if (dots.size() == kMostDots) return;
    }
}

}  // namespace

std::vector<EdgeStretch> glowLinesOf(const Plan& plan, const Irradiance& irradiance,
                                     const EdgeLines& lines, std::span<const Shell> shells,
                                     std::size_t light) {
    std::vector<EdgeStretch> found;
    if (shells.size() < 2) return found;
    const std::vector<float> levels = glowLevels(plan, irradiance, light);
    const Surface& surface = plan.figure->surface;
    const VertexCells cells(surface.mesh.positions_mm, std::max(0.4F, surface.longest_edge_mm),
                            [](std::uint32_t) { return true; });
    const std::size_t last = shells.size() - 1;
    const std::array<double, 3> least = {shells[1].irradiance, shells[(last + 2) / 2].irradiance,
                                         2.0 * shells[last].irradiance};
    for (const EdgeStretch& line : lines.stretches) {
        if (line.pass != 0) continue;
        std::vector<float> along;
        for (const Vec3& point : line.points_mm) {
            const auto vertex = cells.nearest(point);
            along.push_back(vertex ? levels[*vertex] : -1.0F);
        }
        for (std::size_t pass = 0; pass < least.size(); ++pass) {
            addRuns(line, along, least.at(pass), static_cast<int>(pass), found);
        }
    }
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        if (!isMetal(plan.parts[p].material)) continue;
        addDots(surface, static_cast<PartIndex>(p), levels, static_cast<float>(least[1]), found);
    }
    return found;
}

std::vector<std::vector<EdgeStretch>> glowLinesOf(const Plan& plan, const Appearance& appearance,
                                                  const Ridges& ridges,
                                                  const std::vector<bool>& glows) {
    std::vector<std::vector<EdgeStretch>> of_lights(plan.lights.size());
    if (std::ranges::find(glows, true) == glows.end()) return of_lights;
    const EdgeLines lit = edgeLinesOf(plan, appearance, ridges);
    tbb::parallel_for(std::size_t{0}, of_lights.size(), [&](std::size_t l) {
        if (!glows[l]) return;
        const std::vector<Shell> shells = shellsOf(plan, appearance.irradiance, l);
        of_lights[l] = glowLinesOf(plan, appearance.irradiance, lit, shells, l);
    });
    return of_lights;
}

}  // namespace glaukophos
