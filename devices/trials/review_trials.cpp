// How well light and mistakes are found on photographs of the stand-in, whose truth is known.
#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <algorithm>
#include <cmath>
#include <map>

#include "core/io/plan_file.h"
#include "core/photo/match.h"
#include "core/photo/straightened.h"
#include "core/pipeline/advance.h"
#include "core/review/faults.h"
#include "core/review/light_of_photo.h"
#include "devices/camera/painted_wrong.h"
#include "devices/camera/subjects.h"
#include "devices/trials/random_shots.h"

namespace {

using namespace glaukophos;
using namespace glaukophos::camera;

struct Asked {
    std::string plan;
    std::string what = "light";
    int trials = 20;
    std::uint32_t seed = 1;
    double bend_mm = 0.14;
    bool verbose = false;
};

// As the program would have it: six clicks some pixels off, then edges.
std::optional<StraightPhoto> matched(const Form& form, const Subject& subject, const Shot& shot,
                                     Chance& chance) {
    const Picture picture = photographed(subject, shot);
    const Photograph photo{picture.width, picture.height, picture.rgb};
    const auto pairs = clicksOn(seenPlaces(subject, shot, 1500), {}, chance);
    const auto match = matchByClicks({form.imported.mesh, form.occluders}, photo, pairs, {});
    if (!match) {
        fmt::print("    {}\n", match.error().message);
        return std::nullopt;
    }
    return straightPhoto(photo, match->camera);
}

double degreesBetween(const ClockDirection& a, const TableLamp& b) {
    const double cosine = towards(a).dot(towards({b.hour, b.height_deg}));
    return std::acos(std::clamp(cosine, -1.0, 1.0)) * 180.0 / kPi;
}

TableLamp randomLamp(double seen_from, Chance& chance) {
    TableLamp lamp;
    lamp.hour = std::fmod(seen_from + chance.between(-3.2, 3.2) + 12.0, 12.0);
    lamp.height_deg = chance.between(25.0, 75.0);
    lamp.half_angle_deg = chance.between(1.0, 9.0);
    return lamp;
}

void tryLight(const Asked& asked, const Plan& plan) {
    const Form& form = *plan.figure->form;
    Chance chance(asked.seed);
    int near = 0;
    int seconds = 0;
    int seconds_found = 0;
    double sum = 0.0;
    double worst = 0.0;
    for (int trial = 0; trial < asked.trials; ++trial) {
        const auto seed = static_cast<std::uint32_t>(trial) + 100 * asked.seed;
        Subject subject = bareSubject(plan, 0.35F);
        bend(subject, asked.bend_mm, seed);
        Shot shot = randomShot(form.bounds, chance, seed);
        shot.lamps = {randomLamp(shot.body.hour, chance)};
        shot.fill = chance.between(0.08, 0.4);
        if (trial % 2 == 1) {
            TableLamp second = randomLamp(shot.body.hour, chance);
            while (degreesBetween({second.hour, second.height_deg}, shot.lamps[0]) < 40.0) {
                second = randomLamp(shot.body.hour, chance);
            }
            second.strength = chance.between(0.35, 0.9);
            shot.lamps.push_back(second);
        }
        const auto seen = matched(form, subject, shot, chance);
        if (!seen) continue;
        const auto found = lightOfPhoto(form, seen->photo, seen->camera, {});
        if (!found) {
            fmt::print("{:2}: {}\n", trial, found.error().message);
            continue;
        }
        const PhotoLight& light = found->light;
        const double off =
            light.lamps.empty() ? 180.0 : degreesBetween(light.lamps[0].direction, shot.lamps[0]);
        near += off <= 5.0 ? 1 : 0;
        sum += off;
        worst = std::max(worst, off);
        std::string second;
        if (shot.lamps.size() == 2) {
            const bool strong = shot.lamps[1].strength >= 0.5;
            const double apart = light.lamps.size() < 2
                                     ? 180.0
                                     : degreesBetween(light.lamps[1].direction, shot.lamps[1]);
            if (strong) {
                ++seconds;
                seconds_found += apart <= 12.0 ? 1 : 0;
            }
            second = fmt::format(", second {:.2f} {}", shot.lamps[1].strength,
                                 apart > 179.0 ? "missed" : fmt::format("{:.1f} deg off", apart));
        } else if (light.lamps.size() > 1) {
            second = ", a second that is not there";
        }
        fmt::print(
            "{:2}: main {:.1f} deg off{}; fill {:.2f} for {:.2f}, size {:.0f} for {:.0f}, {:.0f} % "
            "explained\n",
            trial, off, second, light.fill, shot.fill,
            light.lamps.empty() ? 0.0 : light.lamps[0].half_angle_deg, shot.lamps[0].half_angle_deg,
            100.0 * found->explained);
        std::fflush(stdout);
    }
    fmt::print(
        "main: mean {:.1f}, worst {:.1f}, {} of {} within 5; second of half or more: {} of {} "
        "within 12\n",
        sum / asked.trials, worst, near, asked.trials, seconds_found, seconds);
}

// What is warmer is a stronger orange and a greyer blue: any word for the colour is right, if the
// place is.
bool names(Fault fault, Slip slip) {
    switch (slip) {
        case Slip::Lighter:
            return fault == Fault::TooLight;
        case Slip::Darker:
            return fault == Fault::TooDark;
        case Slip::Soft:
            return fault == Fault::TooSoft;
        case Slip::Grown:
            return fault == Fault::NotShrunk || fault == Fault::TooLight;
        default:
            return fault == Fault::TooWarm || fault == Fault::TooCold ||
                   fault == Fault::TooStrong || fault == Fault::TooGrey;
    }
}

std::string inWords(const Plan& plan, const PaintedWrong& wrong) {
    return fmt::format("{},{},{}", plan.parts[wrong.part].name, wrong.band + 1,
                       kSlips.at(static_cast<std::size_t>(wrong.slip)));
}

struct Place {
    double area_mm2 = 0.0;
    Lab painted;  // means
    Lab planned;
};
using Places = std::map<std::pair<std::size_t, std::size_t>, Place>;  // by part and band

Places placesIn(const Comparison& of, const Evaluated& e) {
    Places places;
    const Surface& surface = e.plan.figure->surface;
    const double pixel_mm2 = 1.0 / (of.px_a_mm * of.px_a_mm);
    const auto add = [&](Lab& mean, const Lab& here, double share) {
        mean.L += share * (here.L - mean.L);
        mean.a += share * (here.a - mean.a);
        mean.b += share * (here.b - mean.b);
    };
    for (std::size_t p = 0; p < of.sighted.size(); ++p) {
        if (of.sighted[p] != Sighted::Judged) continue;
        const std::uint32_t triangle = of.frame.pixels[p].triangle;
        const float lightness = e.appearance->values.lightness[surface.mesh.triangles[triangle][0]];
        Place& place =
            places[{surface.labels[triangle], bandOf(lightness, e.appearance->bands.borders)}];
        place.area_mm2 += pixel_mm2;
        add(place.painted, of.painted[p], pixel_mm2 / place.area_mm2);
        add(place.planned, of.planned[p], pixel_mm2 / place.area_mm2);
    }
    return places;
}

// Judged bands that are large enough for a mistake to be seen, and neither so dark nor so light
// that paint could not be wrong by that much.
std::vector<std::pair<std::size_t, std::size_t>> placesFor(const Comparison& of,
                                                           const Evaluated& e) {
    std::vector<std::pair<std::size_t, std::size_t>> chosen;
    for (const auto& [key, place] : placesIn(of, e)) {
        if (place.area_mm2 > 6.0 && place.planned.L > 22.0 && place.planned.L < 82.0) {
            chosen.push_back(key);
        }
    }
    return chosen;
}

std::string offAt(Places& places, const PaintedWrong& wrong) {
    const Place& place = places[{wrong.part, wrong.band}];
    return fmt::format("L* {:+.1f}, a* {:+.1f}, b* {:+.1f} at {:.0f}, {:.0f}, {:.0f}; {:.0f} mm2",
                       place.painted.L - place.planned.L, place.painted.a - place.planned.a,
                       place.painted.b - place.planned.b, place.planned.L, place.planned.a,
                       place.planned.b, place.area_mm2);
}

int tryPainted(const Asked& asked, const Plan& plan) {
    const auto e = evaluated(plan, Goal::Desk, {});
    if (!e) return 2;
    const Form& form = *plan.figure->form;
    Chance chance(asked.seed);
    const bool lamp_lit = asked.what == "lamp";
    double mean = 0.0;
    double ninth = 0.0;
    int put = 0;
    int found = 0;
    int wrongly = 0;
    int done = 0;
    for (int trial = 0; trial < asked.trials; ++trial) {
        const auto seed = static_cast<std::uint32_t>(trial) + 100 * asked.seed;
        const Subject right = paintedSubject(**e, std::nullopt);
        Subject subject = right;
        bend(subject, asked.bend_mm, seed);
        Shot shot = randomShot(form.bounds, chance, seed);
        shot.body.height_deg = chance.between(10.0, 40.0);
        shot.body.white_balance = Vec3(static_cast<float>(chance.between(0.85, 1.15)), 1.0F,
                                       static_cast<float>(chance.between(0.85, 1.15)));
        shot.body.exposure = 0.32;  // so that the white is not clipped
        shot.card.there = true;
        ComparisonChoice choice;
        if (lamp_lit) {
            TableLamp lamp = randomLamp(shot.body.hour, chance);
            lamp.height_deg = chance.between(32.0, 65.0);
            shot.lamps = {lamp};
            shot.fill = chance.between(0.1, 0.3);
            choice.light = {{{{lamp.hour, lamp.height_deg}, lamp.half_angle_deg, 1.0}}, shot.fill};
        } else {
            shot.lamps.clear();
            shot.fill = 1.0;
        }
        const float side = std::sin(static_cast<float>(shot.body.hour * kPi / 6.0));
        layCardDown(shot, form.bounds, side > 0.0F);
        const auto plain = matched(form, subject, shot, chance);
        if (!plain) continue;
        const auto before = compared(**e, plain->photo, plain->camera, choice, {});
        if (!before) {
            fmt::print("{:2}: {}\n", trial, before.error().message);
            continue;
        }
        ++done;
        mean += before->mean_error;
        ninth += before->nine_in_ten;
        const std::vector<PaintedFault> false_ones = faultsIn(*before, **e);
        fmt::print(
            "{:2}: L* off {:.1f}, nine in ten {:.1f}, judged {:.0f} %, {} said where none is\n",
            trial, before->mean_error, before->nine_in_ten, 100.0 * before->judged_share,
            false_ones.size());
        if (asked.verbose) {
            for (const PaintedFault& m : false_ones) fmt::print("      {}\n", m.words);
        }
        // One mistake a photograph and place, each in turn.
        auto places = placesFor(*before, **e);
        std::vector<PaintedWrong> made;
        Subject slipped = right;
        for (int m = 0; m < 3 && !places.empty(); ++m) {
            const std::size_t at = chance.below(places.size());
            PaintedWrong wrong;
            wrong.part = places[at].first;
            wrong.band = places[at].second;
            wrong.slip = static_cast<Slip>(chance.below(6));
            std::erase_if(places, [&](const auto& other) { return other.first == wrong.part; });
            paintWrong(slipped, **e, wrong);
            made.push_back(wrong);
        }
        bend(slipped, asked.bend_mm, seed);
        const auto again = matched(form, slipped, shot, chance);
        if (!again) continue;
        const auto after = compared(**e, again->photo, again->camera, choice, {});
        if (!after) continue;
        const std::vector<PaintedFault> mistakes = faultsIn(*after, **e);
        Places places_after = placesIn(*after, **e);
        for (const PaintedWrong& wrong : made) {
            const bool seen = std::ranges::any_of(mistakes, [&](const PaintedFault& m) {
                return m.part == wrong.part &&
                       std::ranges::find(m.bands, static_cast<int>(wrong.band)) != m.bands.end() &&
                       names(m.touch_up.fault, wrong.slip);
            });
            ++put;
            found += seen ? 1 : 0;
            fmt::print("    {} {}, {}\n", inWords(plan, wrong), seen ? "found" : "NOT FOUND",
                       offAt(places_after, wrong));
        }
        for (const PaintedFault& m : mistakes) {
            const bool meant = std::ranges::any_of(
                made, [&](const PaintedWrong& wrong) { return m.part == wrong.part; });
            if (!meant) {
                ++wrongly;
                fmt::print("    false: {}\n", m.words);
            } else if (asked.verbose) {
                fmt::print("      {}\n", m.words);
            }
        }
        std::fflush(stdout);
    }
    fmt::print(
        "L* off {:.2f}, nine in ten {:.2f} over {} photographs; {} of {} mistakes found, {} "
        "false\n",
        mean / std::max(1, done), ninth / std::max(1, done), done, found, put, wrongly);
    return 0;
}

int runTrials(int argc, char** argv) {
    CLI::App app(
        "Finds light and mistakes in photographs of the simulated camera, and says how well.");
    Asked asked;
    app.add_option("plan", asked.plan, "the plan")->required();
    app.add_option("what", asked.what, "light, diffuse or lamp")
        ->check(CLI::IsMember({"light", "diffuse", "lamp"}));
    app.add_option("--trials", asked.trials, "how many photographs");
    app.add_option("--seed", asked.seed, "of all of it");
    app.add_option("--bend", asked.bend_mm, "mm that the figure is bent");
    app.add_flag("--verbose", asked.verbose, "all that was found");
    CLI11_PARSE(app, argc, argv);
    const auto plan = openPlan(asked.plan, {});
    if (!plan) {
        fmt::print(stderr, "{}\n", plan.error().message);
        return 2;
    }
    if (asked.what == "light") {
        tryLight(asked, *plan);
        return 0;
    }
    return tryPainted(asked, *plan);
}

}  // namespace

int main(int argc, char** argv) {
    try {
        return runTrials(argc, argv);
    } catch (const std::exception& e) {
        std::fputs(e.what(), stderr);
        return 2;
    }
}
