// Each piece of a border is measured on its own, then stretches of one kind are joined.
#include "core/painted/band_edges.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"
#include "core/lighting/aim.h"

namespace glaukophos {
namespace {

constexpr double kWidest_mm = 50.0;
constexpr double kWindow_mm = 1.2;  // along a border kinds are judged over this length

struct Measured {
    double width_mm = kWidest_mm;
    bool thrown = false;
};

// Steepest rise of the value over a triangle: L* a mm, along the surface.
Vec3 slopeOf(const Mesh& mesh, const Triangle& t, std::span<const float> value) {
    const Vec3 e1 = mesh.positions_mm[t[1]] - mesh.positions_mm[t[0]];
    const Vec3 e2 = mesh.positions_mm[t[2]] - mesh.positions_mm[t[0]];
    const float a = e1.squaredNorm();
    const float b = e1.dot(e2);
    const float c = e2.squaredNorm();
    const float det = a * c - b * b;
    if (det <= 1e-12F * a * c || det <= 0.0F) return Vec3::Zero();
    const float d1 = value[t[1]] - value[t[0]];
    const float d2 = value[t[2]] - value[t[0]];
    return ((c * d1 - b * d2) * e1 + (a * d2 - b * d1) * e2) / det;
}

class Measure {
  public:
    Measure(const Plan& plan, const Appearance& appearance)
        : m_plan(plan), m_appearance(appearance), m_weights(lightWeights(plan)) {
        for (const Light& light : plan.lights) {
            m_passed.push_back(passedBy(light, plan.figure->surface.labels));
        }
    }

    [[nodiscard]] Measured at(std::uint32_t triangle, const Vec3& along) const {
        const Surface& surface = m_plan.figure->surface;
        const Triangle& t = surface.mesh.triangles[triangle];
        const Vec3 slope = slopeOf(surface.mesh, t, m_appearance.values.lightness);
        const double range = m_plan.values.paint.top() - m_plan.values.paint.darkest;
        Measured measured;
        const double steepness = slope.norm();
        if (steepness > 1e-6) measured.width_mm = std::min(kWidest_mm, range / steepness);
        const auto light = shadowing(t);
        if (!light) return measured;
        measured.thrown = true;
        if (const auto penumbra = penumbraAt(t, *light, slope.normalized(), along)) {
            measured.width_mm = std::min(kWidest_mm, *penumbra);
        }
        return measured;
    }

  private:
    // Share of a light that is seen at a vertex.
    [[nodiscard]] double seen(std::size_t light, std::uint32_t v, double* open) const {
        const Surface& surface = m_plan.figure->surface;
        Light unit = m_plan.lights[light];
        unit.strength = 1.0;
        *open = openIrradiance(unit, occludersOf(*m_plan.figure), surface.mesh.positions_mm[v],
                               surface.normals[v]);
        return *open > 1e-6 ? std::min(1.0, m_appearance.irradiance.of_lights[light][v] / *open)
                            : 0.0;
    }

    // The light whose thrown shadow makes the value change here; none when the form turns.
    [[nodiscard]] std::optional<std::size_t> shadowing(const Triangle& t) const {
        const std::size_t none = m_weights.size();
        std::size_t most = none;
        double change = 0.0;
        for (std::size_t l = 0; l < m_weights.size(); ++l) {
            const std::vector<float>& light = m_appearance.irradiance.of_lights[l];
            const auto [low, high] = std::minmax({light[t[0]], light[t[1]], light[t[2]]});
            if (m_weights[l] * (high - low) <= change) continue;
            change = m_weights[l] * (high - low);
            most = l;
        }
        if (most == none || !aimAt(m_plan, m_plan.lights[most], Vec3::Zero())) return std::nullopt;
        double open_low = 1e30;
        double open_high = 0.0;
        double seen_low = 1.0;
        double seen_high = 0.0;
        for (const std::uint32_t v : t) {
            double open = 0.0;
            const double share = seen(most, v, &open);
            open_low = std::min(open_low, open);
            open_high = std::max(open_high, open);
            seen_low = std::min(seen_low, share);
            seen_high = std::max(seen_high, share);
        }
        const double by_shadow = open_high * (seen_high - seen_low);
        const double by_form = (open_high - open_low) * seen_high;
        if (by_shadow <= by_form || seen_high - seen_low < 0.015) return std::nullopt;
        return most;
    }

