// Each school is a list of layers made from the part's bands.
#include "core/work/part_steps.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/colour/coats.h"
#include "core/colour/colour_difference.h"
#include "core/geometry/relief.h"
#include "core/work/blend_steps.h"
#include "core/work/hue_steps.h"
#include "core/work/metal_steps.h"
#include "core/work/step_key.h"
#include "core/work/work_times.h"

namespace glaukophos {
namespace {

constexpr double kOverApplied = 0.5;  // of the band below, that lights laid first take as well
constexpr double kKnockBack = 4.0;    // parts of thinner; common practice, no source
constexpr double kBuried = 0.9;       // of a mix in between, that the next layer covers
constexpr double kDryBrushed = 0.1;   // of a layer, that relief must catch for a dry brush

// "Thinned 1:8, 1:5 and then 1:3."
std::string veilWords(const std::vector<double>& thinners) {
    std::string words = fmt::format("Thinned 1:{:.2g}", thinners.front());
    for (std::size_t i = 1; i < thinners.size(); ++i) {
        words +=
            fmt::format("{}1:{:.2g}", i + 1 < thinners.size() ? ", " : " and then ", thinners[i]);
    }
    return words + ".";
}

class PartLayers {
  public:
    PartLayers(const WorkBasis& basis, PartIndex part) : m_of(basis, part) {}

    std::vector<Step> steps() {
        if (m_bands.empty()) return {};
        if (isByMetallics(m_basis, m_of.index())) {
            const Where where = m_of.values(0, 0).where;
            m_steps =
                metalSteps(m_basis, m_of.index(), m_of.mixes(), m_bands, m_of.borders(), where);
            return inOrder();
        }
        switch (buildUpOf(m_basis.plan, m_of.index())) {
            case BuildUp::DarkToLight:
                darkToLight(false);
                break;
            case BuildUp::Hatched:
                darkToLight(true);
                break;
            case BuildUp::MiddleFirst:
                middleFirst();
                break;
            case BuildUp::GreysFirst:
                tint();
                break;
            case BuildUp::LightToDark:
                lightToDark();
                break;
            case BuildUp::LightsFirst:
                lightsFirst();
                break;
        }
        if (buildUpOf(m_basis.plan, m_of.index()) != BuildUp::GreysFirst) {
            for (Step& halo : haloSteps(m_of)) m_steps.push_back(std::move(halo));
        }
        finishBorders(m_of, m_steps);
        for (Step& hue : hueSteps(m_basis, m_of.index())) m_steps.push_back(std::move(hue));
        return inOrder();
    }

  private:
    std::vector<Step> inOrder() {
        std::vector<Step> kept;
        for (Step& step : m_steps) {
            if (!leaveBareGround(m_basis, step)) continue;
            complete(m_basis, step);
            if (step.kind == StepKind::Wash && step.area_mm2 < kLeastBand_mm2) continue;
            if (!kept.empty()) follows(step, kept.back(), "each layer lies on the one before");
            step.phase = m_of.phase();
            kept.push_back(std::move(step));
        }
        return kept;
    }

    void base(std::size_t b, const std::string& why) {
        Step base = m_of.step(StepKind::Base, b, "base");
        base.layer = fmt::format("base, {}", m_of.name(b));
        base.coats = m_of.coatsOn(base, m_basis.bare.under[m_of.index()]);
        base.why = why;
        base.how = "Thin coats, each dried fully: one thick coat fills the detail.";
        m_steps.push_back(std::move(base));
    }

