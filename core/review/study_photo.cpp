#include "core/review/study_photo.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/photo/linear_photo.h"
#include "core/photo/opencv_view.h"

namespace glaukophos {
namespace {

constexpr int kSearched_px = 480;  // long side of the picture in which the ground is sought
constexpr int kMost_px = 420;      // ... of what is kept: a step is then smaller than a brush tip
constexpr double kAlike = 1.6;     // codes of 255 between neighbours of one even ground
constexpr int kRounds = 5;
constexpr double kLeastKept = 0.02;  // of the picture
constexpr double kMostKept = 0.97;
constexpr double kPiece = 0.15;  // of the largest: smaller pieces are cards and dust on the table

// What is surely or likely ground: the rim, and what is poured from it without a step.
cv::Mat firstGuess(const cv::Mat& picture) {
    cv::Mat smooth;
    cv::GaussianBlur(picture, smooth, {0, 0}, 2.0);
    cv::Mat poured(picture.rows + 2, picture.cols + 2, CV_8U, cv::Scalar(0));
    const auto pour = [&](int x, int y) {
        if (poured.at<std::uint8_t>(y + 1, x + 1) != 0) return;
        cv::floodFill(smooth, poured, {x, y}, {}, nullptr, cv::Scalar::all(kAlike),
                      cv::Scalar::all(kAlike), 4 | cv::FLOODFILL_MASK_ONLY | (255 << 8));
    };
    for (int x = 0; x < picture.cols; x += 4) pour(x, 0);
    for (int y = 0; y < picture.rows; y += 4) {
        pour(0, y);
        pour(picture.cols - 1, y);
    }
    cv::Mat guess(picture.size(), CV_8U, cv::Scalar(cv::GC_PR_FGD));
    guess.setTo(cv::GC_PR_BGD, poured(cv::Rect(1, 1, picture.cols, picture.rows)));
    const int rim = std::max(2, picture.cols / 60);
    guess.rowRange(0, rim).setTo(cv::GC_BGD);
    guess.colRange(0, rim).setTo(cv::GC_BGD);
    guess.colRange(picture.cols - rim, picture.cols).setTo(cv::GC_BGD);
    return guess;
}

// 255 where the figure is: by the colours of both and the steps between them (Rother, Kolmogorov &
// Blake, "GrabCut", ACM Transactions on Graphics 23, 2004; OpenCV's).
cv::Mat figureIn(const cv::Mat& picture) {
    cv::Mat mask = firstGuess(picture);
    const int likely = cv::countNonZero(mask == cv::GC_PR_FGD);
    if (likely == 0 || likely == mask.rows * mask.cols) return mask == cv::GC_PR_FGD;
    cv::Mat ground;
    cv::Mat figure;
    cv::grabCut(picture, mask, {}, ground, figure, kRounds, cv::GC_INIT_WITH_MASK);
    return (mask == cv::GC_FGD) | (mask == cv::GC_PR_FGD);
}

// The pieces that are large enough, with their holes filled.
cv::Mat keptOf(const cv::Mat& figure) {
    cv::Mat labels;
    cv::Mat stats;
    cv::Mat middles;
    const int count = cv::connectedComponentsWithStats(figure, labels, stats, middles, 8);
    int largest = 0;
    for (int i = 1; i < count; ++i) {
        largest = std::max(largest, stats.at<int>(i, cv::CC_STAT_AREA));
    }
    cv::Mat kept(figure.size(), CV_8U, cv::Scalar(0));
    for (int i = 1; i < count; ++i) {
        if (stats.at<int>(i, cv::CC_STAT_AREA) >= kPiece * largest) kept.setTo(255, labels == i);
    }
    cv::Mat outside = kept.clone();
    cv::copyMakeBorder(outside, outside, 1, 1, 1, 1, cv::BORDER_CONSTANT, cv::Scalar(0));
    cv::floodFill(outside, cv::Point(0, 0), cv::Scalar(255));
    kept |= ~outside(cv::Rect(1, 1, kept.cols, kept.rows));
    return kept;
}

int factorFor(int side, int most) { return std::max(1, (side + most - 1) / most); }

}  // namespace

GreyPicture greysOf(const Photograph& photo) {
    const int coarse = factorFor(std::max(photo.width, photo.height), kSearched_px);
    const Photograph small = reduced(photo, coarse);
    cv::Mat kept = keptOf(figureIn(viewOf(small)));
    const double share = static_cast<double>(cv::countNonZero(kept)) / (kept.rows * kept.cols);
    if (share < kLeastKept || share > kMostKept) kept.setTo(255);
    const cv::Rect box = cv::boundingRect(kept);
    // As fine as can be where the figure is.
    const int fine =
        std::min(coarse, factorFor(coarse * std::max(box.width, box.height), kMost_px));
    const Photograph finer = reduced(photo, fine);
    const double scale = static_cast<double>(fine) / coarse;
    GreyPicture grey{finer.width, finer.height, {}, {}};
    for (const Vec3& rgb : linearPixels(finer.rgb)) {
        grey.luminance.push_back(
            static_cast<float>(xyzFrom(LinearRgb{rgb.cast<double>()}).xyz.y()));
    }
    for (int y = 0; y < finer.height; ++y) {
        for (int x = 0; x < finer.width; ++x) {
            const int from_x = std::min(kept.cols - 1, static_cast<int>((x + 0.5) * scale));
            const int from_y = std::min(kept.rows - 1, static_cast<int>((y + 0.5) * scale));
            grey.kept.push_back(kept.at<std::uint8_t>(from_y, from_x) != 0);
        }
    }
    return grey;
}

Result<Plan> planFromPhotograph(std::string name, std::shared_ptr<const std::vector<char>> bytes,
                                const Progress& progress) {
    const auto photo = decodePhotograph(*bytes);
    if (!photo) return tl::unexpected(photo.error());
    auto figure = figureFromPicture(greysOf(*photo), kStudyHeight_mm, progress);
    if (!figure) return tl::unexpected(figure.error());
    Plan plan = startingPlan(fmt::format("Study of {}", name), std::move(*figure));
    Light light;
    light.name = "Light of the photograph";
    light.kind = Sky{SkyKind::Uniform, 0.0};
    plan.lights = {light};
    // How light a photograph is depends on the camera: shares do not. Common practice, no source.
    plan.values.bands.by = BandsBy::Shares;
    plan.values.bands.shares = {0.18, 0.27, 0.26, 0.19, 0.10};
    plan.view.height_deg = 0.0;
    plan.photographs.push_back({std::move(name), std::move(bytes), {}, std::nullopt, {}});
    giveIdentities(plan);
    return plan;
}

}  // namespace glaukophos
