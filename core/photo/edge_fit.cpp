#include "core/photo/edge_fit.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace glaukophos {
namespace {

constexpr std::size_t kMostEdges = 1500;

std::vector<Sighting> sightingsOf(const std::vector<ModelEdge>& model, const PhotoEdges& edges,
                                  double reach_px) {
    std::vector<Sighting> sightings;
    for (const ModelEdge& edge : model) {
        const auto found = edgeNear(edges, edge.pixel, edge.across, reach_px);
        if (!found) continue;
        sightings.push_back({edge.point_mm, edge.pixel + found->offset_px * edge.across,
                             edge.across, edge.strength * found->strength});
    }
    return sightings;
}

struct Shares {
    double all = 0.0;
    double outline = 0.0;
};

// The shares of edges with one of the photograph so near, the strong ones counting more.
Shares sharesOnEdges(const std::vector<ModelEdge>& model, const PhotoEdges& edges,
                     const Eigen::Vector2d& shift, double near_px) {
    Shares on;
    Shares of;
    for (const ModelEdge& edge : model) {
        const double outline = edge.outline ? edge.strength : 0.0;
        of.all += edge.strength;
        of.outline += outline;
        const auto found = edgeNear(edges, edge.pixel + shift, edge.across, near_px);
        if (!found || std::abs(found->offset_px) > near_px) continue;
        on.all += edge.strength;
        on.outline += outline;
    }
    return {of.all > 0.0 ? on.all / of.all : 0.0, of.outline > 0.0 ? on.outline / of.outline : 0.0};
}

}  // namespace

PhotoCamera improvedByEdges(const SeenMesh& seen, EdgesInSizes& edges, PhotoCamera camera,
                            std::span<const EdgeFitRound> rounds, const LensBelief& belief,
                            const Progress& progress) {
    const Eigen::Vector3d pivot = seen.scene.bounds().centre().cast<double>();
    for (const EdgeFitRound& round : rounds) {
        const double reach = round.reach_px * round.factor;
        LensBelief here = belief;
        // A thousand edges beside one another are no thousand opinions.
        here.pixel_spread = 4.0 * round.factor;
        for (int i = 0; i < round.rounds; ++i) {
            const auto model = modelEdges(seen, camera, round.factor, kMostEdges, progress);
            if (model.empty()) return camera;
            const auto sightings = sightingsOf(model, edges.at(round.factor), reach);
            if (sightings.size() < 30) return camera;
            const double outlier = std::max(1.5 * round.factor, 0.8 * reach / (1 << i));
            camera = fitted(camera, sightings, here, pivot, outlier, 6);
        }
    }
    return camera;
}

EdgeAgreement edgeAgreement(const SeenMesh& seen, const PhotoEdges& edges,
                            const PhotoCamera& camera, const Progress& progress) {
    const double near_px = 1.6 * edges.factor;
    const auto model = modelEdges(seen, camera, edges.factor, kMostEdges, progress);
    if (model.size() < 30) return {};
    const Shares here = sharesOnEdges(model, edges, Eigen::Vector2d::Zero(), near_px);
    EdgeAgreement agreement{here.all, here.outline, 0.0};
    constexpr std::array<double, 4> kTurns = {0.3, 1.9, 3.4, 5.0};
    for (const double turn : kTurns) {
        const Eigen::Vector2d shift =
            11.0 * edges.factor * Eigen::Vector2d(std::cos(turn), std::sin(turn));
        agreement.chance += sharesOnEdges(model, edges, shift, near_px).all / kTurns.size();
    }
    return agreement;
}

}  // namespace glaukophos