    // A jump between a band and the one below is bridged by a mix in between, or by veils: `mask`
    // is half-way into the band that is painted already, and all that lies beyond; `next` is what
    // goes over it.
    void bridge(std::size_t b, std::size_t below, const Mask& mask, const Mask& next) {
        const BandMix& mix = m_of.mix(b);
        // A wash over all of them pulls layers together (common practice, no source).
        if (m_basis.plan.steps.recesses == Recesses::Washed) return;
        if (!mix.bridge || m_of.area(next) > kBuried * m_of.area(mask)) return;
        const bool towards_light = next.from > -1e8;
        const bool by_veils = towards_light && bridgedByVeils(m_basis.plan, *mix.bridge);
        Step between = m_of.step(by_veils ? StepKind::Veil : StepKind::Between, b, "between");
        between.mask = mask;
        between.lost_mm = m_of.lostAt(b - 1);
        if (by_veils) {
            between.layer = fmt::format("veils towards {}", m_of.name(b));
            between.veil_thinners = mix.bridge->veil_thinners;
            for (double& thinner : between.veil_thinners) thinner = std::min(thinner, 10.0);
            between.coats = static_cast<int>(between.veil_thinners.size());
            between.thinner = between.veil_thinners.front();
            between.how = veilWords(between.veil_thinners) +
                          " Spread it and wick it off so that it does not pool; never into a "
                          "half-dry coat.";
        } else {
            between.layer = fmt::format("between {} and {}", m_of.name(below), m_of.name(b));
            between.recipe = mix.bridge->between;
            between.of_mixes = {
                {m_of.name(below) + " mix", m_of.recipe(below).colour, mix.bridge->darker_parts},
                {m_of.name(b) + " mix", m_of.recipe(b).colour, mix.bridge->lighter_parts}};
            between.coats = 1;
            between.how = "Past the border on both sides: it takes the jump out of it.";
        }
        between.why = fmt::format(
            "From {} to {} is a step of {:.0f}; from {:.0f} on it would be seen as a jump.",
            m_of.name(below), m_of.name(b), mix.step, m_basis.plan.mixing.largest_step);
        m_steps.push_back(std::move(between));
    }

    // What a band is laid on: the mix in between where there is one, else the band before.
    [[nodiscard]] const Recipe& under(std::size_t b, std::size_t before) const {
        const bool bridged = !m_steps.empty() && m_steps.back().kind == StepKind::Between &&
                             m_steps.back().band == std::max(b, before);
        return bridged ? m_steps.back().recipe : m_of.recipe(before);
    }

    // What lies at least as light as a band. `before_mm2` is what the layer before covers.
    void lighter(std::size_t b, std::size_t below, double before_mm2, bool hatched) {
        const Mask lit = m_of.values(m_of.border(b - 1), 1e9);
        if (!hatched) bridge(b, below, m_of.values(m_of.halfThrough(b - 1), 1e9), lit);
        Step layer = m_of.step(StepKind::Layer, b, "layer");
        layer.mask = lit;
        layer.coats = m_of.coatsOn(layer, under(b, below));
        const double area = m_of.areaFrom(b);
        layer.why =
            fmt::format("Here the light makes it {} or lighter: {}, {:.0f} % of the layer before.",
                        m_of.name(b), areaWords(area), 100.0 * area / std::max(1e-6, before_mm2));
        const std::string along = m_of.extentFrom(lit.from);
        if (!along.empty()) {
            layer.why = fmt::format("Along it, {}: {}, {:.0f} % of the layer before.", along,
                                    areaWords(area), 100.0 * area / std::max(1e-6, before_mm2));
        }
        if (hatched) {
            layer.coats = 1;
            layer.how =
                "Parallel strokes along the form, closer together towards the light; leave "
                "them to be seen.";
        } else {
            layer.lost_mm = m_of.lostAt(b - 1);
            layer.how = handling(b);
        }
        layer.tool = toolFor(b, hatched);
        if (layer.tool == Tool::DryBrush) overRelief(layer);
        m_steps.push_back(std::move(layer));
    }

    // A dry brush takes what stands out of the light: on smooth stone it is no use.
    void overRelief(Step& layer) const {
        const Mask lit = layer.mask;
        Mask caught = lit;
        caught.where = Where::Relief;
        caught.to = kCaughtRelief_mm;
        caught.index = lit.where == Where::Finished ? 1 : 0;
        const double caught_mm2 = m_of.area(caught);
        if (caught_mm2 < kDryBrushed * m_of.area(lit)) {
            layer.tool = Tool::Sponge;
            layer.how = "Dabbed: there is too little relief here for a dry brush.";
            return;
        }
        layer.mask = caught;
        layer.lost_mm = 0.0;
        layer.why += fmt::format(" A dry brush catches {} of it: what stands out by {:.2f} mm.",
                                 areaWords(caught_mm2), kCaughtRelief_mm);
    }

    [[nodiscard]] Tool toolFor(std::size_t b, bool hatched) const {
        if (hatched) return Tool::FineBrush;
        const bool top = b == m_bands.back();
        if (m_of.part().material == Material::Stone) return top ? Tool::DryBrush : Tool::Sponge;
        if (m_of.part().material == Material::Hair) return Tool::FineBrush;
        return Tool::Brush;
    }