    struct Blocked {
        Aim aim;
        double edge_mm = 0.0;  // from the shadow to what throws it
    };

    // What is in the way of the light's middle: from the darkest corner, or from a few steps
    // farther into the shadow where that one sees the middle still.
    [[nodiscard]] std::optional<Blocked> blockedNear(const Triangle& t, std::size_t light) const {
        constexpr int kSteps = 4;
        const Surface& surface = m_plan.figure->surface;
        const Form& form = *m_plan.figure->form;
        const auto lit = [&](std::uint32_t v) {
            return m_appearance.irradiance.of_lights[light][v];
        };
        std::uint32_t v = *std::ranges::min_element(t, {}, lit);
        for (int step = 0; step < kSteps; ++step) {
            const Vec3 from = surface.mesh.positions_mm[v] +
                              2.0F * form.receivers().offset_mm * surface.normals[v];
            const auto aim = aimAt(m_plan, m_plan.lights[light], from);
            if (!aim) return std::nullopt;
            const auto hit =
                form.shown.nearest(from, aim->direction, aim->free_mm, m_passed[light]);
            if (hit) return Blocked{*aim, hit->distance_mm};
            const auto near = surface.links.of(v);
            if (near.empty()) return std::nullopt;
            const std::uint32_t darker = *std::ranges::min_element(near, {}, lit);
            if (lit(darker) >= lit(v)) return std::nullopt;
            v = darker;
        }
        return std::nullopt;
    }

    // Of the half-shadow, measured along the slope of the value.
    [[nodiscard]] std::optional<double> penumbraAt(const Triangle& t, std::size_t light,
                                                   const Vec3& slope, const Vec3& along) const {
        const Light& source = m_plan.lights[light];
        const auto blocked = blockedNear(t, light);
        if (!blocked) return std::nullopt;
        const auto square = widthSquare(source, blocked->edge_mm, blocked->aim.distance_mm);
        if (!square) return std::nullopt;
        // Turned surfaces stretch it: across the shadow's edge as the light sees it.
        const Vec3 across = blocked->aim.direction.cross(along);
        const double length = across.norm();
        const double turned = length > 1e-6 ? std::abs(slope.dot(across)) / length : 1.0;
        return *square / std::max(0.1, turned);
    }

    static std::optional<double> widthSquare(const Light& light, double edge_mm, double light_mm) {
        const auto near = [&](double diameter_mm) {
            return std::optional(penumbraOfNear(edge_mm, light_mm, diameter_mm));
        };
        return std::visit(
            Overloaded{
                [&](const FarLight& far) {
                    return std::optional(penumbraOfFar(edge_mm, radians(far.radius_deg)));
                },
                [&](const Lamp& lamp) { return near(2.0 * lamp.radius_mm); },
                [&](const Rod& rod) { return near(2.0 * rod.radius_mm); },
                [&](const Panel& panel) { return near(0.5 * (panel.width_mm + panel.height_mm)); },
                [](const auto&) { return std::optional<double>(); }},
            light.kind);
    }

