#include "core/photo/upright_search.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/light/direction.h"
#include "core/photo/edge_distances.h"

namespace glaukophos {
namespace {

constexpr double kSide_px = 200;  // long side of the photograph made small
constexpr double kFocal = 1.5;    // over the long side: between a phone and a small tele lens
constexpr double kDrawn = 0.55;   // of the short side: how high the figure is drawn at scale 1
constexpr int kStride = 3;        // pixels between tried places
constexpr std::size_t kPoints = 160;
constexpr double kNear_px = 1.2;  // of the small photograph: what lies on an edge
constexpr std::array<double, 5> kHeights_deg = {2.0, 12.0, 24.0, 38.0, 55.0};
constexpr int kRound = 24;

// For each direction how near an edge lies, 0..1.
struct NearMaps {
    int width = 0;
    int height = 0;
    std::array<std::vector<float>, kEdgeWays> ways;
};

NearMaps nearMapsOf(const EdgeDistances& distances) {
    NearMaps maps{distances.width, distances.height, distances.ways};
    for (std::vector<float>& map : maps.ways) {
        for (float& value : map) {
            value = static_cast<float>(std::exp(-0.5 * value * value / (kNear_px * kNear_px)));
        }
    }
    return maps;
}

PhotoCamera cameraFrom(const SeenMesh& seen, const ClockDirection& from, int width, int height) {
    PhotoCamera camera;
    camera.width = width;
    camera.height = height;
    camera.focal_px = kFocal * camera.longSide();
    const Eigen::Vector3d ahead = -towards(from).cast<double>().normalized();
    const Eigen::Vector3d right = ahead.cross(Eigen::Vector3d::UnitZ()).normalized();
    camera.rotation << right.transpose(), ahead.cross(right).transpose(), ahead.transpose();
    const Bounds& bounds = seen.scene.bounds();
    const double depth =
        bounds.size().norm() * camera.focal_px / (kDrawn * std::min(width, height));
    camera.translation_mm =
        Eigen::Vector3d(0.0, 0.0, depth) - camera.rotation * bounds.centre().cast<double>();
    return camera;
}

struct DrawnPoint {
    Eigen::Vector2f from_middle;
    std::size_t way;
    float strength;
};

struct Tried {
    PhotoCamera camera;
    float worth = -1.0F;
    double scale = 1.0;
    Eigen::Vector2d at = Eigen::Vector2d::Zero();
};

float worthAt(const NearMaps& maps, const std::vector<DrawnPoint>& points, float scale, float x,
              float y) {
    float sum = 0.0F;
    float all = 0.0F;
    for (const DrawnPoint& point : points) {
        all += point.strength;
        const int px = static_cast<int>(x + scale * point.from_middle.x());
        const int py = static_cast<int>(y + scale * point.from_middle.y());
        if (px < 0 || py < 0 || px >= maps.width || py >= maps.height) continue;
        sum += point.strength * maps.ways[point.way][static_cast<std::size_t>(py) *
                                                         static_cast<std::size_t>(maps.width) +
                                                     static_cast<std::size_t>(px)];
    }
    return all > 0.0F ? sum / all : 0.0F;
}

void tryPlaces(const NearMaps& maps, const std::vector<DrawnPoint>& points, Tried& tried) {
    for (double scale = 0.45; scale < 1.9; scale *= 1.09) {
        const auto s = static_cast<float>(scale);
        for (int y = maps.height / 8; y < maps.height * 7 / 8; y += kStride) {
            for (int x = maps.width / 8; x < maps.width * 7 / 8; x += kStride) {
                const float worth =
                    worthAt(maps, points, s, static_cast<float>(x), static_cast<float>(y));
                // A larger figure explains more of the picture.
                const float weighed = worth * std::pow(s, 0.15F);
                if (weighed <= tried.worth) continue;
                tried.worth = weighed;
                tried.scale = scale;
                tried.at = {x, y};
            }
        }
    }
}

// The camera moved so that the figure is seen there and so large, in a photograph `factor` larger.
PhotoCamera placed(const SeenMesh& seen, const Tried& tried, const Photograph& photo, int factor) {
    PhotoCamera camera = tried.camera;
    camera.width = photo.width;
    camera.height = photo.height;
    camera.focal_px *= factor;
    const Eigen::Vector3d centre = seen.scene.bounds().centre().cast<double>();
    Eigen::Vector3d middle = camera.rotation * centre + camera.translation_mm;
    middle /= tried.scale;
    const Eigen::Vector2d from_axis = factor * tried.at - camera.centre_px();
    middle.head<2>() = middle.z() / camera.focal_px * from_axis;
    // What stands beside the axis is seen from its side: the figure is turned to face the eye as
    // it was drawn.
    const Eigen::Quaterniond turn =
        Eigen::Quaterniond::FromTwoVectors(Eigen::Vector3d::UnitZ(), middle);
    camera.rotation = turn.toRotationMatrix() * camera.rotation;
    camera.translation_mm = middle - camera.rotation * centre;
    return camera;
}

}  // namespace

std::vector<PhotoCamera> uprightCameras(const SeenMesh& seen, EdgesInSizes& edges,
                                        const Progress& progress) {
    const Photograph& photo = edges.photo();
    const int factor =
        std::max(1, static_cast<int>(std::lround(std::max(photo.width, photo.height) / kSide_px)));
    const NearMaps maps = nearMapsOf(edgeDistances(edges.at(factor)));
    std::vector<Tried> tried(kRound * kHeights_deg.size());
    tbb::parallel_for(std::size_t{0}, tried.size(), [&](std::size_t i) {
        if (progress.stopped()) return;
        Tried& here = tried[i];
        const double hour = 12.0 * static_cast<double>(i % kRound) / kRound;
        here.camera =
            cameraFrom(seen, {hour, kHeights_deg.at(i / kRound)}, maps.width, maps.height);
        std::vector<DrawnPoint> points;
        const Eigen::Vector2d middle = here.camera.centre_px();
        for (const ModelEdge& edge :
             modelEdges(seen, here.camera, 1.0, kPoints, {progress.stop, {}})) {
            points.push_back({(edge.pixel - middle).cast<float>(), edgeWayOf(edge.across),
                              static_cast<float>(edge.strength)});
        }
        tryPlaces(maps, points, here);
    });
    if (progress.stopped()) return {};
    std::vector<PhotoCamera> cameras;
    cameras.reserve(tried.size());
    for (const Tried& each : tried) cameras.push_back(placed(seen, each, photo, factor));
    return cameras;
}

}  // namespace glaukophos