    [[nodiscard]] std::string handling(std::size_t b) const {
        switch (m_of.part().material) {
            case Material::Hair:
                return "Strokes along the strands, lifted at the tips.";
            case Material::Stone:
                return b == m_bands.back()
                           ? "Across the relief, so that only what stands out takes it."
                           : "Dabbed unevenly: stone is mottled.";
            case Material::WornLeather:
                return "Strokes along the grain, most where it is bent and rubbed.";
            case Material::Velvet:
            case Material::Satin:
                return "Stippled: dots with the tip, closer together towards the light.";
            case Material::MetalInPaint:
                return "Sharp bands; sketch the lights larger, then bring them down.";
            default:
                break;
        }
        const double lost = m_of.lostAt(b - 1);
        return lost > 0.0 ? fmt::format(
                                "Draw from dark to light, as the arrows say; blend {:.1f} cm "
                                "of its border, leave the rest crisp.",
                                lost / 10.0)
                          : "Crisp edges: nothing to blend.";
    }

    // What lies at most as light as a band, over the band `above`.
    void darker(std::size_t b, std::size_t above, const char* why, const char* how) {
        const Mask shaded = m_of.values(-1e9, m_of.border(m_of.topOf(b)));
        if (m_of.part().material != Material::Glowing) {
            bridge(above, b, m_of.values(-1e9, m_of.halfThrough(b + 1)), shaded);
        }
        Step layer = m_of.step(StepKind::Layer, b, "shade");
        layer.mask = shaded;
        layer.coats = m_of.coatsOn(layer, under(b, above));
        layer.lost_mm = m_of.lostAt(m_of.topOf(b));
        layer.why = why;
        layer.how = how;
        m_steps.push_back(std::move(layer));
    }

    void darkToLight(bool hatched) {
        const bool small_deep = m_of.first() != m_bands[0];  // too small to start from
        const std::size_t first = small_deep ? 1 : 0;
        base(m_bands[first],
             small_deep ? fmt::format("{} is too small to start from: it goes on afterwards.",
                                      m_of.name(m_bands[0]))
                        : "The deepest value lies under all others.");
        if (small_deep) {
            darker(m_bands[0], m_bands[1], "The deepest places, where hardly any light gets.",
                   "Into the recesses only.");
        }
        double before = m_of.areaFrom(0);
        for (std::size_t i = first + 1; i < m_bands.size(); ++i) {
            lighter(m_bands[i], m_bands[i - 1], before, hatched);
            before = m_of.areaFrom(m_bands[i]);
        }
    }

    void middleFirst() {
        const std::size_t middle = m_bands.size() / 2;
        base(m_bands[middle], "The middle first: from here both ways are short.");
        for (std::size_t i = middle; i-- > 0;) {
            darker(m_bands[i], m_bands[i + 1], "Shadow opposite to the light.",
                   "Thin, drawn from the middle into the shadow.");
        }
        double before = m_of.areaFrom(0);
        for (std::size_t i = middle + 1; i < m_bands.size(); ++i) {
            lighter(m_bands[i], m_bands[i - 1], before, false);
            before = m_of.areaFrom(m_bands[i]);
        }
    }

    void lightToDark() {
        base(m_bands.back(), "What glows is brightest inside: it is painted from light to dark.");
        for (std::size_t i = m_bands.size() - 1; i-- > 0;) {
            darker(m_bands[i], m_bands[i + 1],
                   "Towards tips and edges a glow is darker; its recesses stay light.",
                   "From the tips inward, never into the recesses.");
            glazeFire(m_bands[i], m_bands[i + 1]);
        }
    }

    // A border of something that glows turns without a line.
    void glazeFire(std::size_t dark, std::size_t light) {
        if (m_of.part().material != Material::Glowing) return;
        const std::string why = fmt::format(
            "{} and {} are {:.0f} apart; in fire nothing ends in a line.", m_of.name(dark),
            m_of.name(light), ciede2000(m_of.recipe(dark).colour, m_of.recipe(light).colour));
        for (Step& glaze : glazesOver(m_of, dark, light, why)) m_steps.push_back(std::move(glaze));
    }

