// Each school is a list of layers made from the part's bands.
#include "core/work/part_steps.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/colour/coats.h"
#include "core/colour/colour_difference.h"
#include "core/work/bare_ground.h"
#include "core/work/hue_steps.h"
#include "core/work/metal_steps.h"
#include "core/work/rim_steps.h"
#include "core/work/step_key.h"
#include "core/work/work_times.h"

namespace glaukophos {
namespace {

constexpr double kBorderGlaze = 4.0;  // parts of thinner; common practice, no source

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
    PartLayers(const WorkBasis& basis, PartIndex part)
        : m_basis(basis),
          m_part(part),
          m_after_glow(isPaintedAfterGlow(basis.plan, part)),
          m_appearance(m_after_glow ? basis.appearance : basis.before),
          m_mixes(m_after_glow ? basis.mixes.parts[part] : basis.parts[part]),
          m_ladder(m_appearance.ladders[part]),
          m_layers(layerBandsOf(basis, part)) {}

    std::vector<Step> steps() {
        if (m_bands.empty()) return {};
        if (isByMetallics(m_basis, m_part)) {
            const Where where = values(0, 0).where;
            m_steps =
                metalSteps(m_basis, m_part, m_mixes, m_bands, m_appearance.bands.borders, where);
            return inOrder();
        }
        switch (buildUpOf(m_basis.plan, m_part)) {
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
        }
        for (Step& hue : hueSteps(m_basis, m_part)) m_steps.push_back(std::move(hue));
        return inOrder();
    }

  private:
    std::vector<Step> inOrder() {
        std::vector<Step> kept;
        for (Step& step : m_steps) {
            if (!leaveBareGround(m_basis, step)) continue;
            if (!kept.empty()) follows(step, kept.back(), "each layer lies on the one before");
            complete(m_basis, step);
            step.phase = phase();
            kept.push_back(std::move(step));
        }
        return kept;
    }

    [[nodiscard]] const Part& part() const { return m_basis.plan.parts[m_part]; }
    [[nodiscard]] double border(std::size_t b) const { return m_appearance.bands.borders[b]; }
    // The lightest band that has the mix of this one.
    [[nodiscard]] std::size_t topOf(std::size_t b) const {
        std::size_t last = b;
        for (std::size_t above = b + 1; above < m_ladder.size(); ++above) {
            const BandMix& mix = m_mixes.bands[above];
            if (!mix.present) continue;
            if (!mix.joined) break;
            last = above;
        }
        return last;
    }
    // "Shade", or "Shade and Middle" where one mix serves both.
    [[nodiscard]] std::string name(std::size_t b) const {
        const std::size_t last = topOf(b);
        std::string first = bandName(b, m_ladder.size());
        if (last == b) return first;
        return first + (last == b + 1 ? " and " : " to ") + bandName(last, m_ladder.size());
    }
    [[nodiscard]] const Recipe& mixOf(std::size_t b) const { return m_mixes.bands[b].recipe; }
    [[nodiscard]] int coatsOn(const Step& step, const Reflectance& ground) const {
        return coatsOver(filmOf(m_basis.mixes.rack, step.recipe.drops), filmThickness(step.thinner),
                         ground);
    }
    [[nodiscard]] int coatsOn(const Step& step, const Recipe& below) const {
        return coatsOn(step, reflectanceOf(m_basis.mixes.rack, below.drops));
    }
    [[nodiscard]] Phase phase() const {
        return m_after_glow && !isRecessedGlow(m_basis.plan, m_part) ? Phase::Late : Phase::Parts;
    }
    [[nodiscard]] Mask values(double from, double to) const {
        return {m_after_glow ? Where::Finished : Where::Values, from, to, 0, 0};
    }

