// The light on an edge decides, as painted: its value within the range of paint.
#include "core/painted/edge_lines.h"

#include <algorithm>

namespace glaukophos {
namespace {

constexpr std::array<double, 3> kLeastWeight = {0.25, 0.5, 0.75};

class Weigher {
  public:
    Weigher(const Plan& plan, const Appearance& appearance)
        : m_surface(plan.figure->surface),
          m_lightness(appearance.values.lightness),
          m_low(plan.values.paint.darkest),
          m_range(plan.values.paint.top() - plan.values.paint.darkest) {}

    // 0..1 by the light on a triangle of the surface.
    [[nodiscard]] double at(std::uint32_t triangle) const {
        double sum = 0.0;
        for (const std::uint32_t v : m_surface.mesh.triangles[triangle]) sum += m_lightness[v];
        return std::clamp((sum / 3.0 - m_low) / m_range, 0.0, 1.0);
    }

  private:
    const Surface& m_surface;
    const std::vector<float>& m_lightness;
    double m_low;
    double m_range;
};

// The mean over neighbours along the line, since one triangle says little.
std::vector<double> weightsAlong(const Polyline& line, const Weigher& weigher) {
    std::vector<double> raw;
    for (const std::uint32_t triangle : line.triangles) raw.push_back(weigher.at(triangle));
    std::vector<double> even(raw.size());
    for (std::size_t i = 0; i < raw.size(); ++i) {
        const std::size_t first = i >= 2 ? i - 2 : 0;
        const std::size_t last = std::min(raw.size() - 1, i + 2);
        double sum = 0.0;
        for (std::size_t j = first; j <= last; ++j) sum += raw[j];
        even[i] = sum / static_cast<double>(last - first + 1);
    }
    return even;
}

void addPass(const Polyline& line, const std::vector<double>& weights, double least, int pass,
             const std::vector<bool>& left_out, const Surface& surface, EdgeLines& result) {
    bool goes_on = false;
    for (std::size_t i = 0; i < weights.size(); ++i) {
        const PartIndex part = surface.labels[line.triangles[i]];
        if (weights[i] < least || left_out[part]) {
            goes_on = false;
            continue;
        }
        if (!goes_on || result.stretches.back().part != part) {
            result.stretches.push_back({part, pass, {line.points_mm[i]}, 0.0});
        }
        goes_on = true;
        EdgeStretch& stretch = result.stretches.back();
        stretch.points_mm.push_back(line.points_mm[i + 1]);
        stretch.length_mm += (line.points_mm[i + 1] - line.points_mm[i]).norm();
    }
}

// The middle of the run of pieces that are nearly as bright as the brightest.
void markBrightest(const Polyline& line, const std::vector<double>& weights, double apart_mm,
                   EdgeLines& result) {
    const auto top = std::ranges::max_element(weights);
    if (*top < kLeastWeight[0]) return;
    std::size_t first = static_cast<std::size_t>(top - weights.begin());
    std::size_t last = first;
    while (first > 0 && weights[first - 1] > *top - 0.02) --first;
    while (last + 1 < weights.size() && weights[last + 1] > *top - 0.02) ++last;
    const Vec3& spot = line.points_mm[(first + last + 1) / 2];
    const bool crowded = std::ranges::any_of(
        result.brightest_mm, [&](const Vec3& other) { return (other - spot).norm() < apart_mm; });
    if (!crowded) result.brightest_mm.push_back(spot);
}

void markCorners(const Plan& plan, const Ridges& ridges, const Weigher& weigher,
                 EdgeLines& result) {
    const Mesh& mesh = plan.figure->form->whole.mesh;
    std::vector<double> best(mesh.positions_mm.size(), -1.0);
    for (std::uint32_t i = 0; i < mesh.triangles.size(); ++i) {
        for (const std::uint32_t v : mesh.triangles[i]) best[v] = std::max(best[v], weigher.at(i));
    }
    for (const std::uint32_t corner : ridges.corners) {
        if (best[corner] >= kLeastWeight[0]) {
            result.brightest_mm.push_back(mesh.positions_mm[corner]);
        }
    }
}

}  // namespace

EdgeLines edgeLinesOf(const Plan& plan, const Appearance& appearance, const Ridges& ridges) {
    const EdgeLineChoices& choices = plan.values.edge_lines;
    const Surface& surface = plan.figure->surface;
    const Weigher weigher(plan, appearance);
    const std::vector<bool> sources = sourceParts(plan);
    EdgeLines result;
    if (choices.school == EdgeSchool::Corners) {
        markCorners(plan, ridges, weigher, result);
        return result;
    }
    const bool by_weight = choices.school == EdgeSchool::Weighted;
    for (int pass = 0; pass < choices.passes; ++pass) {
        result.passes.push_back(
            {choices.width_mm / (1 << pass), 0.0, std::vector<double>(plan.parts.size(), 0.0)});
    }
    for (const Ridge& ridge : ridges.lines) {
        const std::vector<double> weights = weightsAlong(ridge.line, weigher);
        for (int pass = 0; pass < choices.passes; ++pass) {
            const double least = by_weight ? kLeastWeight.at(static_cast<std::size_t>(pass)) : 0.0;
            addPass(ridge.line, weights, least, pass, sources, surface, result);
        }
        if (by_weight) markBrightest(ridge.line, weights, 6.0 * choices.width_mm, result);
    }
    for (const EdgeStretch& stretch : result.stretches) {
        EdgePass& pass = result.passes[static_cast<std::size_t>(stretch.pass)];
        pass.length_mm += stretch.length_mm;
        pass.part_lengths_mm[stretch.part] += stretch.length_mm;
    }
    return result;
}

RidgeOptions ridgeOptionsFor(const EdgeLineChoices& choices) {
    RidgeOptions options;
    options.width_mm = choices.width_mm;
    options.shortest_mm = 6.0 * choices.width_mm;
    return options;
}

}  // namespace glaukophos
