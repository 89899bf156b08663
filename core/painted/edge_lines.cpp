// The light on an edge decides, as painted: its value within the range of paint.
#include "core/painted/edge_lines.h"

#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

constexpr double kFirstWeight = 0.25;    // that the first pass asks for
constexpr double kLastWeight = 0.75;     // ... and the last
constexpr double kShortest = 1.5;        // stretches and gaps, in widths of the brush's mark
constexpr double kMarkReaches_mm = 1.5;  // a click means the edge this near

double leastWeight(int pass, int passes) {
    if (passes < 2) return kFirstWeight;
    return kFirstWeight + (kLastWeight - kFirstWeight) * pass / (passes - 1);
}

class Weigher {
  public:
    Weigher(const Plan& plan, const Appearance& appearance)
        : m_surface(plan.figure->surface),
          m_lightness(appearance.values.lightness),
          m_low(plan.values.paint.darkest),
          m_range(plan.values.paint.top() - plan.values.paint.darkest) {}

    // L* of the brighter of the two faces that meet at a triangle of an edge: its own vertices lie
    // on the crest and face neither.
    [[nodiscard]] double lightnessAt(std::uint32_t triangle) const {
        float best = 0.0F;
        for (const std::uint32_t v : m_surface.mesh.triangles[triangle]) {
            best = std::max(best, m_lightness[v]);
            for (const std::uint32_t beside : m_surface.links.of(v)) {
                if (m_surface.parts[beside] == m_surface.parts[v]) {
                    best = std::max(best, m_lightness[beside]);
                }
            }
        }
        return best;
    }
    [[nodiscard]] double weightOf(double lightness) const {
        return std::clamp((lightness - m_low) / m_range, 0.0, 1.0);
    }
    [[nodiscard]] double at(std::uint32_t triangle) const {
        return weightOf(lightnessAt(triangle));
    }

  private:
    const Surface& m_surface;
    const std::vector<float>& m_lightness;
    double m_low;
    double m_range;
};

