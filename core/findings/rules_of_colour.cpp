// Hue, saturation and paint.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/colour/colour_difference.h"
#include "core/findings/finding_rules.h"
#include "core/painted/harmony.h"
#include "core/work/part_steps.h"

namespace glaukophos {
namespace {

constexpr double kLeastBand_mm2 = 1.0;
constexpr std::size_t kEvery = 5;  // of the vertices is enough for a mean

// The cold far light that gives the figure its night; nothing by day.
bool isMoonlit(const Plan& plan) {
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        const bool far = std::holds_alternative<FarLight>(plan.lights[l].kind);
        const Oklab colour = oklabFrom(colourOf(spectrumOf(plan.lights[l].colour)));
        if (far && shines(plan, l) && !isWarm(colour)) return true;
    }
    return false;
}

double warmthOf(const Oklab& colour) { return 0.34 * colour.a + 0.94 * colour.b; }

// Mean of a / L and b / L over some surface.
struct Saturations {
    double a = 0.0;
    double b = 0.0;
    double area = 0.0;

    void add(const Oklab& colour, double area_mm2) {
        a += area_mm2 * colour.a / std::max(0.1, colour.L);
        b += area_mm2 * colour.b / std::max(0.1, colour.L);
        area += area_mm2;
    }
    [[nodiscard]] double strength() const { return area > 0.0 ? std::hypot(a, b) / area : 0.0; }
};

// Root mean square distance of the parts' means from the mean of all, weighted by area.
double spread(const std::vector<Saturations>& parts) {
    Saturations all;
    for (const Saturations& part : parts) {
        all.a += part.a;
        all.b += part.b;
        all.area += part.area;
    }
    if (all.area <= 0.0) return 0.0;
    double sum = 0.0;
    for (const Saturations& part : parts) {
        if (part.area <= 0.0) continue;
        const double a = part.a / part.area - all.a / all.area;
        const double b = part.b / part.area - all.b / all.area;
        sum += part.area * (a * a + b * b);
    }
    return std::sqrt(sum / all.area);
}

std::optional<std::size_t> inBand(const RuleBasis& basis, PartIndex part, std::size_t band) {
    const BandBorders& borders = basis.appearance.bands.borders;
    return bestVertex(basis, part, [&](std::size_t v) {
        const bool there = bandOf(basis.appearance.values.lightness[v], borders) == band;
        return there ? 1.0 + basis.areas[v] : 0.0;
    });
}

template <class Use>
void forMixedBands(const RuleBasis& basis, const Use& use) {
    for (std::size_t p = 0; p < basis.mixes.parts.size(); ++p) {
        for (std::size_t b = 0; b < basis.mixes.parts[p].bands.size(); ++b) {
            const BandMix& mix = basis.mixes.parts[p].bands[b];
            const Rung& step = basis.appearance.ladders[p][b];
            if (mix.present && !mix.recipe.drops.empty() && step.area_mm2 >= kLeastBand_mm2) {
                use(static_cast<PartIndex>(p), b, mix);
            }
        }
    }
}

}  // namespace

void lighterThanSource(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kBelow = 2.0;
    const std::vector<bool> glowing = sourceParts(basis.plan);
    for (std::size_t l = 0; l < basis.mixes.glows.size(); ++l) {
        if (!basis.mixes.glows[l] || basis.mixes.glows[l]->source.drops.empty()) continue;
        if (basis.plan.lights[l].own_parts.empty()) continue;
        const double source = basis.mixes.glows[l]->source.colour.L;
        double lightest = 0.0;
        PartIndex part = 0;
        std::size_t band = 0;
        forMixedBands(basis, [&](PartIndex p, std::size_t b, const BandMix& mix) {
            if (glowing[p] || mix.recipe.colour.L <= lightest) return;
            lightest = mix.recipe.colour.L;
            part = p;
            band = b;
        });
        if (lightest <= source - kBelow) continue;
        found.push_back(
            {Mistake::LighterThanSource, true,
             fmt::format("The lightest mix of {} has L* {:.0f}; the source {} itself "
                         "gets no lighter than {:.0f}.",
                         basis.plan.parts[part].name, lightest, basis.plan.lights[l].name, source),
             source - lightest, kBelow, "L* below the source", l, inBand(basis, part, band)});
    }
}

