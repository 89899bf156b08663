// Schools differ in what lies under the shells, in how thin they are, and in how many there are.
#include "core/work/glow_steps.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/base/words.h"
#include "core/colour/colour_difference.h"
#include "core/plan/glow_groups.h"
#include "core/work/glow_coats.h"
#include "core/work/glow_lines.h"
#include "core/work/part_steps.h"
#include "core/work/step_key.h"

namespace glaukophos {
namespace {

constexpr double kAirbrushLayer = 3.0;  // parts of thinner; common practice, no source
constexpr double kShortestGlints_mm = 3.0;

class GlowLayers {
  public:
    GlowLayers(const WorkBasis& basis, std::size_t light, const GlowMixes& mixes)
        : m_basis(basis),
          m_light(light),
          m_mixes(mixes),
          m_name(groupName(basis.plan, light)),
          m_last(basis.plan.parts.size()) {
        for (const GlowShell& shell : mixes.shells) {
            for (const ShellMix& mix : shell.mixes) {
                m_parts.insert(m_parts.end(), mix.parts.begin(), mix.parts.end());
            }
        }
        std::ranges::sort(m_parts);
        m_parts.erase(std::unique(m_parts.begin(), m_parts.end()), m_parts.end());
    }

    std::vector<Step> steps() {
        if (!m_parts.empty()) {
            if (school() == GlowBuildUp::WhiteFirst) white();
            const std::size_t count = m_mixes.shells.size();
            const std::size_t first =
                school() == GlowBuildUp::Touches && count > 2 ? count - 2 : std::size_t{0};
            for (std::size_t s = first; s < count; ++s) shell(s);
            edges();
            if (school() != GlowBuildUp::Touches) reshade();
        }
        source();
        for (Step& step : m_steps) complete(m_basis, step);
        return std::move(m_steps);
    }

  private:
    [[nodiscard]] GlowBuildUp school() const { return m_basis.plan.steps.glow; }
    [[nodiscard]] const Light& light() const { return m_basis.plan.lights[m_light]; }

    Step step(StepKind kind, std::string key, Phase phase, std::vector<PartIndex> parts) const {
        Step step;
        step.kind = kind;
        step.light = m_light;
        step.key = std::move(key);
        step.parts = std::move(parts);
        step.phase = phase;
        return step;
    }

    // After all layers of this glow on the parts it lies on.
    void add(Step step, const char* why) {
        std::vector<std::string> before;
        for (const PartIndex part : step.parts) {
            if (!m_last[part].empty()) before.push_back(m_last[part]);
            m_last[part] = step.key;
        }
        std::ranges::sort(before);
        before.erase(std::unique(before.begin(), before.end()), before.end());
        for (const std::string& key : before) step.after.push_back({key, why});
        m_steps.push_back(std::move(step));
    }

    [[nodiscard]] Mask maskFrom(double irradiance) const {
        return {Where::Light, irradiance, 1e9, m_light, 0};
    }

    // Spray goes past edges: what has to stay clean there is named.
    void maskSpray(Step& step) const {
        step.tool = Tool::Airbrush;
        const std::vector<PartIndex> clean = cleanParts();
        if (clean.empty()) {
            step.masking =
                "No mask: hold a card just beyond the edge of each shadow, and spray from where "
                "the light stands.";
            return;
        }
        step.masking = fmt::format("Mask {}: it stays clean. Spray from where the light stands.",
                                   namesOf(m_basis.plan, clean));
    }

    // Parts that take no glow beside those that do.
    [[nodiscard]] std::vector<PartIndex> cleanParts() const {
        std::vector<PartIndex> clean;
        for (std::size_t p = 0; p < m_basis.plan.parts.size(); ++p) {
            const TakesGlow takes = m_basis.plan.parts[p].takes_glow;
            if (takes == TakesGlow::Barred) clean.push_back(static_cast<PartIndex>(p));
        }
        return clean;
    }

    // Real white, thin, where the glow is brightest: what tints it must not have to be bright.
    void white() {
        const GlowShell& peak = m_mixes.shells.back();
        Step white = step(StepKind::White, keyOf(light(), "white"), Phase::Glow, partsIn(peak));
        if (white.parts.empty()) return;
        white.title = fmt::format("{}: white on the brightest spots", capitalised(m_name));
        white.mask = maskFrom(peak.irradiance);
        white.recipe =
            recipeOf(m_basis.plan, m_basis.mixes.rack, {100.0, 0.0, 0.0}, m_basis.mixes.allowed);
        white.thinner = 2.0;
        white.coats = 2;
        white.why = "Glazes are only as bright as what lies under them.";
        white.how =
            "Thin, on the brightest spots and the edges in the map only: white outside it cannot "
            "be tinted away.";
        add(std::move(white), "");
    }

