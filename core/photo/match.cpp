#include "core/photo/match.h"

#include <fmt/format.h>
#include <tbb/parallel_for.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/photo/edge_climb.h"
#include "core/photo/edge_fit.h"
#include "core/photo/upright_search.h"

namespace glaukophos {
namespace {

constexpr double kDoubtful = 0.50;  // agreement beyond chance
constexpr double kLost = 0.25;
constexpr double kJudged_px = 520.0;   // how large the figure is made to judge a match
constexpr double kRanked_px = 130.0;   // ... and to choose between many
constexpr double kClimbed_px = 400.0;  // long side of the photograph on which cameras come nearer
constexpr double kSameView = radians(3.0);
constexpr std::array<ClimbRound, 2> kFromAfar = {{{6.0, 150}, {3.0, 200}}};
constexpr std::array<ClimbRound, 2> kFromNear = {{{2.5, 400}, {1.5, 500}}};

// Factors that make the figure about so many pixels high, at least 1.
int factorFor(const SeenMesh& seen, const PhotoCamera& camera, double wanted_px) {
    const Bounds& bounds = seen.scene.bounds();
    const double depth = depthOf_mm(camera, bounds.centre().cast<double>());
    const double high_px = bounds.diagonal() * camera.focal_px / std::max(1.0, depth);
    return std::max(1, static_cast<int>(std::lround(high_px / wanted_px)));
}

// `focal_spread` of the logarithm of the focal length.
PhotoCamera refined(const SeenMesh& seen, EdgesInSizes& edges, const PhotoCamera& from,
                    double focal_spread, const Progress& progress) {
    LensBelief belief;
    belief.focal_px = from.focal_px;
    belief.focal_spread = focal_spread;
    belief.k1_spread = 0.1;
    const std::array<EdgeFitRound, 3> rounds = {{
        {factorFor(seen, from, 260), 6.0, 4},
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

// The photograph made as small as cameras come nearer on.
EdgeDistances distancesOn(EdgesInSizes& edges) {
    const double side = std::max(edges.photo().width, edges.photo().height);
    return edgeDistances(edges.at(std::max(1, static_cast<int>(std::lround(side / kClimbed_px)))));
}

// All of them brought nearer, side by side.
void climbAll(const SeenMesh& seen, const EdgeDistances& distances, std::vector<Climbed>& all,
              std::span<const ClimbRound> rounds, const Progress& progress) {
    tbb::parallel_for(std::size_t{0}, all.size(), [&](std::size_t i) {
        if (progress.stopped()) return;
        all[i] = climbedToEdges(seen, distances, all[i].camera, rounds, {progress.stop, {}});
    });
}

void keepClosest(std::vector<Climbed>& all, std::size_t most) {
    std::ranges::stable_sort(all, std::greater<>{}, &Climbed::closeness);
    if (all.size() > most) all.resize(most);
}

// The cameras whose edges agree best beyond chance, no two from the same side. Closeness alone
// takes a view full of edges for a good one.
std::vector<PhotoCamera> likeliest(const SeenMesh& seen, EdgesInSizes& edges,
                                   const std::vector<Climbed>& climbed, std::size_t most,
                                   const Progress& progress) {
    std::vector<std::pair<double, std::size_t>> order(climbed.size());
    tbb::parallel_for(std::size_t{0}, climbed.size(), [&](std::size_t i) {
        const double agreement =
            agreementAt(seen, edges, climbed[i].camera, kRanked_px, {progress.stop, {}});
        order[i] = {-agreement, i};
    });
    std::ranges::sort(order);
    std::vector<PhotoCamera> kept;
    for (const auto& [agreement, i] : order) {
        const PhotoCamera& camera = climbed[i].camera;
        const bool again = std::ranges::any_of(kept, [&](const PhotoCamera& other) {
            const Eigen::Matrix3d turn = camera.rotation * other.rotation.transpose();
            return Eigen::AngleAxisd(turn).angle() < kSameView;
        });
        if (!again) kept.push_back(camera);
        if (kept.size() == most) break;
    }
    return kept;
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
    const PhotoCamera near =
        climbedToEdges(seen, distancesOn(edges), clicked->camera, kFromNear, progress).camera;
    const PhotoCamera better = refined(seen, edges, near, 0.12, progress);
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
    std::vector<Climbed> climbed;
    for (PhotoCamera& camera : uprightCameras(seen, edges, progress)) {
        climbed.push_back({std::move(camera), 0.0});
    }
    progress.at(0.3);
    const EdgeDistances distances = distancesOn(edges);
    climbAll(seen, distances, climbed, kFromAfar, progress);
    keepClosest(climbed, 40);
    progress.at(0.5);
    climbAll(seen, distances, climbed, kFromNear, progress);
    progress.at(0.7);
    PhotoMatch match;
    double best = -1.0;
    for (const PhotoCamera& camera : likeliest(seen, edges, climbed, 2, progress)) {
        const PhotoCamera better = refined(seen, edges, camera, 0.3, progress);
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