    // Lights larger than the light makes them, then the tone below drawn over their rims again.
    void lightsFirst() {
        const std::size_t middle = m_bands.size() / 2;
        base(m_bands[middle], "The middle first: lights and shade go out from it.");
        for (std::size_t i = middle + 1; i < m_bands.size(); ++i) {
            const std::size_t b = m_bands[i];
            Step light = m_of.step(StepKind::Layer, b, "layer");
            light.mask = m_of.values(overApplied(b), 1e9);
            light.coats = m_of.coatsOn(light, m_of.recipe(m_bands[i - 1]));
            light.why = fmt::format("Half a band larger than the light makes it: {} in all.",
                                    areaWords(m_of.area(light.mask)));
            light.how = "Boldly, without blending: what is too much is taken back next.";
            m_steps.push_back(std::move(light));
        }
        for (std::size_t i = middle + 1; i < m_bands.size(); ++i) {
            const std::size_t b = m_bands[i];
            Step back = m_of.step(StepKind::Veil, m_bands[i - 1], "knock-back");
            back.key = keyOf(m_of.part(), "knock-back", b);
            back.layer = fmt::format("{} knocked back", m_of.name(b));
            back.mask = m_of.values(overApplied(b), m_of.border(b - 1));
            if (m_of.area(back.mask) < kLeastBand_mm2) continue;
            back.thinner = kKnockBack;
            back.veil_thinners = {kKnockBack, kKnockBack};
            back.coats = 2;
            back.lost_mm = m_of.lostAt(b - 1);
            back.why = "The tone below, thinly over the rim of a light that was laid too large.";
            back.how = "Drawn from the dark into the light, until the jump is gone.";
            m_steps.push_back(std::move(back));
        }
        for (std::size_t i = middle; i-- > 0;) {
            darker(m_bands[i], m_bands[i + 1], "Shadow opposite to the light.",
                   "Thin, drawn from the middle into the shadow.");
        }
    }
    [[nodiscard]] double overApplied(std::size_t b) const {
        return lightnessAt(static_cast<double>(b) - kOverApplied, m_of.borders(), m_basis.paint());
    }

    // Transparent colour over greys that are there already: as many coats as come nearest.
    void tint() {
        const Lab local = labFrom(xyzFrom(linearFrom(m_of.part().local_colour)));
        Step tint = m_of.step(StepKind::Tint, m_bands.front(), "tint");
        tint.band.reset();
        tint.layer = "colour over the greys";
        tint.recipe = recipeOf(m_basis.plan, m_basis.mixes.rack, local, m_basis.mixes.allowed);
        tint.thinner = kGlazeThinner;
        const PaintFilm film = filmOf(m_basis.mixes.rack, tint.recipe.drops);
        const std::size_t middle = m_bands[m_bands.size() / 2];
        const Reflectance grey =
            reflectanceOf(displayable({m_of.ladder()[middle].target.L, 0.0, 0.0}));
        double nearest = 1e9;
        for (int coats = 1; coats <= 6; ++coats) {
            const Lab colour = colourOver(film, coats * filmThickness(kGlazeThinner), grey);
            const double off = ciede2000(colour, m_of.ladder()[middle].target);
            if (off >= nearest) continue;
            nearest = off;
            tint.coats = coats;
        }
        tint.why = "The greys carry the values; this only colours them.";
        tint.how = "Even and thin, taken out of the recesses before it dries.";
        m_steps.push_back(std::move(tint));
        if (m_bands.size() < 2) return;
        lighter(m_bands.back(), m_bands[m_bands.size() - 2], m_of.areaFrom(0), false);
        m_steps.back().why = "Tints darken: the highest lights are set again.";
    }

    LayeredPart m_of;
    const WorkBasis& m_basis = m_of.basis();
    const std::vector<std::size_t>& m_bands = m_of.worth();
    std::vector<Step> m_steps;
};

}  // namespace

bool bridgedByVeils(const Plan& plan, const Bridge& bridge) {
    constexpr std::size_t kMostVeils = 8;
    const std::size_t veils = bridge.veil_thinners.size();
    return bridge.step > plan.mixing.largest_step && veils > 0 && veils <= kMostVeils;
}

std::vector<Step> partSteps(const WorkBasis& basis, PartIndex part) {
    return PartLayers(basis, part).steps();
}

}  // namespace glaukophos
