#include "core/painted/gradients.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/figure/pieces.h"
#include "core/geometry/nearest_vertex.h"
#include "core/geometry/surface_distance.h"

namespace glaukophos {
namespace {

constexpr double kRimFold_deg = 40.0;  // a rim turns at least so far

struct Chosen {
    std::vector<Piece> pieces;
    std::vector<std::size_t> alike;  // the one that was pointed at first
    std::uint32_t dark = 0;
    std::uint32_t light = 0;
};

// What a gradient's place on a figure is kept by.
std::string nameOf(const Gradient& gradient) {
    const Vec3& dark = gradient.dark_mm;
    const Vec3& light = gradient.light_mm;
    return fmt::format("{} {} {},{},{} {},{},{}", static_cast<int>(gradient.way), gradient.on_alike,
                       dark.x(), dark.y(), dark.z(), light.x(), light.y(), light.z());
}

// Both ends lie on the piece of the light end.
Chosen chosenBy(const Surface& surface, const Gradient& gradient) {
    Chosen chosen;
    chosen.pieces = piecesOf(surface);
    chosen.light = static_cast<std::uint32_t>(nearestVertex(surface, gradient.light_mm));
    const std::size_t piece = pieceOf(chosen.pieces, chosen.light);
    chosen.dark =
        *std::ranges::min_element(chosen.pieces[piece].vertices, {}, [&](std::uint32_t v) {
            return (surface.mesh.positions_mm[v] - gradient.dark_mm).squaredNorm();
        });
    chosen.alike = gradient.on_alike ? alikePieces(chosen.pieces, piece) : std::vector{piece};
    return chosen;
}

std::vector<float> along(const Surface& surface, const Chosen& chosen) {
    std::vector<std::uint32_t> darks;
    std::vector<std::uint32_t> lights;
    const Piece& model = chosen.pieces[chosen.alike.front()];
    for (const std::size_t p : chosen.alike) {
        const auto ends =
            p == chosen.alike.front()
                ? std::array{chosen.dark, chosen.light}
                : sameEnds(surface, model, {chosen.dark, chosen.light}, chosen.pieces[p]);
        darks.push_back(ends[0]);
        lights.push_back(ends[1]);
    }
    const std::vector<float> from_dark = surfaceDistances(surface.mesh, darks);
    const std::vector<float> from_light = surfaceDistances(surface.mesh, lights);
    std::vector<float> share(surface.parts.size(), -1.0F);
    for (const std::size_t p : chosen.alike) {
        for (const std::uint32_t v : chosen.pieces[p].vertices) {
            const float whole = from_dark[v] + from_light[v];
            share[v] = std::isfinite(whole) && whole > 0.0F ? from_dark[v] / whole : 0.0F;
        }
    }
    return share;
}

// Where the surface ends, or turns sharply outwards.
std::vector<bool> rimOf(const Surface& surface) {
    std::vector<bool> rim = surface.links.on_border;
    rim.resize(surface.parts.size(), false);
    const Neighbours neighbours = neighboursOf(rim.size(), surface.mesh.triangles);
    const std::vector<Vec3>& places = surface.mesh.positions_mm;
    const auto normalOf = [&](const Triangle& t) {
        return Vec3((places[t[1]] - places[t[0]]).cross(places[t[2]] - places[t[0]]))
            .stableNormalized();
    };
    const auto least = static_cast<float>(std::cos(radians(kRimFold_deg)));
    for (std::size_t t = 0; t < surface.mesh.triangles.size(); ++t) {
        const Triangle& here = surface.mesh.triangles[t];
        for (std::size_t k = 0; k < 3; ++k) {
            const std::uint32_t other = neighbours.across[t].at(k);
            if (other == kNoTriangle || other < t) continue;
            const Triangle& there = surface.mesh.triangles[other];
            if (normalOf(here).dot(normalOf(there)) > least) continue;
            const Vec3 away = (places[there[0]] + places[there[1]] + places[there[2]]) / 3.0F -
                              places[here.at(k)];
            if (normalOf(here).dot(away) > 0.0F) continue;  // an inward fold
            rim[here.at(k)] = true;
            rim[here.at((k + 1) % 3)] = true;
        }
    }
    return rim;
}

std::vector<float> fromRim(const Surface& surface, const Chosen& chosen) {
    const std::vector<bool> is_rim = rimOf(surface);
    std::vector<std::uint32_t> rim;
    for (const std::size_t p : chosen.alike) {
        for (const std::uint32_t v : chosen.pieces[p].vertices) {
            if (is_rim[v]) rim.push_back(v);
        }
    }
    std::vector<float> share(surface.parts.size(), -1.0F);
    if (rim.empty()) return share;
    const std::vector<float> distance = surfaceDistances(surface.mesh, rim);
    for (const std::size_t p : chosen.alike) {
        float deepest = 1e-6F;
        for (const std::uint32_t v : chosen.pieces[p].vertices) {
            if (std::isfinite(distance[v])) deepest = std::max(deepest, distance[v]);
        }
        for (const std::uint32_t v : chosen.pieces[p].vertices) {
            if (std::isfinite(distance[v])) share[v] = 1.0F - distance[v] / deepest;
        }
    }
    return share;
}

}  // namespace

std::shared_ptr<const std::vector<float>> gradientShare(const Figure& figure,
                                                        const Gradient& gradient) {
    return figure.kept->of("gradient " + nameOf(gradient), [&] {
        const Chosen chosen = chosenBy(figure.surface, gradient);
        return gradient.way == GradientWay::Along ? along(figure.surface, chosen)
                                                  : fromRim(figure.surface, chosen);
    });
}

std::size_t piecesUnder(const Figure& figure, const Gradient& gradient) {
    const auto count = figure.kept->of("pieces under " + nameOf(gradient), [&] {
        const Chosen chosen = chosenBy(figure.surface, gradient);
        return std::vector<float>{static_cast<float>(chosen.alike.size())};
    });
    return static_cast<std::size_t>(count->front());
}

void layGradients(const Plan& plan, std::span<float> lightness, std::span<float> painted) {
    const PaintRange& paint = plan.values.paint;
    for (const Gradient& gradient : plan.values.gradients) {
        const auto share = gradientShare(*plan.figure, gradient);
        for (std::size_t v = 0; v < lightness.size(); ++v) {
            if ((*share)[v] < 0.0F) continue;
            const double t = std::clamp(
                ((*share)[v] - gradient.begins) / std::max(0.05, 1.0 - gradient.begins), 0.0, 1.0);
            const double wanted = paint.darkest + t * (paint.top() - paint.darkest);
            const auto moved = static_cast<float>(gradient.strength * (wanted - lightness[v]));
            lightness[v] += moved;
            painted[v] = static_cast<float>(
                std::clamp(static_cast<double>(painted[v] + moved), paint.darkest, paint.top()));
        }
    }
}

std::string extentWords(double share) {
    const double outer = 1.0 - share;
    if (outer > 0.9) return "all but its dark end";
    if (outer > 0.7) return "the outer three quarters";
    if (outer > 0.58) return "the outer two thirds";
    if (outer > 0.42) return "the outer half";
    if (outer > 0.28) return "the outer third";
    if (outer > 0.17) return "the outer quarter";
    return "the tip";
}

}  // namespace glaukophos
