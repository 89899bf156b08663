#include "core/photo/edge_distances.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

namespace glaukophos {
namespace {

constexpr double kAboveNoise = 3.0;
constexpr double kFaintest = 1.5;  // slope of grey 0..255 over a pixel
constexpr float kOutside_px = 30.0F;

// Whether the slope is steepest here on the line across the edge.
bool isRidge(const PhotoEdges& edges, int x, int y, const Eigen::Vector2d& across, double slope) {
    const auto slopeThere = [&](int side) {
        const auto at =
            static_cast<std::size_t>(y + side * static_cast<int>(std::lround(across.y()))) *
                static_cast<std::size_t>(edges.width) +
            static_cast<std::size_t>(x + side * static_cast<int>(std::lround(across.x())));
        return std::hypot(edges.across[at], edges.down[at]);
    };
    return slope >= slopeThere(1) && slope >= slopeThere(-1);
}

}  // namespace

std::size_t edgeWayOf(const Eigen::Vector2d& across) {
    double turn = std::atan2(across.y(), across.x());
    if (turn < 0.0) turn += kPi;
    return static_cast<std::size_t>(std::lround(turn / kPi * kEdgeWays)) % kEdgeWays;
}

double EdgeDistances::at(std::size_t way, const Eigen::Vector2d& pixel) const {
    const auto between = betweenPixels(pixel, factor, width, height);
    return between ? between->blend(ways[way]) : kOutside_px;
}

EdgeDistances edgeDistances(const PhotoEdges& edges) {
    std::array<cv::Mat, kEdgeWays> blank;  // 0 where an edge is
    for (cv::Mat& map : blank) map = cv::Mat(edges.height, edges.width, CV_8U, cv::Scalar(255));
    for (int y = 1; y + 1 < edges.height; ++y) {
        for (int x = 1; x + 1 < edges.width; ++x) {
            const auto i = static_cast<std::size_t>(y) * static_cast<std::size_t>(edges.width) +
                           static_cast<std::size_t>(x);
            const Eigen::Vector2d slope(edges.across[i], edges.down[i]);
            const double size = slope.norm();
            if (size < std::max(kFaintest, kAboveNoise * edges.noise)) continue;
            if (!isRidge(edges, x, y, slope / size, size)) continue;
            const std::size_t way = edgeWayOf(slope);
            for (const std::size_t beside : {kEdgeWays - 1, 0, 1}) {
                blank[(way + beside) % kEdgeWays].at<std::uint8_t>(y, x) = 0;
            }
        }
    }
    EdgeDistances distances{edges.factor, edges.width, edges.height, {}};
    for (std::size_t way = 0; way < kEdgeWays; ++way) {
        cv::Mat map;
        cv::distanceTransform(blank[way], map, cv::DIST_L2, cv::DIST_MASK_5);
        distances.ways[way].assign(map.ptr<float>(0), map.ptr<float>(0) + map.total());
    }
    return distances;
}

}  // namespace glaukophos