    [[nodiscard]] static std::vector<PartIndex> partsIn(const GlowShell& shell) {
        std::vector<PartIndex> parts;
        for (const ShellMix& mix : shell.mixes) {
            parts.insert(parts.end(), mix.parts.begin(), mix.parts.end());
        }
        std::ranges::sort(parts);
        return parts;
    }

    void shell(std::size_t s) {
        if (school() == GlowBuildUp::WhiteFirst) return tint(s);
        if (school() == GlowBuildUp::Airbrush) return spray(s);
        for (const ShellMix& mix : m_mixes.shells[s].mixes) {
            if (mix.recipe.drops.empty()) continue;
            if (s > 0) bridge(s, mix);
            Step shell = newShell(s, mix.parts, mix.glow_share);
            shell.recipe = mix.recipe;
            shell.thinner = s == 0 ? 1.5 * kGlazeThinner : kGlazeThinner;
            shell.coats = coatsTowards(filmOf(m_basis.mixes.rack, mix.recipe.drops), shell.thinner,
                                       groundBelow(m_basis.plan, mix), mix.target.L);
            shell.how = s == 0 ? "Very thin: a stain of the light rather than a coat. Wick it off "
                                 "at its edge."
                               : "Spread it thin and wick it off; leave a rim of the shell before. "
                                 "Only where the map is: what the lamp cannot see stays dark.";
            if (hasMetal(mix.parts)) shell.how += " On metal and leather leave the edge crisp.";
            if (school() == GlowBuildUp::Touches) {
                shell.coats = 1;
                shell.thinner = 2.0;
                shell.how = "Touch the spots in the map, no more, and leave them.";
            }
            add(std::move(shell), "each shell lies inside the one before, with a rim of it left");
        }
    }

    [[nodiscard]] bool hasMetal(const std::vector<PartIndex>& parts) const {
        return std::ranges::any_of(parts, [&](PartIndex part) {
            const Material material = m_basis.plan.parts[part].material;
            return isMetal(material) || material == Material::WornLeather ||
                   material == Material::PolishedLeather;
        });
    }

    Step newShell(std::size_t s, const std::vector<PartIndex>& parts, double glow_share) const {
        const Part& part = m_basis.plan.parts[parts.front()];
        Step shell = step(StepKind::Shell, keyOf(light(), "shell", s, part), Phase::Glow, parts);
        const GlowShell& of = m_mixes.shells[s];
        shell.title = fmt::format("{} on {}: shell {} of {}", capitalised(m_name),
                                  namesOf(m_basis.plan, parts), s + 1, m_mixes.shells.size());
        shell.mask = maskFrom(of.irradiance);
        shell.mask.index = s;
        shell.why = fmt::format("Reaches {:.0f} mm; {:.0f} % of the light here comes from it{}.",
                                of.distance_mm, 100.0 * glow_share,
                                s == 0 ? "; the faintest and darkest, all others lie inside" : "");
        return shell;
    }

    // Two mixes of one group mixed again where the step between them would show.
    void bridge(std::size_t s, const ShellMix& mix) {
        const auto& outer = m_mixes.shells[s - 1].mixes;
        const auto before = std::ranges::find(outer, mix.group, &ShellMix::group);
        if (before == outer.end() || before->recipe.drops.empty() ||
            school() == GlowBuildUp::Touches) {
            return;
        }
        const Lab& dark = before->recipe.colour;
        const Lab& pale = mix.recipe.colour;
        if (ciede2000(dark, pale) <= m_basis.plan.mixing.largest_step) return;
        Step between = newShell(s, mix.parts, mix.glow_share);
        between.kind = StepKind::Between;
        between.key += "/between";
        between.title = fmt::format("{} on {}: between shells {} and {}", capitalised(m_name),
                                    namesOf(m_basis.plan, mix.parts), s, s + 1);
        between.mask =
            maskFrom(std::sqrt(m_mixes.shells[s - 1].irradiance * m_mixes.shells[s].irradiance));
        between.mask.index = s;
        between.recipe =
            recipeOf(m_basis.plan, m_basis.mixes.rack,
                     {0.5 * (dark.L + pale.L), 0.5 * (dark.a + pale.a), 0.5 * (dark.b + pale.b)},
                     m_basis.mixes.allowed);
        between.of_mixes = {{fmt::format("shell {} mix", s), dark, 1},
                            {fmt::format("shell {} mix", s + 1), pale, 1}};
        between.thinner = kGlazeThinner;
        between.coats = 1;
        between.why = fmt::format("From shell {} to {} is a step of {:.0f}: it would show.", s,
                                  s + 1, ciede2000(dark, pale));
        between.how = "Over the border of the two, thin.";
        add(std::move(between), "it lies between the shell before and the next");
    }

