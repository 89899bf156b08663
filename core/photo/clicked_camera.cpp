// Few pairs: every small subset is tried, no drawing of lots.
#include "core/photo/clicked_camera.h"

#include <fmt/format.h>

#include <Eigen/Eigenvalues>
#include <algorithm>
#include <array>
#include <bit>
#include <opencv2/calib3d.hpp>
#include <optional>

#include "core/photo/camera_fit.h"

namespace glaukophos {
namespace {

constexpr std::array<double, 6> kFocals = {0.7, 0.95, 1.3, 1.8, 2.5, 3.5};  // over the long side
constexpr double kUsualFocal = 1.3;

// A click is so far off, by the eye and the hand: pixels on a photograph of 1600.
double clickSpread(int width, int height) { return 3.0 / 1600.0 * std::max(width, height); }

struct Start {
    PhotoCamera camera;
    double cost = 1e300;
};

std::optional<PhotoCamera> solved(std::span<const PhotoPair> pairs, unsigned chosen,
                                  const PhotoCamera& blank) {
    std::vector<cv::Point3d> points;
    std::vector<cv::Point2d> pixels;
    const Eigen::Vector2d centre = blank.centre_px();
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        if ((chosen >> i & 1U) == 0) continue;
        const Vec3& p = pairs[i].point_mm;
        points.emplace_back(p.x(), p.y(), p.z());
        const Eigen::Vector2d beside = (pairs[i].pixel - centre) / blank.focal_px;
        pixels.emplace_back(beside.x(), beside.y());
    }
    cv::Mat turn;
    cv::Mat shift;
    try {
        if (!cv::solvePnP(points, pixels, cv::Mat::eye(3, 3, CV_64F), cv::noArray(), turn, shift,
                          false, cv::SOLVEPNP_SQPNP)) {
            return std::nullopt;
        }
    } catch (const cv::Exception&) {
        return std::nullopt;
    }
    PhotoCamera camera = blank;
    const Eigen::Vector3d axis(turn.at<double>(0), turn.at<double>(1), turn.at<double>(2));
    camera.translation_mm = {shift.at<double>(0), shift.at<double>(1), shift.at<double>(2)};
    if (!axis.allFinite() || !camera.translation_mm.allFinite()) return std::nullopt;
    if (axis.norm() > 1e-12) {
        camera.rotation = Eigen::AngleAxisd(axis.norm(), axis.normalized()).toRotationMatrix();
    }
    return camera;
}

std::vector<Sighting> sightingsOf(std::span<const PhotoPair> pairs) {
    std::vector<Sighting> sightings;
    for (const PhotoPair& pair : pairs) {
        sightings.push_back({pair.point_mm.cast<double>(), pair.pixel, Eigen::Vector2d::Zero(), 1});
    }
    return sightings;
}

// Squares of the misses, each capped where a pair is taken to be wrong, and how odd the lens is.
double costOf(const PhotoCamera& camera, std::span<const Sighting> sightings, double spread) {
    constexpr double kWrong = 4.0;  // spreads
    double cost = 0.0;
    for (const Sighting& sighting : sightings) {
        cost += std::pow(std::min(missOf(camera, sighting) / spread, kWrong), 2);
    }
    const double odd = std::log(camera.focal_px / (kUsualFocal * camera.longSide())) / 0.5;
    return cost + odd * odd;
}

Eigen::Vector3d middleOf(std::span<const PhotoPair> pairs) {
    Eigen::Vector3d sum = Eigen::Vector3d::Zero();
    for (const PhotoPair& pair : pairs) sum += pair.point_mm.cast<double>();
    return sum / static_cast<double>(pairs.size());
}

std::vector<unsigned> subsetsOf(std::size_t count) {
    // With few pairs none can be told to be wrong.
    const int most_left_out = count >= 7 ? 2 : count >= 5 ? 1 : 0;
    std::vector<unsigned> subsets;
    for (unsigned set = 1; set < 1U << count; ++set) {
        if (static_cast<int>(count) - std::popcount(set) <= most_left_out) subsets.push_back(set);
    }
    return subsets;
}

Start bestStart(std::span<const PhotoPair> pairs, std::span<const Sighting> sightings, int width,
                int height, double spread) {
    Start best;
    PhotoCamera blank;
    blank.width = width;
    blank.height = height;
    for (const double focal : kFocals) {
        blank.focal_px = focal * blank.longSide();
        for (const unsigned subset : subsetsOf(pairs.size())) {
            const auto camera = solved(pairs, subset, blank);
            if (!camera) continue;
            const double cost = costOf(*camera, sightings, spread);
            if (cost < best.cost) best = {*camera, cost};
        }
    }
    return best;
}

// Whether the places span too little to tell where the camera stood.
bool lieInLine(std::span<const PhotoPair> pairs) {
    Eigen::Matrix3d spread = Eigen::Matrix3d::Zero();
    const Eigen::Vector3d middle = middleOf(pairs);
    for (const PhotoPair& pair : pairs) {
        const Eigen::Vector3d d = pair.point_mm.cast<double>() - middle;
        spread += d * d.transpose();
    }
    const Eigen::Vector3d sizes =
        Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d>(spread, Eigen::EigenvaluesOnly)
            .eigenvalues();
    return sizes[1] < 0.003 * sizes[2];
}

Result<void> check(std::span<const PhotoPair> pairs) {
    if (pairs.size() < kLeastPairs) {
        return fail(ErrorCode::BadInput,
                    fmt::format("{} of at least {} places are paired. Click {} more, far apart.",
                                pairs.size(), kLeastPairs, kLeastPairs - pairs.size()));
    }
    if (pairs.size() > kMostPhotoPairs) {
        return fail(
            ErrorCode::BadInput,
            fmt::format("More than {} pairs are not needed. Leave the best.", kMostPhotoPairs));
    }
    for (const PhotoPair& pair : pairs) {
        if (!pair.point_mm.allFinite() || !pair.pixel.allFinite()) {
            return fail(ErrorCode::BadInput, "A pair is not a number. Click it again.");
        }
    }
    if (lieInLine(pairs)) {
        return fail(ErrorCode::BadInput,
                    "The places lie on one line. Choose some to the sides of it as well.");
    }
    return {};
}

}  // namespace

Result<ClickedCamera> cameraFromClicks(std::span<const PhotoPair> pairs, int width, int height) {
    if (auto good = check(pairs); !good) return tl::unexpected(good.error());
    const double spread = clickSpread(width, height);
    const std::vector<Sighting> sightings = sightingsOf(pairs);
    const Start start = bestStart(pairs, sightings, width, height, spread);
    ClickedCamera found;
    LensBelief belief;
    belief.focal_px = kUsualFocal * std::max(width, height);
    belief.focal_spread = 0.5;
    belief.pixel_spread = spread;
    const double outlier = 5.0 * spread;
    if (start.cost < 1e299) {
        found.camera = fitted(start.camera, sightings, belief, middleOf(pairs), outlier, 40);
    }
    std::size_t counted = 0;
    for (const Sighting& sighting : sightings) {
        const double miss = missOf(found.camera, sighting);
        found.misses_px.push_back(miss);
        found.off.push_back(miss >= outlier);
        if (miss >= outlier) continue;
        found.mean_px += miss;
        ++counted;
    }
    if (start.cost > 1e299 || counted < kLeastPairs) {
        return fail(ErrorCode::BadInput,
                    "The pairs contradict one another. Look at each again: left and right are "
                    "easily mixed up.");
    }
    found.mean_px /= static_cast<double>(counted);
    return found;
}

}  // namespace glaukophos
