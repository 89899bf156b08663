// A simulated camera: photographs the figure of a plan into a folder. See docs/devices.md.
#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <opencv2/imgcodecs.hpp>

#include "core/io/plan_file.h"
#include "core/pipeline/advance.h"
#include "devices/camera/painted_wrong.h"
#include "devices/camera/subjects.h"

namespace {

using namespace glaukophos;
using namespace glaukophos::camera;

struct Asked {
    std::string plan;
    std::string picture;
    std::string truth;
    bool painted = false;
    std::optional<std::size_t> steps;
    std::vector<std::string> mistakes;
    std::vector<std::string> lamps;
    bool card_on_right = false;
    double bend_mm = 0.14;
    bool no_curve = false;
    Shot shot;
};

// "hour,height" or "hour,height,strength".
std::optional<TableLamp> lampFrom(const std::string& text) {
    TableLamp lamp;
    char rest = 0;
    const int read = std::sscanf(text.c_str(), "%lf,%lf,%lf%c", &lamp.hour, &lamp.height_deg,
                                 &lamp.strength, &rest);
    return read == 2 || read == 3 ? std::optional(lamp) : std::nullopt;
}

int complain(const std::string& sentence) {
    fmt::print(stderr, "{}\n", sentence);
    return 2;
}

// A watched folder must not see half a picture.
bool writePicture(const Picture& picture, const std::filesystem::path& file) {
    cv::Mat bgr(picture.height, picture.width, CV_8UC3);
    for (int y = 0; y < picture.height; ++y) {
        for (int x = 0; x < picture.width; ++x) {
            const std::size_t at =
                3 * (static_cast<std::size_t>(y) * static_cast<std::size_t>(picture.width) +
                     static_cast<std::size_t>(x));
            bgr.at<cv::Vec3b>(y, x) = {picture.rgb[at + 2], picture.rgb[at + 1], picture.rgb[at]};
        }
    }
    const std::filesystem::path half = file.parent_path() / (".half-" + file.filename().string());
    std::error_code error;
    if (!cv::imwrite(half.string(), bgr, {cv::IMWRITE_JPEG_QUALITY, 93})) return false;
    std::filesystem::rename(half, file, error);
    return !error;
}

bool writeTruth(const std::vector<SeenPlace>& places, const std::string& file) {
    std::ofstream out(file);
    out << "x_mm,y_mm,z_mm,pixel_x,pixel_y,mm_a_pixel\n";
    for (const SeenPlace& p : places) {
        out << fmt::format("{:.4f},{:.4f},{:.4f},{:.2f},{:.2f},{:.5f}\n", p.planned_mm.x(),
                           p.planned_mm.y(), p.planned_mm.z(), p.pixel.x(), p.pixel.y(),
                           p.mm_a_pixel);
    }
    return out.good();
}

int photograph(Asked asked) {
    const auto plan = openPlan(asked.plan, {});
    if (!plan) return complain(plan.error().message);
    Subject subject;
    if (asked.painted) {
        const auto e = evaluated(*plan, Goal::Desk, {});
        if (!e) return complain(e.error().message);
        subject = paintedSubject(**e, asked.steps);
        for (const std::string& text : asked.mistakes) {
            const auto wrong = paintedWrongFrom(*plan, text);
            if (!wrong) return complain(wrong.error().message);
            paintWrong(subject, **e, *wrong);
        }
    } else {
        subject = bareSubject(*plan, 0.35F);
    }
    for (const std::string& text : asked.lamps) {
        const auto lamp = lampFrom(text);
        if (!lamp) return complain("A lamp is an hour and a height, as in 10,50.");
        asked.shot.lamps.push_back(*lamp);
    }
    asked.shot.body.tone_curve = !asked.no_curve;
    Body& body = asked.shot.body;
    if (body.distance_mm <= 0.0) {
        constexpr double kFilled = 1.05;  // of the short side, by its diagonal
        body.distance_mm = boundsOf(subject.planned_mm).size().norm() * body.focal *
                           std::max(body.width, body.height) /
                           (kFilled * std::min(body.width, body.height));
    }
    bend(subject, asked.bend_mm, asked.shot.body.seed);
    layCardDown(asked.shot, boundsOf(subject.planned_mm), asked.card_on_right);
    if (!writePicture(photographed(subject, asked.shot), asked.picture)) {
        return complain(fmt::format("{} cannot be written.", asked.picture));
    }
    if (!asked.truth.empty() && !writeTruth(seenPlaces(subject, asked.shot, 2000), asked.truth)) {
        return complain(fmt::format("{} cannot be written.", asked.truth));
    }
    return 0;
}

}  // namespace

int main(int argc, char** argv) {
    CLI::App app("Photographs the figure of a plan, as a camera on a table beside it would.");
    Asked asked;
    Body& body = asked.shot.body;
    app.add_option("plan", asked.plan, "the plan")->required();
    app.add_option("picture", asked.picture, "file to write, .jpg or .png")->required();
    app.add_flag("--painted", asked.painted, "as painted by the plan; else primed in grey");
    app.add_option("--steps", asked.steps, "painted: only so many of the steps");
    app.add_option("--lamp", asked.lamps, "hour,height[,strength] of a lamp; may be repeated");
    app.add_option("--fill", asked.shot.fill, "light from all round above");
    app.add_flag("--card", asked.shot.card.there, "lay a white, grey and black card beside it");
    app.add_flag("--card-on-right", asked.card_on_right, "... on the figure's own right");
    app.add_option("--mistake", asked.mistakes,
                   "painted: part,band,what is wrong with it; may be repeated: lighter, darker, "
                   "warmer, colder, stronger, greyer, soft or grown");
    app.add_option("--hour", body.hour, "where the camera stands, on the figure's clock");
    app.add_option("--height", body.height_deg, "degrees above the table");
    app.add_option("--distance", body.distance_mm,
                   "mm from the figure; 0: so that it fills the picture");
    app.add_option("--focal", body.focal, "focal length over the long side of the picture");
    app.add_option("--roll", body.roll_deg, "degrees the camera is held askew");
    app.add_option("--k1", body.k1, "radial distortion");
    app.add_option("--blur", body.blur_px, "pixels");
    app.add_option("--noise", body.noise, "of white");
    app.add_option("--exposure", body.exposure, "1: well exposed");
    app.add_flag("--no-tone-curve", asked.no_curve, "sRGB as it is");
    app.add_option("--width", body.width, "pixels")->check(CLI::Range(64, 8000));
    app.add_option("--height-px", body.height, "pixels")->check(CLI::Range(64, 8000));
    app.add_option("--bend", asked.bend_mm, "mm that the figure is bent, on average");
    app.add_option("--seed", body.seed, "of noise and bend");
    app.add_option("--truth", asked.truth, "CSV of places of the figure and where they are seen");
    CLI11_PARSE(app, argc, argv);
    return photograph(std::move(asked));
}