void largeStep(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kHatched = 2.0;  // strokes that are seen anyway hide twice the step
    const double limit = basis.plan.mixing.largest_step;
    double worst = 0.0;
    Finding finding;
    forMixedBands(basis, [&](PartIndex p, std::size_t b, const BandMix& mix) {
        const bool hatched = buildUpOf(basis.plan, p) == BuildUp::Hatched;
        const double most = hatched ? kHatched * limit : limit;
        const double left = hatched ? mix.step : mix.bridge ? mix.bridge->step : 0.0;
        const bool veils = !hatched && mix.bridge && bridgedByVeils(basis.plan, *mix.bridge);
        if (left <= most || left <= worst || veils) return;
        worst = left;
        finding = {Mistake::LargeStep,
                   true,
                   fmt::format("{}: the step to {} is {:.0f}{}.", basis.plan.parts[p].name,
                               bandName(b, basis.appearance.bands.count()), left,
                               hatched ? ", and hatching does not bridge it"
                                       : " even with a mix in between"),
                   left,
                   most,
                   "CIEDE2000",
                   p,
                   inBand(basis, p, b)};
    });
    if (worst > 0.0) found.push_back(std::move(finding));
}

void pinkRed(const RuleBasis& basis, std::vector<Finding>& found) {
    for (std::size_t p = 0; p < basis.plan.parts.size(); ++p) {
        const Oklab local = oklabFrom(xyzFrom(linearFrom(basis.plan.parts[p].local_colour)));
        if (!isRed(local)) continue;
        const Ladder& ladder = basis.appearance.ladders[p];
        for (std::size_t b = ladder.size(); b-- > 0;) {
            const Oklab target = oklabFrom(xyzFrom(ladder[b].target));
            if (!ladder[b].present || ladder[b].area_mm2 < kLeastBand_mm2 || !isPink(target)) {
                continue;
            }
            found.push_back({Mistake::PinkRed, true,
                             fmt::format("{} of the red {} has hue {:.0f} degrees at L* {:.0f}: "
                                         "that is pink.",
                                         bandName(b, ladder.size()), basis.plan.parts[p].name,
                                         oklchFrom(target).h_deg, ladder[b].target.L),
                             ladder[b].target.L, 60.0, "L* in a red hue", p,
                             inBand(basis, static_cast<PartIndex>(p), b)});
            break;
        }
    }
}

void moonAlive(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kMost = 0.75;
    if (!isMoonlit(basis.plan)) return;
    // What tells parts apart, not the tint that night lays over all of them: how far their means of
    // a / L and b / L lie apart.
    std::vector<Saturations> painted(basis.plan.parts.size());
    std::vector<Saturations> local(basis.plan.parts.size());
    const ColourBasis colours(basis.plan, basis.appearance);
    for (std::size_t v = 0; v < basis.areas.size(); v += kEvery) {
        const double position =
            basis.plan.values.paint.position(basis.appearance.values.lightness[v]);
        if (basis.areas[v] <= 0.0F || position < 0.35) continue;
        if (returnedAt(colours, v).glow_share > 0.3) continue;
        const PartIndex part = basis.partAt(v);
        painted[part].add(oklabFrom(paintedColour(colours, v)), basis.areas[v]);
        local[part].add(oklabFrom(xyzFrom(linearFrom(basis.plan.parts[part].local_colour))),
                        basis.areas[v]);
    }
    const double by_day = spread(local);
    const double by_night = spread(painted);
    if (by_day < 0.02 || by_night <= kMost * by_day) return;
    PartIndex liveliest = 0;
    for (std::size_t p = 0; p < painted.size(); ++p) {
        if (painted[p].strength() > painted[liveliest].strength()) {
            liveliest = static_cast<PartIndex>(p);
        }
    }
    const double share = 100.0 * by_night / by_day;
    found.push_back(
        {Mistake::MoonAlive, true,
         fmt::format("In the moonlight parts differ in hue by {:.0f} % of what they do by "
                     "day: it does not look like night.",
                     share),
         share, 100.0 * kMost, "% of the day's differences", liveliest,
         bestVertex(basis, liveliest,
                    [&](std::size_t v) { return basis.appearance.values.painted[v]; })});
}