    Step step(StepKind kind, std::size_t b, const char* what) const {
        Step step;
        step.kind = kind;
        step.parts = {m_part};
        step.band = b;
        step.key = keyOf(part(), what, b);
        step.layer = name(b);
        step.recipe = m_mixes.bands[b].recipe;
        step.thinner = m_mixes.bands[b].thinner;
        step.coats = m_mixes.bands[b].coats;
        return step;
    }

    [[nodiscard]] double areaFrom(std::size_t b) const {
        double area = 0.0;
        for (std::size_t above = b; above < m_ladder.size(); ++above) {
            area += m_ladder[above].area_mm2;
        }
        return area;
    }

    // Borders of this band that turn gradually.
    [[nodiscard]] double lostAt(std::size_t border) const {
        double lost = 0.0;
        for (const BandEdge& edge : m_basis.edges.edges) {
            if (edge.part != m_part || edge.border != border) continue;
            if (edge.kind == EdgeKind::Lost) lost += edge.length_mm;
            if (edge.kind == EdgeKind::Soft) lost += 0.5 * edge.length_mm;
        }
        return lost;
    }

    void base(std::size_t b, const std::string& why) {
        Step base = step(StepKind::Base, b, "base");
        base.layer = fmt::format("base, {}", name(b));
        base.coats = coatsOn(base, m_basis.bare.under[m_part]);
        base.why = why;
        base.how = "Thin coats, each dried fully: one thick coat fills the detail.";
        m_steps.push_back(std::move(base));
    }

    // A jump between a band and the one below is bridged by a mix in between, or by veils: `mask`
    // is half-way into the band that is painted already, and all that lies beyond.
    void bridge(std::size_t b, std::size_t below, const Mask& mask, bool towards_light) {
        const BandMix& mix = m_mixes.bands[b];
        if (!mix.bridge) return;
        const bool by_veils = towards_light && bridgedByVeils(m_basis.plan, *mix.bridge);
        Step between = step(by_veils ? StepKind::Veil : StepKind::Between, b, "between");
        between.mask = mask;
        between.lost_mm = lostAt(b - 1);
        if (by_veils) {
            between.layer = fmt::format("veils towards {}", name(b));
            between.veil_thinners = mix.bridge->veil_thinners;
            for (double& thinner : between.veil_thinners) thinner = std::min(thinner, 10.0);
            between.coats = static_cast<int>(between.veil_thinners.size());
            between.thinner = between.veil_thinners.front();
            between.how = veilWords(between.veil_thinners) +
                          " Spread it and wick it off so that it does not pool; never into a "
                          "half-dry coat.";
        } else {
            between.layer = fmt::format("between {} and {}", name(below), name(b));
            between.recipe = mix.bridge->between;
            between.of_mixes = {
                {name(below) + " mix", mixOf(below).colour, mix.bridge->darker_parts},
                {name(b) + " mix", mixOf(b).colour, mix.bridge->lighter_parts}};
            between.coats = 1;
            between.how = "Past the border on both sides: it takes the jump out of it.";
        }
        between.why = fmt::format(
            "From {} to {} is a step of {:.0f}; from {:.0f} on it would be seen as a jump.",
            name(below), name(b), mix.step, m_basis.plan.mixing.largest_step);
        m_steps.push_back(std::move(between));
    }

    [[nodiscard]] double halfThrough(std::size_t b) const {
        return lightnessAt(static_cast<double>(b) + 0.5, m_appearance.bands.borders,
                           m_basis.paint());
    }

    // What a band is laid on: the mix in between where there is one, else the band before.
    [[nodiscard]] const Recipe& under(std::size_t b, std::size_t before) const {
        const bool bridged = !m_steps.empty() && m_steps.back().kind == StepKind::Between &&
                             m_steps.back().band == std::max(b, before);
        return bridged ? m_steps.back().recipe : mixOf(before);
    }