    const Plan& m_plan;
    const Appearance& m_appearance;
    std::vector<float> m_weights;
    std::vector<PassedTriangles> m_passed;
};

// Each piece takes the mean of what was measured up to half a window away along the line, since
// one triangle says little.
std::vector<Measured> evened(const Contour& contour, const std::vector<Measured>& raw) {
    std::vector<double> middles;
    std::vector<double> lengths;
    double length = 0.0;
    for (std::size_t i = 0; i < raw.size(); ++i) {
        lengths.push_back((contour.line.points_mm[i + 1] - contour.line.points_mm[i]).norm() +
                          1e-6);
        middles.push_back(length + 0.5 * lengths.back());
        length += lengths.back();
    }
    std::vector<Measured> even(raw.size());
    std::size_t first = 0;
    for (std::size_t i = 0; i < raw.size(); ++i) {
        while (middles[i] - middles[first] > 0.5 * kWindow_mm) ++first;
        double logs = 0.0;
        double thrown = 0.0;
        double weight = 0.0;
        for (std::size_t j = first; j < raw.size(); ++j) {
            if (middles[j] - middles[i] > 0.5 * kWindow_mm) break;
            logs += lengths[j] * std::log(std::max(raw[j].width_mm, 1e-3));
            thrown += raw[j].thrown ? lengths[j] : 0.0;
            weight += lengths[j];
        }
        even[i] = {std::exp(logs / weight), thrown > 0.5 * weight};
    }
    return even;
}

EdgeKind kindOf(double width_mm, const EdgeKindChoices& choices) {
    if (width_mm <= choices.hard_mm) return EdgeKind::Hard;
    return width_mm < choices.lost_mm ? EdgeKind::Soft : EdgeKind::Lost;
}

void addStretches(const Contour& contour, const std::vector<Measured>& measured,
                  const EdgeKindChoices& choices, std::vector<BandEdge>& edges) {
    for (std::size_t i = 0; i < measured.size(); ++i) {
        const EdgeKind kind = kindOf(measured[i].width_mm, choices);
        const bool goes_on =
            i > 0 && edges.back().kind == kind && edges.back().thrown == measured[i].thrown;
        if (!goes_on) {
            edges.push_back({contour.part,
                             contour.border,
                             kind,
                             measured[i].thrown,
                             0.0,
                             0.0,
                             {contour.line.points_mm[i]}});
        }
        BandEdge& edge = edges.back();
        const double length = (contour.line.points_mm[i + 1] - contour.line.points_mm[i]).norm();
        edge.points_mm.push_back(contour.line.points_mm[i + 1]);
        edge.width_mm += length * measured[i].width_mm;
        edge.length_mm += length;
    }
}

void add(EdgeLengths& sum, const BandEdge& edge) {
    sum.by_kind_mm[static_cast<std::size_t>(edge.kind)] += edge.length_mm;
    if (edge.thrown) sum.thrown_mm += edge.length_mm;
}

}  // namespace

double penumbraOfFar(double edge_mm, double radius_rad) {
    return 2.0 * edge_mm * std::tan(radius_rad);
}

double penumbraOfNear(double edge_mm, double light_mm, double diameter_mm) {
    return diameter_mm * edge_mm / std::max(1e-3, light_mm - edge_mm);
}

BandEdges bandEdgesOf(const Plan& plan, const Appearance& appearance) {
    const Surface& surface = plan.figure->surface;
    LeftOut left_out{sourceParts(plan), appearance.irradiance.hidden, {}};
    std::vector<Contour> contours =
        contoursOf(surface, appearance.values.lightness, appearance.bands.borders, left_out);
    const Measure measure(plan, appearance);
    std::vector<std::vector<BandEdge>> found(contours.size());
    tbb::parallel_for(std::size_t{0}, contours.size(), [&](std::size_t c) {
        Contour& contour = contours[c];
        std::vector<Measured> raw;
        for (std::size_t i = 0; i < contour.line.triangles.size(); ++i) {
            const Vec3 along =
                (contour.line.points_mm[i + 1] - contour.line.points_mm[i]).stableNormalized();
            raw.push_back(measure.at(contour.line.triangles[i], along));
        }
        const std::vector<Measured> measured = evened(contour, raw);
        smooth(contour.line.points_mm, 3);  // corners of triangles are none of the border's
        addStretches(contour, measured, plan.values.edge_kinds, found[c]);
    });
    BandEdges result;
    result.parts.resize(plan.parts.size());
    for (std::vector<BandEdge>& edges : found) {
        for (BandEdge& edge : edges) {
            edge.width_mm /= std::max(1e-9, edge.length_mm);
            add(result.parts[edge.part], edge);
            add(result.whole, edge);
            result.edges.push_back(std::move(edge));
        }
    }
    return result;
}

std::string inWords(const EdgeLengths& lengths) {
    return fmt::format("{:.1f} cm to blend, {:.1f} cm to soften, {:.1f} cm to leave crisp",
                       lengths.of(EdgeKind::Lost) / 10.0, lengths.of(EdgeKind::Soft) / 10.0,
                       lengths.of(EdgeKind::Hard) / 10.0);
}

}  // namespace glaukophos
