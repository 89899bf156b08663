#include "core/review/faults.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>

#include "core/geometry/at_hit.h"
#include "core/review/border_faults.h"

namespace glaukophos {
namespace {

constexpr double kNearlyGrey = 8.0;  // chroma; hue hardly shows below it
constexpr double kApart = 6.0;       // L* between bands that can be told apart in areas
constexpr double kEasilySeen_mm2 = 8.0;
constexpr double kOfGlow = 0.4;  // of a place's light: a reflection of that lamp
constexpr double kLighterThanSource = 3.0;

// What of one band of one part is judged.
struct Region {
    std::vector<std::size_t> pixels;
    Lab painted;  // means
    Lab planned;
    double off = 0.0;  // L*, of the middle place
    [[nodiscard]] double area_mm2(const Comparison& of) const {
        return static_cast<double>(pixels.size()) / (of.px_a_mm * of.px_a_mm);
    }
};
using Regions = std::map<std::pair<std::size_t, int>, Region>;  // by part and band

double middle(std::vector<double> values) {
    const auto at = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::ranges::nth_element(values, at);
    return *at;
}

Lab meanOf(const std::vector<Lab>& of, const std::vector<std::size_t>& pixels) {
    Lab mean;
    for (const std::size_t p : pixels) {
        mean.L += of[p].L;
        mean.a += of[p].a;
        mean.b += of[p].b;
    }
    const double count = static_cast<double>(pixels.size());
    return {mean.L / count, mean.a / count, mean.b / count};
}

Regions regionsOf(const Comparison& of, const Evaluated& e) {
    const Surface& surface = e.plan.figure->surface;
    const std::vector<float>& lightness = e.appearance->values.lightness;
    Regions regions;
    for (std::size_t p = 0; p < of.sighted.size(); ++p) {
        if (of.sighted[p] != Sighted::Judged) continue;
        const PixelHit& hit = of.frame.pixels[p];
        const Triangle& t = surface.mesh.triangles[hit.triangle];
        const float here = atHit(lightness, t, hit);
        const auto band = static_cast<int>(bandOf(here, e.appearance->bands.borders));
        regions[{surface.labels[hit.triangle], band}].pixels.push_back(p);
    }
    std::erase_if(regions, [&](const auto& entry) {
        return entry.second.area_mm2(of) < kLeastWrong_mm2 || entry.second.pixels.size() < 30;
    });
    for (auto& [key, region] : regions) {
        region.painted = meanOf(of.fine_painted, region.pixels);
        region.planned = meanOf(of.fine_planned, region.pixels);
        std::vector<double> off;
        for (const std::size_t p : region.pixels) {
            off.push_back(of.fine_painted[p].L - of.fine_planned[p].L);
        }
        region.off = middle(std::move(off));
    }
    return regions;
}

struct Judged {
    Fault fault = Fault::TooLight;
    double by = 0.0;
    double weight = 0.0;
};

// What is worth a word: more than what most bands are off by, which is the method's own error.
struct Least {
    double lightness = kLeastWrongLightness;
    double colour = kLeastWrongColour;
};

double offInColour(const Region& region) {
    return std::hypot(region.painted.a - region.planned.a, region.painted.b - region.planned.b);
}

Least leastOf(const Regions& regions) {
    constexpr double kOverUsual = 2.5;
    constexpr double kMost = 2.0;  // times the least: a figure that is wrong all over is said to be
    Least least;
    if (regions.empty()) return least;
    std::vector<double> lightness;
    std::vector<double> colour;
    for (const auto& [key, region] : regions) {
        lightness.push_back(std::abs(region.off));
        colour.push_back(offInColour(region));
    }
    const auto raised = [&](double& value, std::vector<double> off) {
        value = std::clamp(kOverUsual * middle(std::move(off)), value, kMost * value);
    };
    raised(least.lightness, std::move(lightness));
    raised(least.colour, std::move(colour));
    return least;
}

Judged ofColour(const Region& region, const Least& least) {
    const Lch painted = lchFrom(region.painted);
    const Lch planned = lchFrom(region.planned);
    const double chroma = painted.C - planned.C;
    const double by = offInColour(region);
    const double hue = std::sqrt(std::max(0.0, by * by - chroma * chroma));
    const double warmth = warmer(region.painted, region.planned);
    const bool of_chroma = std::abs(chroma) > hue && planned.C >= kNearlyGrey;
    if (of_chroma) return {chroma > 0.0 ? Fault::TooStrong : Fault::TooGrey, by, by / least.colour};
    return {warmth > 0.0 ? Fault::TooWarm : Fault::TooCold, by, by / least.colour};
}

Judged judged(const Region& region, const Least& least) {
    const Judged value{region.off > 0.0 ? Fault::TooLight : Fault::TooDark, std::abs(region.off),
                       std::abs(region.off) / least.lightness};
    const Judged colour = ofColour(region, least);
    return value.weight >= colour.weight ? value : colour;
}

// Where most is wrong together: of squares a little larger than a brush tip, the worst.
std::size_t worstPixel(const Comparison& of, const Region& region) {
    const auto side = static_cast<std::size_t>(std::max(2.0, 2.0 * kTip_mm * of.px_a_mm));
    const auto width = static_cast<std::size_t>(of.grid.width);
    const auto off = [&](std::size_t p) {
        const Lab& a = of.painted[p];
        const Lab& b = of.planned[p];
        return std::hypot(a.L - b.L, a.a - b.a, a.b - b.b);
    };
    std::map<std::size_t, double> squares;
    const auto square_of = [&](std::size_t p) {
        return (p / width / side) * width + p % width / side;
    };
    for (const std::size_t p : region.pixels) squares[square_of(p)] += off(p);
    const std::size_t square = std::ranges::max_element(squares, {}, [](const auto& entry) {
                                   return entry.second;
                               })->first;
    std::size_t worst = region.pixels.front();
    double most = -1.0;
    for (const std::size_t p : region.pixels) {
        if (square_of(p) != square || off(p) <= most) continue;
        most = off(p);
        worst = p;
    }
    return worst;
}

PaintedFault faultAt(const Comparison& of, const Evaluated& e, std::size_t part, int band,
                     std::size_t pixel) {
    const PixelHit& hit = of.frame.pixels[pixel];
    const Mesh& mesh = e.plan.figure->surface.mesh;
    const Triangle& t = mesh.triangles[hit.triangle];
    PaintedFault fault;
    fault.part = static_cast<PartIndex>(part);
    fault.bands = {band};
    fault.touch_up.part = e.plan.parts[part].id;
    fault.touch_up.band = band;
    fault.place_mm = atHit(mesh.positions_mm, t, hit);
    const auto width = static_cast<std::size_t>(of.grid.width);
    const std::size_t row = pixel / width;
    fault.pixel = of.factor * Eigen::Vector2d(static_cast<double>(pixel - row * width) + 0.5,
                                              static_cast<double>(row) + 0.5);
    return fault;
}

void addColours(const Comparison& of, const Evaluated& e, const Regions& regions,
                std::vector<PaintedFault>& faults) {
    const Least least = leastOf(regions);
    for (const auto& [key, region] : regions) {
        const Judged here = judged(region, least);
        const double area = region.area_mm2(of);
        // The smaller, the more it has to be off.
        if (here.weight * std::sqrt(std::min(1.0, area / kEasilySeen_mm2)) < 1.0) continue;
        if (!faults.empty()) {  // the next band, wrong in the same way
            PaintedFault& last = faults.back();
            if (last.part == key.first && last.bands.back() + 1 == key.second &&
                last.touch_up.fault == here.fault) {
                TouchUp& all = last.touch_up;
                all.by = (all.by * all.area_mm2 + here.by * area) / (all.area_mm2 + area);
                all.area_mm2 += area;
                last.weight = std::max(last.weight, here.weight);
                last.bands.push_back(key.second);
                continue;
            }
        }
        PaintedFault fault = faultAt(of, e, key.first, key.second, worstPixel(of, region));
        fault.touch_up.fault = here.fault;
        fault.touch_up.by = here.by;
        fault.touch_up.area_mm2 = area;
        fault.weight = here.weight;
        faults.push_back(std::move(fault));
    }
}

double apart(const Lab& a, const Lab& b) { return std::hypot(a.L - b.L, a.a - b.a, a.b - b.b); }

// Of a band, how much is nearer to the band above it.
double shareAbove(const Comparison& of, const Region& region, const Region& above) {
    const double border = 0.5 * (region.planned.L + above.planned.L);
    const auto over = std::ranges::count_if(
        region.pixels, [&](std::size_t p) { return of.fine_painted[p].L > border; });
    return static_cast<double>(over) / static_cast<double>(region.pixels.size());
}

// A layer that was drawn over most of the band below: that one has its colour.
void addSpread(const Comparison& of, const Evaluated& e, const Regions& regions,
               std::vector<PaintedFault>& faults) {
    constexpr double kMost = 0.6;
    for (const auto& [key, region] : regions) {
        const std::size_t part = key.first;
        const int band = key.second;
        const auto above = regions.find({part, band + 1});
        if (above == regions.end()) continue;
        const Lab& planned_above = above->second.planned;
        const double share = shareAbove(of, region, above->second);
        if (planned_above.L - region.planned.L < kApart || share < kMost ||
            apart(region.painted, planned_above) > 0.5 * apart(region.planned, planned_above)) {
            continue;
        }
        const bool off_itself = std::ranges::any_of(faults, [&](const PaintedFault& other) {
            return other.part == part &&
                   std::ranges::find(other.bands, band + 1) != other.bands.end();
        });
        if (off_itself) continue;
        PaintedFault fault = faultAt(of, e, part, band + 1, worstPixel(of, region));
        fault.touch_up.fault = Fault::NotShrunk;
        fault.touch_up.by = planned_above.L - region.planned.L;
        fault.touch_up.area_mm2 = share * region.area_mm2(of);
        fault.weight = fault.touch_up.by / kLeastWrongLightness;
        // It is what makes the band below too light.
        std::erase_if(faults, [&](const PaintedFault& other) {
            return other.part == part && other.touch_up.fault == Fault::TooLight &&
                   other.bands == std::vector<int>{band};
        });
        faults.push_back(std::move(fault));
    }
}

// Of what is judged of some parts, however small: sources are.
struct JudgedSource {
    double off = 0.0;      // L* painted beside planned, the mean
    double planned = 0.0;  // L*, the lightest
};
std::optional<JudgedSource> judgedSource(const Comparison& of, const Evaluated& e,
                                         const std::vector<PartIndex>& parts) {
    constexpr int kFewest_px = 20;
    JudgedSource source;
    int count = 0;
    for (std::size_t p = 0; p < of.sighted.size(); ++p) {
        if (of.sighted[p] != Sighted::Judged) continue;
        const PartIndex part = e.plan.figure->surface.labels[of.frame.pixels[p].triangle];
        if (std::ranges::find(parts, part) == parts.end()) continue;
        source.off += of.fine_painted[p].L - of.fine_planned[p].L;
        source.planned = std::max<double>(source.planned, of.fine_planned[p].L);
        ++count;
    }
    if (count < kFewest_px) return std::nullopt;
    source.off /= count;
    return source;
}

// L* of the lightest rung; 0 for parts without any, which are all light.
double lightestOf(const Evaluated& e, const std::vector<PartIndex>& parts) {
    double lightest = 0.0;
    for (const PartIndex part : parts) {
        for (const Rung& rung : e.appearance->ladders[part]) {
            if (rung.present) lightest = std::max(lightest, rung.target.L);
        }
    }
    return lightest;
}

// A source has to be the lightest of what it lights. Its lightest place may be too small to be
// judged: it is off as what is judged of it.
void addOverSource(const Comparison& of, const Evaluated& e, const Regions& regions,
                   std::vector<PaintedFault>& faults) {
    for (std::size_t l = 0; l < e.plan.lights.size(); ++l) {
        const Light& light = e.plan.lights[l];
        if (!isNear(light.kind) || !shines(e.plan, l)) continue;
        const auto source = judgedSource(of, e, light.own_parts);
        if (!source) continue;
        const double planned = std::max(source->planned, lightestOf(e, light.own_parts));
        const double painted = planned + source->off;
        for (const auto& [key, region] : regions) {
            const Ladder& ladder = e.appearance->ladders[key.first];
            const auto band = static_cast<std::size_t>(key.second);
            const bool lit = band < ladder.size() && l < ladder[band].light_shares.size() &&
                             ladder[band].light_shares[l] > kOfGlow;
            const double over = region.painted.L - painted - kLighterThanSource;
            if (!lit || over <= 0.0 || region.planned.L > planned) continue;
            PaintedFault fault = faultAt(of, e, key.first, key.second, worstPixel(of, region));
            fault.touch_up.fault = Fault::OverSource;
            fault.touch_up.by = over + kLighterThanSource;
            fault.touch_up.area_mm2 = region.area_mm2(of);
            fault.weight = 1.0 + over / kLeastWrongLightness;
            std::erase_if(faults, [&](const PaintedFault& other) {
                return other.part == fault.part && other.touch_up.fault == Fault::TooLight &&
                       other.bands == fault.bands;
            });
            faults.push_back(std::move(fault));
        }
    }
}

// Between bands that are right themselves: a wrong one changes the slope at its borders.
void addBorders(const Comparison& of, const Evaluated& e, std::vector<PaintedFault>& faults) {
    const std::vector<PaintedFault> of_bands = faults;
    for (const BorderFault& border : borderFaults(of, e)) {
        const bool beside = std::ranges::any_of(of_bands, [&](const PaintedFault& other) {
            return other.part == border.part && std::ranges::any_of(other.bands, [&](int band) {
                       return band == border.band || band + 1 == border.band;
                   });
        });
        if (beside) continue;
        PaintedFault fault = faultAt(of, e, border.part, border.band, border.worst_pixel);
        fault.touch_up.fault = border.too_soft ? Fault::TooSoft : Fault::TooCrisp;
        fault.touch_up.area_mm2 = border.length_mm * kTip_mm;
        fault.weight = border.weight;
        faults.push_back(std::move(fault));
    }
}

std::string wordsOf(const PaintedFault& fault, const Evaluated& e) {
    std::vector<std::string> names;
    for (const int band : fault.bands) {
        names.emplace_back(bandName(static_cast<std::size_t>(band), e.appearance->bands.count()));
    }
    const TouchUp& what = fault.touch_up;
    const std::string where = fmt::format("{}, {}", e.plan.parts[fault.part].name,
                                          fmt::format("{}", fmt::join(names, ", ")));
    switch (what.fault) {
        case Fault::TooSoft:
        case Fault::TooCrisp:
            return fmt::format("{}: the border to the band below is {} (planned {})", where,
                               wordsFor(what.fault),
                               what.fault == Fault::TooSoft ? "crisp" : "soft");
        case Fault::NotShrunk:
            return fmt::format("{}: {} by {:.0f} mm², it covers more than the band below", where,
                               wordsFor(what.fault), what.area_mm2);
        case Fault::OverSource:
            return fmt::format("{}: {} by {:.0f} L*", where, wordsFor(what.fault), what.by);
        case Fault::TooLight:
        case Fault::TooDark:
            return fmt::format("{}: {:.0f} L* {} over {:.0f} mm²", where, what.by,
                               wordsFor(what.fault), what.area_mm2);
        default:
            return fmt::format("{}: {} by {:.0f} over {:.0f} mm²", where, wordsFor(what.fault),
                               what.by, what.area_mm2);
    }
}

}  // namespace

std::vector<PaintedFault> faultsIn(const Comparison& comparison, const Evaluated& e) {
    const Regions regions = regionsOf(comparison, e);
    std::vector<PaintedFault> faults;
    addColours(comparison, e, regions, faults);
    addSpread(comparison, e, regions, faults);
    addOverSource(comparison, e, regions, faults);
    addBorders(comparison, e, faults);
    for (PaintedFault& fault : faults) fault.words = wordsOf(fault, e);
    // A large place that is a little wrong is seen before a speck that is very wrong.
    const auto gravity = [](const PaintedFault& m) {
        return m.weight * std::sqrt(std::max(1.0, m.touch_up.area_mm2));
    };
    std::ranges::stable_sort(faults, std::greater<>(), gravity);
    return faults;
}

void takeUp(Plan& plan, const PaintedFault& fault) {
    for (const int band : fault.bands) {
        TouchUp touch_up = fault.touch_up;
        touch_up.band = band;
        const bool there = std::ranges::any_of(plan.steps.touch_ups, [&](const TouchUp& other) {
            return other.part == touch_up.part && other.band == band &&
                   other.fault == touch_up.fault;
        });
        if (!there && plan.steps.touch_ups.size() < kMostTouchUps)
            plan.steps.touch_ups.push_back(touch_up);
    }
}

}  // namespace glaukophos
