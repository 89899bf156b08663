#include "core/photo/match.h"

#include <fmt/format.h>
#include <tbb/parallel_for.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/photo/edge_fit.h"
#include "core/photo/upright_search.h"

namespace glaukophos {
namespace {

constexpr double kDoubtful = 0.50;  // agreement beyond chance
constexpr double kLost = 0.25;
constexpr double kJudged_px = 520.0;  // how large the figure is made to judge a match

// Factors that make the figure about so many pixels high, at least 1.
int factorFor(const SeenMesh& seen, const PhotoCamera& camera, double wanted_px) {
    const Bounds& bounds = seen.scene.bounds();
    const double depth = depthOf_mm(camera, bounds.centre().cast<double>());
    const double high_px = bounds.diagonal() * camera.focal_px / std::max(1.0, depth);
    return std::max(1, static_cast<int>(std::lround(high_px / wanted_px)));
}

// `reach_px` on the smallest photograph; `focal_spread` of its logarithm.
PhotoCamera refined(const SeenMesh& seen, EdgesInSizes& edges, const PhotoCamera& from,
                    double reach_px, double focal_spread, const Progress& progress) {
    LensBelief belief;
    belief.focal_px = from.focal_px;
    belief.focal_spread = focal_spread;
    belief.k1_spread = 0.1;
    const std::array<EdgeFitRound, 3> rounds = {{
        {factorFor(seen, from, 260), reach_px, 4},
        {factorFor(seen, from, 520), 5.0, 3},
        {factorFor(seen, from, 1040), 4.0, 3},
    }};
    return improvedByEdges(seen, edges, from, rounds, belief, progress);
}

double agreementAt(const SeenMesh& seen, EdgesInSizes& edges, const PhotoCamera& camera,
                   double figure_px, const Progress& progress) {
    const PhotoEdges& size = edges.at(factorFor(seen, camera, figure_px));
    return edgeAgreement(seen, size, camera, progress).beyondChance();
}

struct Candidate {
    PhotoCamera camera;
    double agreement = 0.0;
};

// All of them improved side by side, at this size of the figure; the best `keep` are left.
std::vector<Candidate> bestOf(const SeenMesh& seen, EdgesInSizes& edges,
                              std::vector<Candidate> candidates, double figure_px, double reach_px,
                              std::size_t keep, const Progress& progress) {
    tbb::parallel_for(std::size_t{0}, candidates.size(), [&](std::size_t i) {
        if (progress.stopped()) return;
        Candidate& here = candidates[i];
        LensBelief belief;
        belief.focal_px = here.camera.focal_px;
        belief.focal_spread = 0.15;
        const EdgeFitRound round{factorFor(seen, here.camera, figure_px), reach_px, 4};
        here.camera =
            improvedByEdges(seen, edges, here.camera, {&round, 1}, belief, {progress.stop, {}});
        here.agreement = agreementAt(seen, edges, here.camera, figure_px, {progress.stop, {}});
    });
    std::ranges::stable_sort(candidates, std::greater<>{}, &Candidate::agreement);
    std::vector<Candidate> kept;
    for (const Candidate& candidate : candidates) {
        const bool again = std::ranges::any_of(kept, [&](const Candidate& other) {
            const Eigen::Matrix3d turn =
                candidate.camera.rotation * other.camera.rotation.transpose();
            return Eigen::AngleAxisd(turn).angle() < radians(3.0) &&
                   std::abs(std::log(candidate.camera.focal_px / other.camera.focal_px)) < 0.2;
        });
        if (!again) kept.push_back(candidate);
        if (kept.size() == keep) break;
    }
    return kept;
}

// The same view through a longer or a shorter lens, from further or nearer.
PhotoCamera throughLens(const SeenMesh& seen, const PhotoCamera& camera, double focal) {
    PhotoCamera other = camera;
    other.focal_px = focal * camera.longSide();
    const Eigen::Vector3d centre = seen.scene.bounds().centre().cast<double>();
    const Eigen::Vector3d middle = camera.rotation * centre + camera.translation_mm;
    Eigen::Vector3d moved = middle;
    moved.z() *= other.focal_px / camera.focal_px;
    other.rotation = Eigen::Quaterniond::FromTwoVectors(middle, moved) * camera.rotation;
    other.translation_mm = moved - other.rotation * centre;
    return other;
}

void judge(PhotoMatch& match) {
    match.doubtful = match.agreement < kDoubtful;
    if (match.doubtful) {
        match.remark =
            "The edges of the figure are hardly found in this photograph: look whether "
            "the plan lies on it, or click more places.";
    } else {
        match.remark = fmt::format("{:.0f} % of the figure's edges lie on edges of the photograph.",
                                   100.0 * match.agreement);
    }
}

}  // namespace

Result<PhotoMatch> matchByClicks(const SeenMesh& seen, const Photograph& photo,
                                 std::span<const PhotoPair> pairs, const Progress& progress) {
    auto clicked = cameraFromClicks(pairs, photo.width, photo.height);
    if (!clicked) return tl::unexpected(clicked.error());
    PhotoMatch match;
    EdgesInSizes edges(photo);
    const PhotoCamera better = refined(seen, edges, clicked->camera, 14.0, 0.12, progress);
    if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
    const double before = agreementAt(seen, edges, clicked->camera, kJudged_px, progress);
    match.agreement = agreementAt(seen, edges, better, kJudged_px, progress);
    match.by_edges = match.agreement > before;
    match.camera = match.by_edges ? better : clicked->camera;
    match.agreement = std::max(match.agreement, before);
    match.clicked = std::move(*clicked);
    judge(match);
    if (!match.by_edges) {
        match.remark =
            "The edges of the photograph did not help: this is by the clicked places "
            "alone. Click more of them, or photograph before a plain ground.";
    }
    return match;
}

Result<PhotoMatch> matchUpright(const SeenMesh& seen, const Photograph& photo,
                                const Progress& progress) {
    EdgesInSizes edges(photo);
    std::vector<Candidate> candidates;
    for (PhotoCamera& camera : uprightCameras(seen, edges, progress)) {
        candidates.push_back({std::move(camera), 0.0});
    }
    progress.at(0.3);
    candidates = bestOf(seen, edges, std::move(candidates), 130.0, 12.0, 5, progress);
    progress.at(0.5);
    std::vector<Candidate> lenses;
    for (const Candidate& candidate : candidates) {
        for (const double focal : {0.95, 1.5, 2.3}) {
            lenses.push_back({throughLens(seen, candidate.camera, focal), 0.0});
        }
    }
    lenses = bestOf(seen, edges, std::move(lenses), 260.0, 9.0, 2, progress);
    progress.at(0.8);
    PhotoMatch match;
    double best = -1.0;
    for (const Candidate& candidate : lenses) {
        const PhotoCamera better = refined(seen, edges, candidate.camera, 6.0, 0.3, progress);
        const double agreement = agreementAt(seen, edges, better, kJudged_px, progress);
        if (agreement <= best) continue;
        best = agreement;
        match.camera = better;
    }
    if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
    if (best < kLost) {
        return fail(
            ErrorCode::BadInput,
            "The figure was not found in this photograph. Is all of it seen, upright, before "
            "a plain ground? Otherwise pair four places by hand.");
    }
    match.agreement = best;
    match.by_edges = true;
    judge(match);
    return match;
}

}  // namespace glaukophos
