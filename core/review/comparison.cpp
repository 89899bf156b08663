// Light is summed, not colour: what is sent back by a brush tip's area over what falls on it.
#include "core/review/comparison.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/geometry/at_hit.h"
#include "core/photo/straightened.h"
#include "core/picture/render.h"
#include "core/work/laid_paint.h"

namespace glaukophos {
namespace {

constexpr int kMost_px = 1200;          // long side of what is judged
constexpr float kLeastFacing = 0.3F;    // cosine between the surface and the eye
constexpr float kLeastDiffuse = 0.15F;  // share of the most light, where no lamp shines
constexpr double kOutline_mm = 0.35;    // beside an outline the match may be off
constexpr double kLeastJudged = 0.02;
constexpr std::uint8_t kTooBright = 251;

// Straight down through the pixel onto the table that the figure stands on.
std::optional<Vec3> onTable(const PhotoCamera& camera, const Eigen::Vector2d& pixel, float z_mm) {
    const PhotoRay ray = rayThrough(camera, pixel);
    if (ray.direction.z() > -1e-3F) return std::nullopt;
    return Vec3(ray.origin_mm + (z_mm - ray.origin_mm.z()) / ray.direction.z() * ray.direction);
}

// What falls on white, grey and black of a card that lies on the table.
Result<std::array<double, 3>> lightOnCard(const CardSeen& card, const PhotoCamera& camera,
                                          const Figure& figure, const PhotoLight& light,
                                          const Progress& progress) {
    for (const PhotoLamp& lamp : light.lamps) {
        if (lamp.direction.height_deg < kFlattestOnCard_deg) {
            return fail(ErrorCode::BadInput,
                        "The lamp meets the card too flatly to tell anything: raise the lamp "
                        "above 30 degrees and photograph again.");
        }
    }
    const std::array<const CardPatch*, 3> patches = {
        card.white ? &*card.white : &card.grey, &card.grey, card.black ? &*card.black : &card.grey};
    std::vector<Vec3> points;
    for (const CardPatch* patch : patches) {
        const auto point = onTable(camera, patch->middle_px, figure.bounds().low.z());
        if (!point) {
            return fail(ErrorCode::BadInput,
                        "The card does not lie on the table that the figure stands on: lay it "
                        "flat beside it, or click its patches.");
        }
        points.push_back(*point);
    }
    const std::vector<Vec3> normals(points.size(), Vec3::UnitZ());
    const std::vector<float> falls = irradianceUnder(
        light, {points, normals, offsetFor(figure.bounds())}, occludersOf(figure), {}, progress);
    if (falls.size() != 3) return fail(ErrorCode::Cancelled, "Stopped.");
    std::array<double, 3> result{};
    for (std::size_t i = 0; i < 3; ++i) result.at(i) = falls[i];
    const double open = irradianceOnOpenTable(light);
    if (*std::ranges::min_element(result) < 0.3 * open) {
        return fail(ErrorCode::BadInput,
                    "The card lies in the figure's shadow: lay it on the lamp's side and "
                    "photograph again.");
    }
    return result;
}

struct Fields {
    cv::Mat sent;     // light sent back in the photograph, CV_32FC3
    cv::Mat planned;  // what would be, painted as planned
    cv::Mat falls;    // CV_32F
    cv::Mat judged;   // CV_8U, 255 where judged
};

// Pixels beside an outline: there another thing may be seen than is taken to be.
cv::Mat nearOutlines(const TracedFrame& frame, double px_a_mm) {
    const PixelGrid& grid = frame.grid;
    cv::Mat rim(grid.height, grid.width, CV_8U, cv::Scalar(0));
    const float jump_mm = static_cast<float>(3.0 * std::max(0.3, 1.0 / px_a_mm));
    for (int y = 0; y + 1 < grid.height; ++y) {
        for (int x = 0; x + 1 < grid.width; ++x) {
            const PixelHit& here = frame.at(x, y);
            for (const PixelHit* next : {&frame.at(x + 1, y), &frame.at(x, y + 1)}) {
                const bool one = here.triangle == kNothing || next->triangle == kNothing;
                if (one ? here.triangle != next->triangle
                        : std::abs(here.distance_mm - next->distance_mm) > jump_mm) {
                    rim.at<std::uint8_t>(y, x) = 255;
                }
            }
        }
    }
    const int reach = std::max(1, static_cast<int>(std::lround(kOutline_mm * px_a_mm)));
    cv::dilate(rim, rim,
               cv::getStructuringElement(cv::MORPH_ELLIPSE, {2 * reach + 1, 2 * reach + 1}));
    return rim;
}

struct Asked {
    const Evaluated& e;
    const Photograph& photo;  // as large as the frame
    const TracedFrame& frame;
    const Camera& from;
    const CameraCurve& curve;
    const std::vector<float>& falls;  // at the vertices
    const std::vector<Vec3>& planned;
    float least = 0.0F;  // light below which nothing is judged
    double px_a_mm = 1.0;
};

Fields fieldsOf(const Asked& asked) {
    const PixelGrid& grid = asked.frame.grid;
    const Surface& surface = asked.e.plan.figure->surface;
    Fields fields{cv::Mat(grid.height, grid.width, CV_32FC3, cv::Scalar::all(0)),
                  cv::Mat(grid.height, grid.width, CV_32FC3, cv::Scalar::all(0)),
                  cv::Mat(grid.height, grid.width, CV_32F, cv::Scalar(0)),
                  cv::Mat(grid.height, grid.width, CV_8U, cv::Scalar(0))};
    const cv::Mat rim = nearOutlines(asked.frame, asked.px_a_mm);
    for (int y = 0; y < grid.height; ++y) {
        for (int x = 0; x < grid.width; ++x) {
            const PixelHit& hit = asked.frame.at(x, y);
            if (hit.triangle == kNothing || rim.at<std::uint8_t>(y, x) != 0) continue;
            const Triangle& t = surface.mesh.triangles[hit.triangle];
            const float falls = atHit(asked.falls, t, hit);
            const CameraRay ray = rayThrough(asked.from, grid, static_cast<float>(x) + 0.5F,
                                             static_cast<float>(y) + 0.5F);
            const float facing = -atHit(surface.normals, t, hit).normalized().dot(ray.direction);
            const std::size_t at =
                3 * (static_cast<std::size_t>(y) * static_cast<std::size_t>(grid.width) +
                     static_cast<std::size_t>(x));
            const std::uint8_t* code = &asked.photo.rgb[at];
            if (falls < asked.least || facing < kLeastFacing) continue;
            if (std::max({code[0], code[1], code[2]}) >= kTooBright) continue;
            const Vec3 sent = asked.curve.light(
                Eigen::Vector3d(code[0], code[1], code[2]).cast<float>() / 255.0F);
            const Vec3 planned = falls * atHit(asked.planned, t, hit);
            fields.sent.at<cv::Vec3f>(y, x) = {sent.x(), sent.y(), sent.z()};
            fields.planned.at<cv::Vec3f>(y, x) = {planned.x(), planned.y(), planned.z()};
            fields.falls.at<float>(y, x) = falls;
            fields.judged.at<std::uint8_t>(y, x) = 255;
        }
    }
    return fields;
}

Lab labOf(const cv::Vec3f& light, float falls) {
    const Vec3d rgb = Vec3d(light[0], light[1], light[2]) / std::max(1e-6F, falls);
    return labFrom(xyzFrom(LinearRgb{rgb.cwiseMax(0.0)}));
}

cv::Mat smoothed(const cv::Mat& field, double sigma_px) {
    cv::Mat smooth;
    cv::GaussianBlur(field, smooth, {0, 0}, std::max(0.3, sigma_px));
    return smooth;
}

void judge(const Fields& fields, Comparison& result) {
    const std::size_t count = result.frame.pixels.size();
    result.painted.resize(count);
    result.planned.resize(count);
    result.fine_painted.resize(count);
    result.fine_planned.resize(count);
    result.sighted.assign(count, Sighted::Beside);
    const double sigma = 0.5 * kTip_mm * result.px_a_mm;
    std::array<cv::Mat, 3> wide;
    std::array<cv::Mat, 3> fine;
    const std::array<const cv::Mat*, 3> of = {&fields.sent, &fields.planned, &fields.falls};
    for (std::size_t i = 0; i < 3; ++i) {
        wide.at(i) = smoothed(*of.at(i), sigma);
        fine.at(i) = smoothed(*of.at(i), 0.3 * sigma);
    }
    std::vector<double> errors;
    std::size_t shown = 0;
    for (std::size_t p = 0; p < count; ++p) {
        if (result.frame.pixels[p].triangle == kNothing) continue;
        ++shown;
        result.sighted[p] = Sighted::NotSeen;
        const int x = static_cast<int>(p % static_cast<std::size_t>(result.grid.width));
        const int y = static_cast<int>(p / static_cast<std::size_t>(result.grid.width));
        if (fields.judged.at<std::uint8_t>(y, x) == 0) continue;
        result.sighted[p] = Sighted::Judged;
        const float falls = wide[2].at<float>(y, x);
        result.painted[p] = labOf(wide[0].at<cv::Vec3f>(y, x), falls);
        result.planned[p] = labOf(wide[1].at<cv::Vec3f>(y, x), falls);
        const float near = fine[2].at<float>(y, x);
        result.fine_painted[p] = labOf(fine[0].at<cv::Vec3f>(y, x), near);
        result.fine_planned[p] = labOf(fine[1].at<cv::Vec3f>(y, x), near);
        errors.push_back(std::abs(result.painted[p].L - result.planned[p].L));
    }
    if (errors.empty()) return;
    result.judged_share = static_cast<double>(errors.size()) / static_cast<double>(shown);
    for (const double error : errors) result.mean_error += error;
    result.mean_error /= static_cast<double>(errors.size());
    const auto tenth = errors.begin() + static_cast<std::ptrdiff_t>(errors.size() * 9 / 10);
    std::ranges::nth_element(errors, tenth);
    result.nine_in_ten = *tenth;
}

float leastLight(const PhotoLight& light, const std::vector<float>& falls, const TracedFrame& frame,
                 const Surface& surface) {
    std::vector<float> seen;
    for (std::size_t p = 0; p < frame.pixels.size(); p += 7) {
        const PixelHit& hit = frame.pixels[p];
        if (hit.triangle != kNothing)
            seen.push_back(atHit(falls, surface.mesh.triangles[hit.triangle], hit));
    }
    if (seen.empty()) return 0.0F;
    const auto near_peak = seen.begin() + static_cast<std::ptrdiff_t>(seen.size() * 99 / 100);
    std::ranges::nth_element(seen, near_peak);
    return *near_peak * (light.lamps.empty() ? kLeastDiffuse : static_cast<float>(kLitShare));
}

}  // namespace

double warmer(const Lab& painted, const Lab& planned) {
    constexpr double kOrange_deg = 60.0;
    return (painted.a - planned.a) * std::cos(radians(kOrange_deg)) +
           (painted.b - planned.b) * std::sin(radians(kOrange_deg));
}

Result<Comparison> compared(const Evaluated& e, const Photograph& photo, const PhotoCamera& camera,
                            const ComparisonChoice& choice, const Progress& progress) {
    for (const std::string& problem : {problemWith(choice.light), problemWith(choice.card)}) {
        if (!problem.empty()) return fail(ErrorCode::BadInput, problem);
    }
    if (e.desk == nullptr || !e.desk->problem.empty()) {
        return fail(ErrorCode::BadInput, "The plan has no steps yet that could be compared.");
    }
    const auto card = choice.card_px.empty() ? findCard(photo) : cardAt(photo, choice.card_px);
    if (!card) return tl::unexpected(card.error());
    const Figure& figure = *e.plan.figure;
    const auto on_card = lightOnCard(*card, camera, figure, choice.light, progress);
    if (!on_card) return tl::unexpected(on_card.error());
    const auto curve = curveOf(*card, choice.card, *on_card);
    if (!curve) return tl::unexpected(curve.error());
    progress.at(0.2);
    const Surface& surface = figure.surface;
    const std::vector<float> falls = irradianceUnder(
        choice.light,
        {surface.mesh.positions_mm, surface.normals, figure.form->receivers().offset_mm},
        occludersOf(figure), e.appearance->irradiance.sky_visibility, progress);
    if (falls.empty()) return fail(ErrorCode::Cancelled, "Stopped.");
    progress.at(0.6);
    LaidPaint paint(e.plan, *e.appearance, e.desk->work);
    const std::size_t all = e.desk->work.steps.size();
    paint.layUpTo(std::min(choice.steps.value_or(all), all));

    Comparison result;
    result.factor = std::max(1, (camera.longSide() + kMost_px - 1) / kMost_px);
    const Photograph small = reduced(photo, result.factor);
    result.grid = {small.width, small.height};
    result.from = pictureCamera(reduced(camera, result.factor));
    hideParts(result.from, e.plan);
    result.px_a_mm = std::max(0.1, scaleOf(figure, result.from, result.grid));
    result.frame = traceFrame(figure, result.from, result.grid, Eigen::Vector2f::Zero());
    const std::vector<Vec3> planned = paint.colours();
    judge(fieldsOf({e, small, result.frame, result.from, *curve, falls, planned,
                    leastLight(choice.light, falls, result.frame, surface), result.px_a_mm}),
          result);
    if (result.judged_share < kLeastJudged) {
        return fail(ErrorCode::BadInput,
                    "Hardly anything of the figure can be judged in this photograph: it is too "
                    "dark there, or the lamp shines from behind. Photograph the lit side.");
    }
    return result;
}

}  // namespace glaukophos