// The mean over neighbours along the line, since one triangle says little.
std::vector<double> lightnessAlong(const Polyline& line, const Weigher& weigher) {
    std::vector<double> raw;
    for (const std::uint32_t triangle : line.triangles)
        raw.push_back(weigher.lightnessAt(triangle));
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

// A closed line begins where it is darkest, so that no bright run of it is cut in two.
Polyline fromItsDarkest(const Polyline& line, const Weigher& weigher) {
    if (line.points_mm.size() < 3 || line.points_mm.front() != line.points_mm.back()) return line;
    const std::vector<double> lightness = lightnessAlong(line, weigher);
    const auto darkest = std::ranges::min_element(lightness) - lightness.begin();
    Polyline turned = line;
    turned.points_mm.pop_back();
    std::rotate(turned.points_mm.begin(), turned.points_mm.begin() + darkest,
                turned.points_mm.end());
    turned.points_mm.push_back(turned.points_mm.front());
    std::rotate(turned.triangles.begin(), turned.triangles.begin() + darkest,
                turned.triangles.end());
    return turned;
}

double lengthOf(const Polyline& line, std::size_t piece) {
    return (line.points_mm[piece + 1] - line.points_mm[piece]).norm();
}

// Turns runs of pieces that are not `kept` (or are) and shorter than `shortest_mm` into the other;
// runs at the ends of the line are no gaps.
void dropShort(const Polyline& line, std::vector<bool>& kept, bool which, double shortest_mm) {
    for (std::size_t first = 0; first < kept.size();) {
        std::size_t last = first;
        double length = 0.0;
        while (last < kept.size() && kept[last] == kept[first]) length += lengthOf(line, last++);
        const bool at_end = first == 0 || last == kept.size();
        if (kept[first] == which && length < shortest_mm && (which || !at_end)) {
            for (std::size_t i = first; i < last; ++i) kept[i] = !which;
        }
        first = last;
    }
}

struct PassRule {
    int number = 0;
    double least_weight = 0.0;
    double shortest_mm = 0.0;
};

void addPass(const Polyline& line, const std::vector<double>& lightness,
             const std::vector<double>& weights, const PassRule& pass,
             const std::vector<bool>& left_out, const Surface& surface, EdgeLines& result) {
    std::vector<bool> kept(weights.size());
    for (std::size_t i = 0; i < kept.size(); ++i) kept[i] = weights[i] >= pass.least_weight;
    dropShort(line, kept, false, pass.shortest_mm);
    dropShort(line, kept, true, pass.shortest_mm);
    bool goes_on = false;
    for (std::size_t i = 0; i < kept.size(); ++i) {
        const PartIndex part = surface.labels[line.triangles[i]];
        if (!kept[i] || left_out[part]) {
            goes_on = false;
            continue;
        }
        if (!goes_on || result.stretches.back().part != part) {
            result.stretches.push_back({part, pass.number, {line.points_mm[i]}, 0.0, 0.0});
        }
        goes_on = true;
        EdgeStretch& stretch = result.stretches.back();
        stretch.points_mm.push_back(line.points_mm[i + 1]);
        const double length = lengthOf(line, i);
        stretch.lightness = (stretch.lightness * stretch.length_mm + lightness[i] * length) /
                            std::max(1e-9, stretch.length_mm + length);
        stretch.length_mm += length;
    }
}

double awayFrom(const Polyline& line, const Vec3& point) {
    double nearest = 1e9;
    for (const Vec3& p : line.points_mm) nearest = std::min(nearest, double((p - point).norm()));
    return nearest;
}

// What the painter said of this line changes its weights; false: it is left out.
bool takeMarks(const Polyline& line, const std::vector<EdgeMark>& marks,
               std::vector<double>& weights) {
    for (const EdgeMark& mark : marks) {
        if (awayFrom(line, mark.point_mm) > kMarkReaches_mm) continue;
        switch (mark.wish) {
            case EdgeWish::LeaveOut:
                return false;
            case EdgeWish::TakeIn:
                for (double& weight : weights) weight = std::max(weight, kFirstWeight + 0.05);
                break;
            case EdgeWish::Brightest: {
                // The lightness of the line runs down from there on both sides.
                const double top = std::max(*std::ranges::max_element(weights), kLastWeight + 0.05);
                for (std::size_t i = 0; i < weights.size(); ++i) {
                    const double away = (line.points_mm[i] - mark.point_mm).norm();
                    weights[i] = std::min(weights[i], top - 0.05) +
                                 (top - std::min(weights[i], top - 0.05)) * std::exp(-away * away);
                }
            }
        }
    }
    return true;
}

// The middle of the run of pieces that are nearly as bright as the brightest.
void markBrightest(const Polyline& line, const std::vector<double>& weights, double apart_mm,
                   const Surface& surface, EdgeLines& result) {
    const auto top = std::ranges::max_element(weights);
    if (*top < kFirstWeight) return;
    std::size_t first = static_cast<std::size_t>(top - weights.begin());
    std::size_t last = first;
    while (first > 0 && weights[first - 1] > *top - 0.02) --first;
    while (last + 1 < weights.size() && weights[last + 1] > *top - 0.02) ++last;
    const Vec3& spot = line.points_mm[(first + last + 1) / 2];
    const bool crowded = std::ranges::any_of(
        result.brightest_mm, [&](const Vec3& other) { return (other - spot).norm() < apart_mm; });
    if (crowded) return;
    result.brightest_mm.push_back(spot);
    result.brightest_parts.push_back(surface.labels[line.triangles[(first + last) / 2]]);
}

void markCorners(const Plan& plan, const Ridges& ridges, const Weigher& weigher,
                 EdgeLines& result) {
    const Mesh& mesh = plan.figure->form->whole.mesh;
    std::vector<double> best(mesh.positions_mm.size(), -1.0);
    std::vector<PartIndex> parts(best.size(), 0);
    for (std::uint32_t i = 0; i < mesh.triangles.size(); ++i) {
        const double weight = weigher.at(i);
        for (const std::uint32_t v : mesh.triangles[i]) {
            if (weight <= best[v]) continue;
            best[v] = weight;
            parts[v] = plan.figure->surface.labels[i];
        }
    }
    for (const std::uint32_t corner : ridges.corners) {
        if (best[corner] >= kFirstWeight) {
            result.brightest_mm.push_back(mesh.positions_mm[corner]);
            result.brightest_parts.push_back(parts[corner]);
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
    if (choices.school == EdgeSchool::Corners || choices.corners_last) {
        markCorners(plan, ridges, weigher, result);
    }
    if (choices.school == EdgeSchool::Corners) return result;
    const bool by_weight = choices.school == EdgeSchool::Weighted;
    const int passes = edgePassesOf(plan);
    for (int pass = 0; pass < passes; ++pass) {
        result.passes.push_back({choices.width_mm * std::pow(choices.narrows, pass), 0.0,
                                 std::vector<double>(plan.parts.size(), 0.0)});
    }
    for (const Ridge& ridge : ridges.lines) {
        const Polyline line = fromItsDarkest(ridge.line, weigher);
        const std::vector<double> lightness = lightnessAlong(line, weigher);
        std::vector<double> weights;
        weights.reserve(lightness.size());
        for (const double l : lightness) weights.push_back(weigher.weightOf(l));
        if (!takeMarks(line, choices.marks, weights)) continue;
        for (int pass = 0; pass < passes; ++pass) {
            addPass(line, lightness, weights,
                    {pass, by_weight ? leastWeight(pass, passes) : 0.0,
                     by_weight ? kShortest * choices.width_mm : 0.0},
                    sources, surface, result);
        }
        if (by_weight && !choices.corners_last) {
            markBrightest(line, weights, 6.0 * choices.width_mm, surface, result);
        }
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
