#include "devices/camera/painted_wrong.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <cmath>
#include <sstream>

namespace glaukophos::camera {
namespace {

constexpr double kWarm_deg = 65.0;
constexpr double kSpread_mm = 1.6;  // how far a soft border is smeared
constexpr int kSmears = 60;

std::size_t bandAt(const Evaluated& e, std::size_t vertex) {
    return bandOf(e.appearance->values.lightness[vertex], e.appearance->bands.borders);
}

Lab changed(Lab colour, const PaintedWrong& wrong) {
    const double chroma = std::hypot(colour.a, colour.b);
    const auto scaled = [&](double to) {
        const double by = chroma > 1e-6 ? std::max(0.0, to) / chroma : 0.0;
        return Lab{colour.L, by * colour.a, by * colour.b};
    };
    const double warm = radians(kWarm_deg);
    switch (wrong.slip) {
        case Slip::Lighter:
            return {colour.L + wrong.by, colour.a, colour.b};
        case Slip::Darker:
            return {std::max(0.0, colour.L - wrong.by), colour.a, colour.b};
        case Slip::Warmer:
            return {colour.L, colour.a + wrong.by * std::cos(warm),
                    colour.b + wrong.by * std::sin(warm)};
        case Slip::Colder:
            return {colour.L, colour.a - wrong.by * std::cos(warm),
                    colour.b - wrong.by * std::sin(warm)};
        case Slip::Stronger:
            return scaled(chroma + wrong.by);
        case Slip::Greyer:
            return scaled(chroma - wrong.by);
        default:
            return colour;
    }
}

Vec3 linearOf(const Lab& colour) {
    return linearFrom(xyzFrom(colour)).rgb.cwiseMax(0.0).cwiseMin(1.0).cast<float>();
}

// The mean of a band's colours goes over all of the band below.
void spread(Subject& subject, const Evaluated& e, const PaintedWrong& wrong) {
    const Surface& surface = e.plan.figure->surface;
    Vec3 sum = Vec3::Zero();
    float area = 0.0F;
    for (std::size_t v = 0; v < subject.colours.size(); ++v) {
        if (surface.parts[v] != wrong.part || bandAt(e, v) != wrong.band) continue;
        sum += surface.areas_mm2[v] * subject.colours[v];
        area += surface.areas_mm2[v];
    }
    if (area <= 0.0F || wrong.band == 0) return;
    for (std::size_t v = 0; v < subject.colours.size(); ++v) {
        if (surface.parts[v] == wrong.part && bandAt(e, v) + 1 == wrong.band) {
            subject.colours[v] = sum / area;
        }
    }
}

// A wet brush drawn along the border: neighbours mix again and again.
void smear(Subject& subject, const Evaluated& e, const PaintedWrong& wrong) {
    const Surface& surface = e.plan.figure->surface;
    const std::vector<float>& lightness = e.appearance->values.lightness;
    if (wrong.band == 0) return;
    const auto border = static_cast<float>(e.appearance->bands.borders[wrong.band - 1]);
    std::vector<Vec3> on_border;
    for (const Triangle& t : surface.mesh.triangles) {
        if (surface.parts[t[0]] != wrong.part) continue;
        const auto [low, high] = std::minmax({lightness[t[0]], lightness[t[1]], lightness[t[2]]});
        if (low < border && high >= border) on_border.push_back(surface.mesh.positions_mm[t[0]]);
    }
    std::vector<bool> near(subject.colours.size(), false);
    for (std::size_t v = 0; v < near.size(); ++v) {
        near[v] =
            surface.parts[v] == wrong.part && std::ranges::any_of(on_border, [&](const Vec3& p) {
                return (p - surface.mesh.positions_mm[v]).norm() < kSpread_mm;
            });
    }
    for (int pass = 0; pass < kSmears; ++pass) {
        std::vector<Vec3> sum(subject.colours.size(), Vec3::Zero());
        std::vector<float> count(subject.colours.size(), 0.0F);
        for (const Triangle& t : surface.mesh.triangles) {
            for (const std::uint32_t a : t) {
                for (const std::uint32_t b : t) {
                    sum[a] += subject.colours[b];
                    count[a] += 1.0F;
                }
            }
        }
        for (std::size_t v = 0; v < near.size(); ++v) {
            if (near[v] && count[v] > 0.0F) subject.colours[v] = sum[v] / count[v];
        }
    }
}

}  // namespace

Result<PaintedWrong> paintedWrongFrom(const Plan& plan, const std::string& text) {
    std::istringstream words(text);
    std::string part;
    std::string band;
    std::string slip;
    std::getline(words, part, ',');
    std::getline(words, band, ',');
    std::getline(words, slip);
    PaintedWrong wrong;
    const auto found = std::ranges::find(plan.parts, part, &Part::name);
    const auto how = std::ranges::find(kSlips, slip);
    int number = 0;
    const auto read = std::from_chars(band.data(), band.data() + band.size(), number);
    if (found == plan.parts.end() || how == kSlips.end() || read.ec != std::errc{} || number < 1) {
        return fail(ErrorCode::BadInput,
                    fmt::format("\"{}\" is no mistake: name a part, a band from 1, and one of {}.",
                                text, fmt::join(kSlips, ", ")));
    }
    wrong.part = static_cast<std::size_t>(found - plan.parts.begin());
    wrong.band = static_cast<std::size_t>(number - 1);
    wrong.slip = static_cast<Slip>(how - kSlips.begin());
    return wrong;
}

void paintWrong(Subject& subject, const Evaluated& e, const PaintedWrong& wrong) {
    if (wrong.slip == Slip::Soft) return smear(subject, e, wrong);
    if (wrong.slip == Slip::Grown) return spread(subject, e, wrong);
    const std::vector<PartIndex>& parts = e.plan.figure->surface.parts;
    for (std::size_t v = 0; v < subject.colours.size(); ++v) {
        if (parts[v] != wrong.part || bandAt(e, v) != wrong.band) continue;
        const Lab now = labFrom(xyzFrom(LinearRgb{subject.colours[v].cast<double>()}));
        subject.colours[v] = linearOf(changed(now, wrong));
    }
}

}  // namespace glaukophos::camera