    // Glazes over white and over what is there: no white, no black in them.
    void tint(std::size_t s) {
        const GlowShell& of = m_mixes.shells[s];
        const std::vector<std::size_t> paints = tintingPaints(m_basis.mixes);
        const std::vector<PartIndex> parts = partsIn(of);
        if (parts.empty() || paints.empty()) return;
        const Lab& target = of.mixes.front().target;
        const Lch own = lchFrom(target);
        const double strong = mostChroma(std::max(35.0, own.L), own.h_deg);
        const double more = own.C > 1.0 ? strong / own.C : 1.0;
        Step glaze = newShell(s, parts, of.mixes.front().glow_share);
        glaze.recipe =
            recipeOf(m_basis.plan, m_basis.mixes.rack,
                     {std::max(35.0, target.L), more * target.a, more * target.b}, paints);
        if (glaze.recipe.drops.empty()) return;
        glaze.thinner = kGlazeThinner;
        const bool over_white = s + 1 == m_mixes.shells.size();
        glaze.coats = coatsTowards(filmOf(m_basis.mixes.rack, glaze.recipe.drops), glaze.thinner,
                                   over_white ? reflectanceOf(Srgb{0.96, 0.96, 0.96})
                                              : groundBelow(m_basis.plan, of.mixes.front()),
                                   target.L);
        glaze.how =
            over_white ? "Over the white: thin, and stop while it still shines through."
                       : "Thin, over what is there, up to the white: it needs no white of its own.";
        add(std::move(glaze), s == 0 ? "glazes go over the white"
                                     : "each shell lies inside the one before, with a rim left");
    }

    // One mix a pass, and one pass over all that takes it.
    void spray(std::size_t s) {
        const GlowShell& of = m_mixes.shells[s];
        const std::vector<PartIndex> parts = partsIn(of);
        if (parts.empty()) return;
        double area = 1e-9;
        Lab mean{0, 0, 0};
        double share = 0.0;
        for (const ShellMix& mix : of.mixes) {
            area += mix.area_mm2;
            share += mix.area_mm2 * mix.glow_share;
            mean.L += mix.area_mm2 * mix.target.L;
            mean.a += mix.area_mm2 * mix.target.a;
            mean.b += mix.area_mm2 * mix.target.b;
        }
        Step pass = newShell(s, parts, share / area);
        pass.title =
            fmt::format("{}: pass {} of {}", capitalised(m_name), s + 1, m_mixes.shells.size());
        pass.recipe =
            recipeOf(m_basis.plan, m_basis.mixes.rack,
                     {mean.L / area, mean.a / area, mean.b / area}, m_basis.mixes.allowed);
        if (pass.recipe.drops.empty()) return;
        maskSpray(pass);
        pass.thinner = kAirbrushLayer;
        pass.coats = 1;
        pass.how = s == 0 ? "Try it on a dark scrap first."
                          : "Leave a little of the last colour in the cup and add to it. Try it on "
                            "a dark scrap first; stay inside the pass before.";
        add(std::move(pass), "each pass lies inside the one before");
    }