    // What lies at least as light as a band. `before_mm2` is what the layer before covers.
    void lighter(std::size_t b, std::size_t below, double before_mm2, bool hatched) {
        if (!hatched) bridge(b, below, values(halfThrough(b - 1), 1e9), true);
        Step layer = step(StepKind::Layer, b, "layer");
        layer.mask = values(border(b - 1), 1e9);
        layer.coats = coatsOn(layer, under(b, below));
        const double area = areaFrom(b);
        layer.why =
            fmt::format("Here the light makes it {} or lighter: {}, {:.0f} % of the layer before.",
                        name(b), areaWords(area), 100.0 * area / std::max(1e-6, before_mm2));
        if (hatched) {
            layer.coats = 1;
            layer.how =
                "Parallel strokes along the form, closer together towards the light; leave "
                "them to be seen.";
        } else {
            layer.lost_mm = lostAt(b - 1);
            layer.how = handling(b);
        }
        layer.tool = toolFor(b, hatched);
        m_steps.push_back(std::move(layer));
    }

    [[nodiscard]] Tool toolFor(std::size_t b, bool hatched) const {
        if (hatched) return Tool::FineBrush;
        const bool top = b == m_bands.back();
        if (part().material == Material::Stone) return top ? Tool::DryBrush : Tool::Sponge;
        if (part().material == Material::Hair) return Tool::FineBrush;
        return Tool::Brush;
    }

    [[nodiscard]] std::string handling(std::size_t b) const {
        switch (part().material) {
            case Material::Hair:
                return "Strokes along the strands, lifted at the tips.";
            case Material::Stone:
                return b == m_bands.back()
                           ? "Across the relief, so that only what stands out takes it."
                           : "Dabbed unevenly: stone is mottled.";
            case Material::WornLeather:
                return "Strokes along the grain, most where it is bent and rubbed.";
            case Material::MetalInPaint:
                return "Sharp bands; sketch the lights larger, then bring them down.";
            default:
                break;
        }
        const double lost = lostAt(b - 1);
        return lost > 0.0 ? fmt::format(
                                "Draw from dark to light, as the arrows say; blend {:.1f} cm "
                                "of its border, leave the rest crisp.",
                                lost / 10.0)
                          : "Crisp edges: nothing to blend.";
    }

    // What lies at most as light as a band, over the band `above`.
    void darker(std::size_t b, std::size_t above, const char* why, const char* how) {
        if (part().material != Material::Glowing) {
            bridge(above, b, values(-1e9, halfThrough(b + 1)), false);
        }
        Step layer = step(StepKind::Layer, b, "shade");
        layer.mask = values(-1e9, border(topOf(b)));
        layer.coats = coatsOn(layer, under(b, above));
        layer.lost_mm = lostAt(topOf(b));
        layer.why = why;
        layer.how = how;
        m_steps.push_back(std::move(layer));
    }

    void darkToLight(bool hatched) {
        const bool small_deep = m_layers.first != m_bands[0];  // too small to start from
        const std::size_t first = small_deep ? 1 : 0;
        base(m_bands[first],
             small_deep ? fmt::format("{} is too small to start from: it goes on afterwards.",
                                      name(m_bands[0]))
                        : "The deepest value lies under all others.");
        if (small_deep) {
            darker(m_bands[0], m_bands[1], "The deepest places, where hardly any light gets.",
                   "Into the recesses only.");
        }
        double before = areaFrom(0);
        for (std::size_t i = first + 1; i < m_bands.size(); ++i) {
            lighter(m_bands[i], m_bands[i - 1], before, hatched);
            before = areaFrom(m_bands[i]);
        }
    }

    void middleFirst() {
        const std::size_t middle = m_bands.size() / 2;
        base(m_bands[middle], "The middle first: from here both ways are short.");
        for (std::size_t i = middle; i-- > 0;) {
            darker(m_bands[i], m_bands[i + 1], "Shadow opposite to the light.",
                   "Thin, drawn from the middle into the shadow.");
        }
        double before = areaFrom(0);
        for (std::size_t i = middle + 1; i < m_bands.size(); ++i) {
            lighter(m_bands[i], m_bands[i - 1], before, false);
            before = areaFrom(m_bands[i]);
        }
    }

