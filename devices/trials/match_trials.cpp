// How well photographs of the stand-in are matched: random cameras, random clicks, known truth.
#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <algorithm>
#include <chrono>

#include "core/io/plan_file.h"
#include "core/photo/match.h"
#include "devices/camera/subjects.h"
#include "devices/trials/random_shots.h"

namespace {

using namespace glaukophos;
using namespace glaukophos::camera;

struct Asked {
    std::string plan;
    int trials = 30;
    int clicks = 6;
    double off_low_px = 2.0;  // how far a click is off, at least and at most
    double off_high_px = 3.0;
    std::uint32_t seed = 1;
    double bend_mm = 0.14;
};

struct Errors {
    double mean_mm = 1e9;
    double nine_in_ten_mm = 1e9;
};

// How far on the surface a place is from where it is taken to be.
Errors errorsOf(const PhotoCamera& camera, const std::vector<SeenPlace>& places) {
    std::vector<double> errors;
    for (const SeenPlace& place : places) {
        const auto seen = pixelOf(camera, place.planned_mm.cast<double>());
        errors.push_back(seen ? place.mm_a_pixel * (*seen - place.pixel).norm() : 1e3);
    }
    if (errors.empty()) return {};
    std::ranges::sort(errors);
    double sum = 0.0;
    for (const double error : errors) sum += error;
    return {sum / static_cast<double>(errors.size()), errors[errors.size() * 9 / 10]};
}

std::string inWords(const Errors& errors) {
    return fmt::format("{:.2f} ({:.2f})", errors.mean_mm, errors.nine_in_ten_mm);
}

void run(const Asked& asked, const Plan& plan) {
    const Form& form = *plan.figure->form;
    const SeenMesh seen{form.imported.mesh, form.occluders};
    Chance chance(asked.seed);
    std::vector<Errors> clicked;
    std::vector<Errors> refined;
    for (int trial = 0; trial < asked.trials; ++trial) {
        const auto seed = static_cast<std::uint32_t>(trial) + 100 * asked.seed;
        Subject subject = bareSubject(plan, 0.35F);
        bend(subject, asked.bend_mm, seed);
        const Shot shot = randomShot(form.bounds, chance, seed);
        const Picture picture = photographed(subject, shot);
        const std::vector<SeenPlace> places = seenPlaces(subject, shot, 1500);
        const Photograph photo{picture.width, picture.height, picture.rgb};
        const auto pairs =
            clicksOn(places, {asked.clicks, asked.off_low_px, asked.off_high_px}, chance);
        const auto begun = std::chrono::steady_clock::now();
        const auto match = asked.clicks > 0 ? matchByClicks(seen, photo, pairs, {})
                                            : matchUpright(seen, photo, {});
        const double took =
            std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count();
        if (!match) {
            refined.push_back({});
            fmt::print("{:2}: {}\n", trial, match.error().message);
            continue;
        }
        refined.push_back(errorsOf(match->camera, places));
        std::string before;
        if (match->clicked) {
            clicked.push_back(errorsOf(match->clicked->camera, places));
            before = "clicks " + inWords(clicked.back()) + ", ";
        }
        fmt::print(
            "{:2}: {}refined {} mm, agreement {:.2f}{}{}, {:.1f} s; hour {:.1f} up {:.0f} f {:.2f} "
            "-> {:.2f}\n",
            trial, before, inWords(refined.back()), match->agreement,
            match->doubtful ? ", doubtful" : "", match->by_edges ? "" : ", clicks kept", took,
            shot.body.hour, shot.body.height_deg, shot.body.focal,
            match->camera.focal_px / match->camera.longSide());
        std::fflush(stdout);
    }
    const auto sum = [](const std::vector<Errors>& all) {
        double mean = 0.0;
        double ninth = 0.0;
        int within = 0;
        int found = 0;
        for (const Errors& e : all) {
            if (e.mean_mm < 0.4) ++within;
            if (e.mean_mm > 1e3) continue;
            mean += e.mean_mm;
            ninth += e.nine_in_ten_mm;
            ++found;
        }
        return fmt::format("mean {:.3f} mm, nine in ten within {:.3f} mm, {} of {} below 0.4 mm",
                           mean / std::max(found, 1), ninth / std::max(found, 1), within,
                           all.size());
    };
    if (!clicked.empty()) fmt::print("clicks:  {}\n", sum(clicked));
    fmt::print("refined: {}\n", sum(refined));
}

}  // namespace

int main(int argc, char** argv) {
    CLI::App app("Matches photographs of the simulated camera and says how far off it was.");
    Asked asked;
    app.add_option("plan", asked.plan, "the plan")->required();
    app.add_option("--trials", asked.trials, "how many photographs");
    app.add_option("--clicks", asked.clicks, "pairs clicked; 0: none");
    app.add_option("--off-low", asked.off_low_px, "pixels a click is off, at least");
    app.add_option("--off-high", asked.off_high_px, "... and at most");
    app.add_option("--bend", asked.bend_mm, "mm that the figure is bent");
    app.add_option("--seed", asked.seed, "of all of it");
    CLI11_PARSE(app, argc, argv);
    const auto plan = openPlan(asked.plan, {});
    if (!plan) {
        fmt::print(stderr, "{}\n", plan.error().message);
        return 2;
    }
    run(asked, *plan);
    return 0;
}
