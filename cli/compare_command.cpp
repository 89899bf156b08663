// What a matched photograph tells: painted against planned, and the light that fell.
#include <fmt/format.h>

#include <cstdio>

#include "cli/loading.h"
#include "cli/review_commands.h"
#include "core/io/file_bytes.h"
#include "core/io/photo_json.h"
#include "core/io/plan_file.h"
#include "core/io/png_file.h"
#include "core/photo/straightened.h"
#include "core/review/comparison_picture.h"
#include "core/review/faults.h"
#include "core/review/light_of_photo.h"
#include "core/review/study_photo.h"

namespace glaukophos {
namespace {

constexpr std::size_t kWorst = 3;

Result<PhotoCamera> cameraOf(const PoseOptions& pose, const Form& form, const Photograph& photo) {
    if (pose.pose.empty()) {
        const auto match = matchedBy(pose.clicks, form, photo);
        if (!match) return tl::unexpected(match.error());
        if (match->doubtful) fmt::print(stderr, "{}\n", match->remark);
        return match->camera;
    }
    const auto text = textOf(pose.pose);
    if (!text) return tl::unexpected(text.error());
    const auto place = parsePhotoPlace(*text);
    if (!place) return tl::unexpected(place.error());
    if (place->camera.width != photo.width || place->camera.height != photo.height) {
        return fail(ErrorCode::BadInput,
                    fmt::format("The camera of \"{}\" took a photograph of {} x {} pixels, not of "
                                "{} x {}.",
                                pose.pose, place->camera.width, place->camera.height, photo.width,
                                photo.height));
    }
    return place->camera;
}

Result<StraightPhoto> straightBy(const PoseOptions& pose, const Form& form) {
    const auto photo = readPhotograph(pose.photograph);
    if (!photo) return tl::unexpected(photo.error());
    const auto camera = cameraOf(pose, form, *photo);
    if (!camera) return tl::unexpected(camera.error());
    return straightPhoto(*photo, *camera);
}

Result<std::vector<Eigen::Vector2d>> cardPixels(const PoseOptions& pose,
                                                const PhotoCamera& camera) {
    std::vector<Eigen::Vector2d> pixels;
    for (const std::string& text : pose.card_px) {
        Eigen::Vector2d pixel;
        char rest = 0;
        if (std::sscanf(text.c_str(), "%lf,%lf%c", &pixel.x(), &pixel.y(), &rest) != 2) {
            return fail(ErrorCode::BadInput,
                        "A place of the card is two numbers of pixels, as in 310,905.");
        }
        pixels.push_back(straightPixel(camera, pixel));
    }
    return pixels;
}

Result<PhotoLight> lightFrom(const CompareOptions& compare) {
    if (compare.lamps.empty()) return diffuseLight();
    PhotoLight light;
    if (compare.fill >= 0.0) light.fill = compare.fill;
    for (const std::string& text : compare.lamps) {
        PhotoLamp lamp;
        char rest = 0;
        const int read = std::sscanf(text.c_str(), "%lf,%lf,%lf%c", &lamp.direction.hour,
                                     &lamp.direction.height_deg, &lamp.half_angle_deg, &rest);
        if (read != 2 && read != 3) {
            return fail(ErrorCode::BadInput,
                        "A lamp is an hour and a height, as in 10,50, and its half angle if you "
                        "know it.");
        }
        light.lamps.push_back(lamp);
    }
    return light;
}

Json mistakeJson(const PaintedFault& mistake, const Evaluated& e) {
    Json bands = Json::array();
    for (const int band : mistake.bands) bands.push_back(band + 1);
    const Vec3& at = mistake.place_mm;
    return {{"part", e.plan.parts[mistake.part].name},
            {"bands", bands},
            {"fault", kFaultKeys.at(static_cast<std::size_t>(mistake.touch_up.fault))},
            {"by", mistake.touch_up.by},
            {"area_mm2", mistake.touch_up.area_mm2},
            {"place_mm", {at.x(), at.y(), at.z()}},
            {"pixel", {mistake.pixel.x(), mistake.pixel.y()}},
            {"words", mistake.words},
            {"cure", cureFor(mistake.touch_up.fault)}};
}

Json comparisonJson(const Comparison& comparison, const std::vector<PaintedFault>& mistakes,
                    const Evaluated& e) {
    Json json{{"judged_share", comparison.judged_share},
              {"mean_error_L", comparison.mean_error},
              {"nine_in_ten_L", comparison.nine_in_ten},
              {"mistakes", Json::array()}};
    for (const PaintedFault& mistake : mistakes)
        json["mistakes"].push_back(mistakeJson(mistake, e));
    return json;
}

std::string comparisonText(const Comparison& comparison,
                           const std::vector<PaintedFault>& mistakes) {
    std::string text = fmt::format(
        "{:.0f} % of what the photograph shows can be judged. L* is {:.1f} off on average, nine "
        "places in ten within {:.1f}.\n",
        100.0 * comparison.judged_share, comparison.mean_error, comparison.nine_in_ten);
    if (mistakes.empty()) return text + "Nothing is off by as much as a layer would mend.\n";
    for (std::size_t m = 0; m < mistakes.size(); ++m) {
        text += fmt::format("{}. {}.\n", m + 1, mistakes[m].words);
        if (m < kWorst) text += fmt::format("   {}\n", cureFor(mistakes[m].touch_up.fault));
    }
    return text;
}

Json lightJson(const LightFound& found) {
    Json json{{"lamps", Json::array()},
              {"fill", found.light.fill},
              {"explained", found.explained},
              {"doubtful", found.doubtful},
              {"words", found.words}};
    for (const PhotoLamp& lamp : found.light.lamps) {
        json["lamps"].push_back({{"hour", lamp.direction.hour},
                                 {"height_deg", lamp.direction.height_deg},
                                 {"half_angle_deg", lamp.half_angle_deg},
                                 {"strength", lamp.strength}});
    }
    return json;
}

}  // namespace

Result<void> runCompare(const CommonOptions& options, const CompareOptions& compare) {
    const auto light = lightFrom(compare);
    if (!light) return tl::unexpected(light.error());
    const auto e = loadAndEvaluate(options, Goal::Desk);
    if (!e) return tl::unexpected(e.error());
    const auto straight = straightBy(compare.pose, *e->plan.figure->form);
    if (!straight) return tl::unexpected(straight.error());
    const auto card = cardPixels(compare.pose, straight->camera);
    if (!card) return tl::unexpected(card.error());
    ComparisonChoice choice;
    choice.light = *light;
    choice.card.grey = compare.grey;
    choice.card_px = *card;
    if (compare.steps >= 0) choice.steps = static_cast<std::size_t>(compare.steps);
    const auto comparison = compared(*e, straight->photo, straight->camera, choice, {});
    if (!comparison) return tl::unexpected(comparison.error());
    const std::vector<PaintedFault> mistakes = faultsIn(*comparison, *e);
    if (!compare.take.empty()) {
        Plan plan = e->plan;
        for (std::size_t m = 0; m < std::min(kWorst, mistakes.size()); ++m) {
            takeUp(plan, mistakes[m]);
        }
        if (auto saved = savePlan(plan, compare.take); !saved) return saved;
    }
    CommonOptions said = options;
    if (compare.map) {
        if (options.output.empty()) return fail(ErrorCode::BadInput, "Name the map with -o.");
        const Image map = comparisonPicture(*comparison, Off::Value);
        if (auto written = writePng(map, options.output); !written) return written;
        said = toStandardOutput(options);
    }
    return options.json ? printJson(said, comparisonJson(*comparison, mistakes, *e))
                        : print(said, comparisonText(*comparison, mistakes));
}

Result<void> runRelightFrom(const CommonOptions& options, const RelightOptions& relight) {
    auto plan = load(options);
    if (!plan) return tl::unexpected(plan.error());
    const Form& form = *plan->figure->form;
    const auto straight = straightBy(relight.pose, form);
    if (!straight) return tl::unexpected(straight.error());
    const auto found = lightOfPhoto(form, straight->photo, straight->camera, {});
    if (!found) return tl::unexpected(found.error());
    if (!relight.take.empty()) {
        takeLight(*plan, found->light);
        if (auto saved = savePlan(*plan, relight.take); !saved) return saved;
    }
    return options.json ? printJson(options, lightJson(*found))
                        : print(options, found->words + "\n");
}

Result<void> runStudyFrom(const std::string& photograph, const std::string& output) {
    auto bytes = readBytes(photograph, kLargestPhotograph);
    if (!bytes) return tl::unexpected(bytes.error());
    const auto plan =
        planFromPhotograph(std::filesystem::path(photograph).filename().string(),
                           std::make_shared<const std::vector<char>>(std::move(*bytes)), {});
    if (!plan) return tl::unexpected(plan.error());
    if (output.empty()) return fail(ErrorCode::BadInput, "Name the plan with -o.");
    return savePlan(*plan, output);
}

}  // namespace glaukophos