    void lightToDark() {
        base(m_bands.back(), "What glows is brightest inside: it is painted from light to dark.");
        for (std::size_t i = m_bands.size() - 1; i-- > 0;) {
            darker(m_bands[i], m_bands[i + 1],
                   "Towards tips and edges a glow is darker; its recesses stay light.",
                   "From the tips inward, never into the recesses.");
            glazeBothWays(m_bands[i], m_bands[i + 1]);
        }
    }

    // A border of something that glows turns without a line: the darker mix goes over it into the
    // lighter band, and the lighter one back.
    void glazeBothWays(std::size_t dark, std::size_t light) {
        if (part().material != Material::Glowing) return;
        const double apart = ciede2000(mixOf(dark).colour, mixOf(light).colour);
        const double at = border(topOf(dark));
        const auto glaze = [&](std::size_t of, std::size_t over, double from, double to) {
            Step veil = step(StepKind::Veil, of, of == dark ? "glaze-up" : "glaze-down");
            veil.layer = fmt::format("glaze of {} over the border with {}", name(of), name(over));
            veil.mask = values(from, to);
            if (areaOf(m_basis.maps(), veil.mask, veil.parts) < kLeastBand_mm2) return;
            veil.thinner = kBorderGlaze;
            veil.veil_thinners.assign(apart > m_basis.plan.mixing.largest_step ? 2 : 1,
                                      kBorderGlaze);
            veil.coats = static_cast<int>(veil.veil_thinners.size());
            veil.why = fmt::format("{} and {} are {:.0f} apart; in fire nothing ends in a line.",
                                   name(of), name(over), apart);
            veil.how =
                "Thinned 1:4, as far as the middle of the band. While it dries go on with "
                "the next tongue.";
            m_steps.push_back(std::move(veil));
        };
        glaze(dark, light, at, halfThrough(light));
        glaze(light, dark, halfThrough(dark), at);
    }

    // Transparent colour over greys that are there already: as many coats as come nearest.
    void tint() {
        const Lab local = labFrom(xyzFrom(linearFrom(part().local_colour)));
        Step tint = step(StepKind::Tint, m_bands.front(), "tint");
        tint.band.reset();
        tint.layer = "colour over the greys";
        tint.recipe = recipeOf(m_basis.plan, m_basis.mixes.rack, local, m_basis.mixes.allowed);
        tint.thinner = kGlazeThinner;
        const PaintFilm film = filmOf(m_basis.mixes.rack, tint.recipe.drops);
        const std::size_t middle = m_bands[m_bands.size() / 2];
        const Reflectance grey = reflectanceOf(displayable({m_ladder[middle].target.L, 0.0, 0.0}));
        double nearest = 1e9;
        for (int coats = 1; coats <= 6; ++coats) {
            const Lab colour = colourOver(film, coats * filmThickness(kGlazeThinner), grey);
            const double off = ciede2000(colour, m_ladder[middle].target);
            if (off >= nearest) continue;
            nearest = off;
            tint.coats = coats;
        }
        tint.why = "The greys carry the values; this only colours them.";
        tint.how = "Even and thin, taken out of the recesses before it dries.";
        m_steps.push_back(std::move(tint));
        if (m_bands.size() < 2) return;
        lighter(m_bands.back(), m_bands[m_bands.size() - 2], areaFrom(0), false);
        m_steps.back().why = "Tints darken: the highest lights are set again.";
    }

    const WorkBasis& m_basis;
    PartIndex m_part;
    bool m_after_glow;  // painted when all glows are on, and so with them in its colours
    const Appearance& m_appearance;
    const PartMixes& m_mixes;
    const Ladder& m_ladder;
    LayerBands m_layers;
    const std::vector<std::size_t>& m_bands = m_layers.bands;
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
