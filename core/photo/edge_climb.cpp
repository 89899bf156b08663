#include "core/photo/edge_climb.h"

#include <cmath>

namespace glaukophos {
namespace {

// Over the long side: between the widest phone and a tele lens.
constexpr double kShortest = 0.7;
constexpr double kLongest = 3.2;
constexpr int kHalvings = 4;
constexpr std::size_t kFewest = 30;

struct EdgePoint {
    Eigen::Vector3d point_mm;
    std::size_t way = 0;
    double strength = 1.0;
};

// Turn about the axes of the camera (radians), place in the picture (pixels), logarithms of size
// and of focal length.
using Move = Eigen::Matrix<double, 7, 1>;

// The figure turned about its middle, which is seen elsewhere and at another size; a longer lens
// looks from further off.
PhotoCamera moved(const PhotoCamera& camera, const Move& move, const Eigen::Vector3d& pivot_mm) {
    PhotoCamera other = camera;
    const Eigen::Vector3d middle = camera.rotation * pivot_mm + camera.translation_mm;
    const Eigen::Vector3d turn = move.head<3>();
    if (turn.norm() > 0.0) {
        other.rotation = Eigen::AngleAxisd(turn.norm(), turn.normalized()) * camera.rotation;
    }
    other.focal_px = camera.focal_px * std::exp(move[6]);
    const Eigen::Vector2d seen_px =
        camera.focal_px * middle.head<2>() / middle.z() + move.segment<2>(3);
    const double depth = middle.z() * std::exp(move[6] - move[5]);
    Eigen::Vector3d now;
    now << seen_px * depth / other.focal_px, depth;
    other.translation_mm = now - other.rotation * pivot_mm;
    return other;
}

double closenessOf(const EdgeDistances& distances, const std::vector<EdgePoint>& points,
                   const PhotoCamera& camera, double reach_px) {
    const double scale = -0.5 / (reach_px * reach_px);
    double close = 0.0;
    double all = 0.0;
    for (const EdgePoint& point : points) {
        all += point.strength;
        const auto pixel = pixelOf(camera, point.point_mm);
        if (!pixel) continue;
        const double far = distances.at(point.way, *pixel);
        close += point.strength * std::exp(scale * far * far);
    }
    return close / all;
}

// One step that helps for each of the seven, if there is one.
bool stepped(const EdgeDistances& distances, const std::vector<EdgePoint>& points,
             const Eigen::Vector3d& pivot_mm, const Move& steps, double reach_px, Climbed& best) {
    bool helped = false;
    for (int k = 0; k < steps.size(); ++k) {
        for (const double way : {1.0, -1.0}) {
            Move move = Move::Zero();
            move[k] = way * steps[k];
            const PhotoCamera camera = moved(best.camera, move, pivot_mm);
            const double focal = camera.focal_px / camera.longSide();
            if (focal < kShortest || focal > kLongest) continue;
            const double closeness = closenessOf(distances, points, camera, reach_px);
            if (closeness <= best.closeness + 1e-6) continue;
            best = {camera, closeness};
            helped = true;
            break;
        }
    }
    return helped;
}

}  // namespace

Climbed climbedToEdges(const SeenMesh& seen, const EdgeDistances& distances, PhotoCamera camera,
                       std::span<const ClimbRound> rounds, const Progress& progress) {
    const Eigen::Vector3d pivot_mm = seen.scene.bounds().centre().cast<double>();
    Climbed best{std::move(camera), 0.0};
    for (const ClimbRound& round : rounds) {
        std::vector<EdgePoint> points;
        for (const ModelEdge& edge :
             modelEdges(seen, best.camera, distances.factor, round.most, progress)) {
            points.push_back({edge.point_mm, edgeWayOf(edge.across), edge.strength});
        }
        if (points.size() < kFewest) return {best.camera, 0.0};
        best.closeness = closenessOf(distances, points, best.camera, round.reach_px);
        const double turn = radians(1.2 * round.reach_px);
        const double shift_px = 0.7 * round.reach_px * distances.factor;
        Move steps;
        steps << turn, turn, turn, shift_px, shift_px, 0.012 * round.reach_px,
            0.05 * round.reach_px;
        for (int halved = 0; halved < kHalvings && !progress.stopped();) {
            if (stepped(distances, points, pivot_mm, steps, round.reach_px, best)) continue;
            steps *= 0.5;
            ++halved;
        }
    }
    return best;
}

}  // namespace glaukophos