    // Edges, folds, links: what catches the light first.
    void edges() {
        if (m_light >= m_basis.glow_lines.size()) return;
        double length = 0.0;
        std::vector<PartIndex> parts;
        for (const EdgeStretch& line : m_basis.glow_lines[m_light]) {
            if (std::ranges::find(m_parts, line.part) == m_parts.end()) continue;
            length += line.length_mm;
            parts.push_back(line.part);
        }
        if (length < kShortestGlints_mm) return;
        std::ranges::sort(parts);
        parts.erase(std::unique(parts.begin(), parts.end()), parts.end());
        const auto shell = std::find_if(m_mixes.shells.rbegin(), m_mixes.shells.rend(),
                                        [](const GlowShell& s) { return !s.mixes.empty(); });
        const Lab& inner = shell->mixes.front().target;
        Step glints = step(StepKind::Glint, keyOf(light(), "edges"), Phase::Glow, parts);
        glints.title = fmt::format("{}: edges and glints in its light", capitalised(m_name));
        glints.mask = {Where::GlowLines, 0, 0, m_light, kGlowLineWidths_mm.size()};
        glints.lines_mm = length;
        const double lighter = std::min(inner.L + 8.0, m_basis.paint().top() - 3.0);
        glints.recipe = recipeOf(m_basis.plan, m_basis.mixes.rack,
                                 {lighter, 0.75 * inner.a, 0.75 * inner.b}, m_basis.mixes.allowed);
        glints.thinner = 1.5;
        glints.tool = Tool::FineBrush;
        glints.why = fmt::format(
            "{:.0f} mm of edges face it: folds, rims, links and buckles tell "
            "where the light is.",
            length);
        glints.how =
            "The side of the brush: first the long stretches, then shorter ones nearer to the "
            "light, last dots on metal.";
        add(std::move(glints), "edges are drawn over the shells");
    }

    void reshade() {
        if (m_mixes.reshade.drops.empty()) return;
        Step shade = step(StepKind::Reshade, keyOf(light(), "reshade"), Phase::AfterGlow, m_parts);
        shade.title = fmt::format("{}: recesses and the rim again", capitalised(m_name));
        shade.mask = {Where::Reshade, m_mixes.shells.front().irradiance, 1e9, m_light, 0};
        shade.recipe = m_mixes.reshade;
        shade.thinner = 2.0;
        shade.coats = 1;
        shade.tool = Tool::FineBrush;
        shade.why =
            "Darkness sells light: what a glow leaves dark is set dark again, in a dark of its "
            "hue.";
        shade.how = school() == GlowBuildUp::Airbrush
                        ? "By brush: this also sets the sprayed edges right."
                        : "Thin, into recesses and just outside the widest shell. Where a shell "
                          "jumps, its earlier mix, thinned, softens it.";
        add(std::move(shade), "the rims are known only when all shells are on");
    }

    // What shines and is not painted in bands of its own; else only its brightest spots.
    void source() {
        std::vector<PartIndex> own;
        const std::vector<std::size_t> groups = glowGroups(m_basis.plan);
        for (std::size_t l = 0; l < groups.size(); ++l) {
            if (groups[l] != m_light) continue;
            const std::vector<PartIndex>& parts = m_basis.plan.lights[l].own_parts;
            own.insert(own.end(), parts.begin(), parts.end());
        }
        std::ranges::sort(own);
        own.erase(std::unique(own.begin(), own.end()), own.end());
        if (own.empty() || m_mixes.source.drops.empty()) return;
        const bool banded = std::ranges::any_of(own, [&](PartIndex part) {
            return m_basis.plan.parts[part].material == Material::Glowing;
        });
        Step source = step(StepKind::Source, keyOf(light(), "source"), Phase::Late, own);
        source.title = fmt::format("{}: the source itself", capitalised(m_name));
        source.recipe = m_mixes.source;
        source.thinner = 0.5;
        source.coats = 2;
        source.tool = Tool::FineBrush;
        if (banded) {
            const BandBorders& borders = m_basis.appearance.bands.borders;
            source.mask = {Where::Finished, borders.back(), 1e9, 0, 0};
        }
        source.why =
            fmt::format("The source is the brightest thing (L* {:.0f}); white was saved for it.",
                        m_mixes.source.colour.L);
        source.how = "Last of all, on its smallest, deepest spot only.";
        if (!m_steps.empty()) follows(source, m_steps.back(), kSourceLast);
        m_steps.push_back(std::move(source));
    }

    static constexpr const char* kSourceLast = "the source comes last, or it is painted over";

    const WorkBasis& m_basis;
    std::size_t m_light;
    const GlowMixes& m_mixes;
    std::string m_name;
    std::vector<std::string> m_last;  // the key of the last layer on each part
    std::vector<PartIndex> m_parts;   // that take the glow
    std::vector<Step> m_steps;
};

}  // namespace

std::vector<Step> glowSteps(const WorkBasis& basis, std::size_t light) {
    if (light >= basis.mixes.glows.size() || !basis.mixes.glows[light]) return {};
    return GlowLayers(basis, light, *basis.mixes.glows[light]).steps();
}

}  // namespace glaukophos