void coldShadow(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kWarmer = 0.004;
    if (!isMoonlit(basis.plan)) return;
    struct Sum {
        double warmth = 0.0;
        double area = 0.0;
        [[nodiscard]] double mean() const { return warmth / std::max(1e-9, area); }
    };
    std::vector<Sum> dark(basis.plan.parts.size());
    std::vector<Sum> light(basis.plan.parts.size());
    const ColourBasis colours(basis.plan, basis.appearance);
    const PaintRange& paint = basis.plan.values.paint;
    std::optional<std::size_t> coldest;
    double least = 0.0;
    for (std::size_t v = 0; v < basis.areas.size(); v += kEvery) {
        const double position = paint.position(basis.appearance.values.lightness[v]);
        if (basis.areas[v] <= 0.0F || (position > 0.3 && position < 0.55)) continue;
        if (returnedAt(colours, v).glow_share > 0.3) continue;
        const double warmth = warmthOf(oklabFrom(paintedColour(colours, v)));
        Sum& sum = (position <= 0.3 ? dark : light)[basis.partAt(v)];
        sum.warmth += basis.areas[v] * warmth;
        sum.area += basis.areas[v];
        if (position > 0.3 || (coldest && warmth >= least)) continue;
        least = warmth;
        coldest = v;
    }
    double warmer = 0.0;
    double weight = 0.0;
    for (std::size_t p = 0; p < dark.size(); ++p) {
        const double both = std::min(dark[p].area, light[p].area);
        warmer += both * (dark[p].mean() - light[p].mean());
        weight += both;
    }
    if (weight <= 0.0) return;
    warmer /= weight;
    if (warmer >= kWarmer) return;
    found.push_back({Mistake::ColdShadow, true,
                     fmt::format("Shadows are as cold as the light that throws them ({:+.3f} in "
                                 "warmth): no life.",
                                 warmer),
                     warmer, kWarmer, "OKLab towards orange", 0, coldest});
}

void lostDetail(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kLeast = 7.0;
    for (const DrowningDetail& detail : drowningDetails(basis.plan, basis.appearance, kLeast)) {
        // Painted metal stands out by the contrast within it.
        if (isMetal(basis.plan.parts[detail.detail].material)) continue;
        found.push_back(
            {Mistake::LostDetail, false,
             fmt::format("{} is only {:.0f} apart from {} round it.",
                         basis.plan.parts[detail.detail].name, detail.difference,
                         basis.plan.parts[detail.surroundings].name),
             detail.difference, kLeast, "CIEDE2000", detail.detail,
             bestVertex(basis, detail.detail, [&](std::size_t v) { return basis.areas[v]; })});
    }
}

void overGlazed(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr int kMost = 6;
    const MapBasis maps{basis.plan, basis.appearance, basis.work.lightness};
    for (const Step& step : basis.work.steps) {
        const bool glaze = step.kind == StepKind::Veil || step.kind == StepKind::Tint ||
                           step.kind == StepKind::Hue || step.kind == StepKind::Shell;
        if (!glaze || step.coats <= kMost) continue;
        const std::vector<float> coverage = coverageOf(maps, step.mask);
        const PartIndex part = step.parts.empty() ? PartIndex{0} : step.parts.front();
        found.push_back({Mistake::OverGlazed, false,
                         fmt::format("\"{}\" takes {} thin coats: chalk and tide marks come with "
                                     "patience lost.",
                                     step.title, step.coats),
                         static_cast<double>(step.coats), static_cast<double>(kMost), "coats", part,
                         bestVertex(basis, part, [&](std::size_t v) { return coverage[v]; })});
    }
}

}  // namespace glaukophos
