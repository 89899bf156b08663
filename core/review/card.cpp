#include "core/review/card.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/base/within.h"
#include "core/colour/colour.h"
#include "core/photo/opencv_view.h"

namespace glaukophos {
namespace {

constexpr const char* kHowToLay =
    "Lay a card with white, grey and black side by side flat beside the figure, in the same light "
    "and not in its shadow, or click its patches.";
constexpr float kClipped = 0.985F;
constexpr float kUneven = 0.05F;   // standard deviation of the code on a patch
constexpr int kSearched_px = 900;  // long side of the picture that is searched
constexpr double kSteep = 10.0;    // codes of 255 from one pixel to the next: a rim

struct Patch {
    Eigen::Vector2d middle = Eigen::Vector2d::Zero();
    double area = 0.0;
    Vec3 seen = Vec3::Zero();
    [[nodiscard]] double side() const { return std::sqrt(area); }
    [[nodiscard]] double luminance() const {
        return xyzFrom(linearFrom(Srgb{seen.x(), seen.y(), seen.z()})).xyz.y();
    }
};

// Even regions that are large enough and fill the rectangle round them.
std::vector<Patch> evenPatches(const Photograph& photo) {
    cv::Mat smooth;
    cv::GaussianBlur(viewOf(photo), smooth, {0, 0}, 1.0);
    cv::Mat grown;
    cv::Mat shrunk;
    cv::dilate(smooth, grown, {});
    cv::erode(smooth, shrunk, {});
    const cv::Mat range = grown - shrunk;
    std::vector<cv::Mat> channels;
    cv::split(range, channels);
    cv::Mat even = cv::max(channels[0], cv::max(channels[1], channels[2])) < kSteep;
    cv::Mat labels;
    cv::Mat stats;
    cv::Mat middles;
    const int count = cv::connectedComponentsWithStats(even, labels, stats, middles, 4);
    const double whole = static_cast<double>(photo.width) * photo.height;
    std::vector<Patch> patches;
    for (int i = 1; i < count; ++i) {
        const double area = stats.at<int>(i, cv::CC_STAT_AREA);
        if (area < 2e-4 * whole || area > 0.06 * whole) continue;
        const cv::Rect box(stats.at<int>(i, cv::CC_STAT_LEFT), stats.at<int>(i, cv::CC_STAT_TOP),
                           stats.at<int>(i, cv::CC_STAT_WIDTH),
                           stats.at<int>(i, cv::CC_STAT_HEIGHT));
        const cv::Mat mask = labels(box) == i;
        std::vector<cv::Point> points;
        cv::findNonZero(mask, points);
        const double around = cv::minAreaRect(points).size.area();
        if (area < 0.6 * around) continue;
        cv::Scalar mean;
        cv::Scalar spread;
        cv::meanStdDev(viewOf(photo)(box), mean, spread, mask);
        if (*std::max_element(spread.val, spread.val + 3) > 255.0 * kUneven) continue;
        patches.push_back(
            {{middles.at<double>(i, 0) + 0.5, middles.at<double>(i, 1) + 0.5},
             area,
             Vec3(Eigen::Vector3d(mean[0], mean[1], mean[2]).cast<float>() / 255.0F)});
    }
    return patches;
}

// How well three patches make a card, the more the better; 0: they do not.
double cardness(const Patch& white, const Patch& grey, const Patch& black) {
    const double light = white.luminance() / std::max(1e-4, grey.luminance());
    const double dark = grey.luminance() / std::max(1e-4, black.luminance());
    if (light < 1.8 || light > 12.0 || dark < 1.8 || dark > 25.0) return 0.0;
    const Eigen::Vector2d across = black.middle - white.middle;
    const double off = (grey.middle - 0.5 * (white.middle + black.middle)).norm() / across.norm();
    if (off > 0.12) return 0.0;
    const auto [least, most] = std::minmax({white.area, grey.area, black.area});
    if (most > 2.2 * least) return 0.0;
    const double apart = 0.5 * across.norm() / grey.side();  // 1 where squares touch
    if (apart < 0.5 || apart > 3.0) return 0.0;
    const Vec3 tint = grey.seen.cwiseQuotient(white.seen.cwiseMax(0.02F));
    if (tint.maxCoeff() > 1.3F * tint.minCoeff()) return 0.0;
    return least * (1.0 - 5.0 * off) / (1.0 + std::abs(std::log(apart)));
}

std::optional<std::array<Patch, 3>> likeliestCard(const std::vector<Patch>& patches) {
    std::optional<std::array<Patch, 3>> best;
    double most = 0.0;
    for (const Patch& white : patches) {
        for (const Patch& black : patches) {
            if (black.luminance() * 4.0 > white.luminance()) continue;
            for (const Patch& grey : patches) {
                const double now = cardness(white, grey, black);
                if (now <= most) continue;
                most = now;
                best = {white, grey, black};
            }
        }
    }
    return best;
}

// The mean of a square round a place; what is uneven or clipped is no patch.
Result<CardPatch> patchAt(const Photograph& photo, const Eigen::Vector2d& middle, double side,
                          const char* name) {
    const int half = std::max(2, static_cast<int>(0.25 * side));
    const int x = static_cast<int>(middle.x());
    const int y = static_cast<int>(middle.y());
    if (!middle.allFinite() || x < half || y < half || x + half >= photo.width ||
        y + half >= photo.height) {
        return fail(ErrorCode::BadInput,
                    fmt::format("The {} of the card lies outside the photograph.", name));
    }
    cv::Scalar mean;
    cv::Scalar spread;
    cv::meanStdDev(viewOf(photo)(cv::Rect(x - half, y - half, 2 * half + 1, 2 * half + 1)), mean,
                   spread);
    const Vec3 seen = Eigen::Vector3d(mean[0], mean[1], mean[2]).cast<float>() / 255.0F;
    if (seen.maxCoeff() > kClipped) {
        return fail(ErrorCode::BadInput,
                    fmt::format("The {} of the card is clipped: photograph it again with less "
                                "exposure.",
                                name));
    }
    if (*std::max_element(spread.val, spread.val + 3) > 255.0 * kUneven) {
        return fail(ErrorCode::BadInput,
                    fmt::format("The {} of the card is not even there: click its middle, and keep "
                                "shadows off it.",
                                name));
    }
    return CardPatch{middle, seen};
}

Result<CardSeen> cardOf(const Photograph& photo, std::span<const Eigen::Vector2d> middles,
                        double side) {
    CardSeen card;
    const bool alone = middles.size() == 1;
    const auto grey = patchAt(photo, middles[alone ? 0 : 1], side, "grey");
    if (!grey) return tl::unexpected(grey.error());
    card.grey = *grey;
    if (alone) return card;
    const auto white = patchAt(photo, middles[0], side, "white");
    if (!white) return tl::unexpected(white.error());
    const auto black = patchAt(photo, middles[2], side, "black");
    if (!black) return tl::unexpected(black.error());
    card.white = *white;
    card.black = *black;
    return card;
}

double codeAsLight(double code) {
    return std::max(1e-4, linearFrom(Srgb{code, code, code}).rgb.x());
}

}  // namespace

std::string problemWith(const CardReflectances& card) {
    const bool sound = within(card.black, 0.005, 1.0) && within(card.grey, 0.005, 1.0) &&
                       within(card.white, 0.005, 1.0) && 1.5 * card.black < card.grey &&
                       1.5 * card.grey < card.white;
    return sound ? "" : "Reflectances of a card rise from black over grey to white, below 1.";
}

Result<CardSeen> findCard(const Photograph& photo) {
    const int factor = std::max(1, std::max(photo.width, photo.height) / kSearched_px);
    const auto found = likeliestCard(evenPatches(reduced(photo, factor)));
    if (!found) {
        return fail(ErrorCode::NotFound,
                    fmt::format("No card was found in the photograph. {}", kHowToLay));
    }
    std::vector<Eigen::Vector2d> middles;
    for (const Patch& patch : *found) middles.emplace_back(factor * patch.middle);
    return cardOf(photo, middles, factor * found->at(1).side());
}

Result<CardSeen> cardAt(const Photograph& photo, std::span<const Eigen::Vector2d> middles_px) {
    if (middles_px.size() != 1 && middles_px.size() != 3) {
        return fail(ErrorCode::BadInput,
                    "A card is clicked once on its grey, or three times on white, grey and black.");
    }
    double side = 0.01 * std::max(photo.width, photo.height);
    if (middles_px.size() == 3) side = 0.5 * (middles_px[2] - middles_px[0]).norm();
    return cardOf(photo, middles_px, std::min(side, 0.1 * photo.width));
}

Vec3 CameraCurve::light(const Vec3& codes) const {
    Vec3 light;
    for (int c = 0; c < 3; ++c) {
        const double u = std::log(codeAsLight(codes[c]));
        light[c] = static_cast<float>(
            std::exp(terms.at(static_cast<std::size_t>(c)).dot(Eigen::Vector3d(1.0, u, u * u))));
    }
    return light;
}

Result<CameraCurve> curveOf(const CardSeen& card, const CardReflectances& reflectances,
                            const std::array<double, 3>& irradiance) {
    CameraCurve curve;
    for (int c = 0; c < 3; ++c) {
        Eigen::Vector3d& terms = curve.terms.at(static_cast<std::size_t>(c));
        const double grey = std::log(codeAsLight(card.grey.seen[c]));
        const double grey_light = std::log(reflectances.grey * irradiance[1]);
        if (!card.white || !card.black) {
            terms = {grey_light - grey, 1.0, 0.0};
            continue;
        }
        const double white = std::log(codeAsLight(card.white->seen[c]));
        const double black = std::log(codeAsLight(card.black->seen[c]));
        if (white - grey < 0.2 || grey - black < 0.2) {
            return fail(ErrorCode::BadInput,
                        fmt::format("White, grey and black of the card do not differ as they "
                                    "should: the photograph is too dark, or they are not the "
                                    "card's. {}",
                                    kHowToLay));
        }
        Eigen::Matrix3d powers;
        powers << 1.0, white, white * white, 1.0, grey, grey * grey, 1.0, black, black * black;
        terms = powers.inverse() * Eigen::Vector3d(std::log(reflectances.white * irradiance[0]),
                                                   grey_light,
                                                   std::log(reflectances.black * irradiance[2]));
    }
    return curve;
}

}  // namespace glaukophos
