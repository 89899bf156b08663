// How well photographs of the stand-in are matched: random cameras, random clicks, known truth.
#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <algorithm>
#include <chrono>
#include <random>

#include "core/io/plan_file.h"
#include "core/photo/match.h"
#include "devices/camera/subjects.h"

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

class Chance {
  public:
    explicit Chance(std::uint32_t seed) : m_random(seed) {}
    double between(double low, double high) {
        return std::uniform_real_distribution<double>(low, high)(m_random);
    }
    std::size_t below(std::size_t count) {
        return std::uniform_int_distribution<std::size_t>(0, count - 1)(m_random);
    }

  private:
    std::mt19937 m_random;
};

// As someone holds a phone or a small camera: from anywhere round, the figure well in the picture.
Shot randomShot(const Bounds& figure, Chance& chance, std::uint32_t seed) {
    Shot shot;
    Body& body = shot.body;
    body.hour = chance.between(0.0, 12.0);
    body.height_deg = chance.between(2.0, 40.0);
    body.roll_deg = chance.between(-5.0, 5.0);
    body.focal = chance.between(0.8, 2.6);
    const double filled = chance.between(0.55, 0.8);
    body.distance_mm = figure.size().norm() * body.focal * body.width / (filled * body.height);
    const double aside = 0.06 * figure.size().norm();
    body.aside_mm = {chance.between(-aside, aside), chance.between(-aside, aside)};
    body.k1 = chance.between(-0.04, 0.04);
    body.seed = seed;
    shot.lamps.push_back({body.hour + chance.between(-3.0, 3.0), chance.between(30.0, 65.0), 4.0,
                          1.0, Vec3::Ones()});
    shot.fill = chance.between(0.1, 0.4);
    return shot;
}

// Far from one another, each off by some pixels.
std::vector<PhotoPair> clicksOn(const std::vector<SeenPlace>& places, const Asked& asked,
                                Chance& chance) {
    std::vector<std::size_t> chosen = {chance.below(places.size())};
    while (chosen.size() < static_cast<std::size_t>(asked.clicks)) {
        std::size_t best = 0;
        float most = -1.0F;
        for (std::size_t tries = 0; tries < 60; ++tries) {
            const std::size_t p = chance.below(places.size());
            float nearest = 1e9F;
            for (const std::size_t c : chosen) {
                nearest = std::min(nearest, (places[p].planned_mm - places[c].planned_mm).norm());
            }
            if (nearest > most) {
                most = nearest;
                best = p;
            }
        }
        chosen.push_back(best);
    }
    std::vector<PhotoPair> pairs;
    for (const std::size_t c : chosen) {
        const double turn = chance.between(0.0, 2.0 * kPi);
        const double off = chance.between(asked.off_low_px, asked.off_high_px);
        pairs.push_back({places[c].planned_mm,
                         places[c].pixel + off * Eigen::Vector2d(std::cos(turn), std::sin(turn))});
    }
    return pairs;
}

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
        const auto pairs = clicksOn(places, asked, chance);
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
