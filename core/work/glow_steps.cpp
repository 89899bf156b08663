// Schools differ in what lies under the shells and in how thin they are.
#include "core/work/glow_steps.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/colour/coats.h"
#include "core/painted/shells.h"
#include "core/work/part_steps.h"
#include "core/work/step_key.h"

namespace glaukophos {
namespace {

constexpr double kAirbrushLayer = 3.0;  // common practice, no source
constexpr int kMostGlazes = 4;
constexpr std::size_t kWhiteFromShell = 2;  // inside the third shell a glow peaks

class GlowLayers {
  public:
    GlowLayers(const WorkBasis& basis, std::size_t light, const GlowMixes& mixes)
        : m_basis(basis),
          m_light(light),
          m_mixes(mixes),
          m_shells(shellsOf(basis.plan, basis.appearance.irradiance, light,
                            static_cast<int>(mixes.shells.size()))),
          m_parts(reachedParts()) {}

    std::vector<Step> steps() {
        if (!m_parts.empty()) {
            if (school() == GlowBuildUp::WhiteFirst) white();
            for (std::size_t s = 0; s < m_shells.size(); ++s) shell(s);
            reshade();
        }
        source();
        for (Step& step : m_steps) complete(m_basis, step);
        return std::move(m_steps);
    }

  private:
    [[nodiscard]] GlowBuildUp school() const { return m_basis.plan.steps.glow; }
    [[nodiscard]] const Light& light() const { return m_basis.plan.lights[m_light]; }
    [[nodiscard]] const std::string& name() const { return light().name; }

    // Parts that the glow reaches and that are painted before it.
    [[nodiscard]] std::vector<PartIndex> reachedParts() const {
        std::vector<PartIndex> reached;
        if (m_shells.empty()) return reached;
        const Surface& surface = m_basis.plan.figure->surface;
        const std::vector<float> areas = paintedAreas(m_basis.plan, m_basis.appearance.irradiance);
        std::vector<double> lit(m_basis.plan.parts.size(), 0.0);
        const std::vector<float>& arriving = m_basis.appearance.irradiance.of_lights[m_light];
        for (std::size_t v = 0; v < areas.size(); ++v) {
            if (arriving[v] >= m_shells.front().irradiance) lit[surface.parts[v]] += areas[v];
        }
        for (std::size_t p = 0; p < lit.size(); ++p) {
            if (lit[p] >= 1.0 && !comesLate(m_basis.plan.parts[p])) {
                reached.push_back(static_cast<PartIndex>(p));
            }
        }
        return reached;
    }

    Step step(StepKind kind, std::string key, Phase phase) const {
        Step step;
        step.kind = kind;
        step.light = m_light;
        step.key = std::move(key);
        step.parts = m_parts;
        step.phase = phase;
        return step;
    }

    void add(Step step, const char* why) {
        if (!m_steps.empty()) follows(step, m_steps.back(), why);
        m_steps.push_back(std::move(step));
    }

    void maskSpray(Step& step) const {
        step.tool = Tool::Airbrush;
        step.masking =
            "Hold a card or a finger just beyond the edge of each shadow, and spray from where the "
            "light stands.";
    }

    void white() {
        if (m_shells.size() <= kWhiteFromShell) return;
        Step white = step(StepKind::White, keyOf(light(), "white"), Phase::Glow);
        white.title = fmt::format("{}: white where the glow peaks", name());
        white.mask = {Where::Light, m_shells[kWhiteFromShell].irradiance, 1e9, m_light, 0};
        white.recipe = recipeOf(m_basis.plan, m_basis.mixes.rack,
                                {m_mixes.shells.back().target.L, 0.0, 0.0}, m_basis.mixes.allowed);
        white.thinner = 1.0;
        white.coats = 2;
        white.why = "Glazes are only as bright as what lies under them.";
        white.how = "Exactly within the map: white outside it cannot be tinted away.";
        add(std::move(white), "");
    }

    // Coats that bring the dark below near to the wanted value, but no more than keep it a glaze.
    [[nodiscard]] int coatsOf(const ShellMix& shell) const {
        const PaintFilm film = filmOf(m_basis.mixes.rack, shell.recipe.drops);
        const Reflectance below = reflectanceOf(m_basis.plan.mixing.primer);
        return std::min(kMostGlazes,
                        coatsOver(film, filmThickness(kGlazeThinner), below, 6.0, kMostGlazes));
    }

    void shell(std::size_t s) {
        const ShellMix& mix = m_mixes.shells[s];
        if (m_shells[s].area_mm2 < 1.0 || mix.recipe.drops.empty()) return;
        Step shell = step(StepKind::Shell, keyOf(light(), "shell", s), Phase::Glow);
        shell.title = fmt::format("{}: shell {} of {}", name(), s + 1, m_shells.size());
        shell.mask = {Where::Light, m_shells[s].irradiance, 1e9, m_light, 0};
        shell.recipe = mix.recipe;
        shell.why = fmt::format("Reaches {:.0f} mm; {:.0f} % of the light here comes from it{}.",
                                mix.distance_mm, 100.0 * mix.glow_share,
                                s == 0 ? "; the faintest and darkest, all others lie inside" : "");
        if (school() == GlowBuildUp::Airbrush) {
            maskSpray(shell);
            shell.thinner = kAirbrushLayer;
            shell.coats = 1;
            shell.how =
                "Try it on a dark scrap first. Leave a little of the last colour in the cup.";
        } else {
            shell.thinner = kGlazeThinner;
            shell.coats = coatsOf(mix);
            shell.how =
                "Spread it thin and wick it off; leave a rim of the shell before. Only where the "
                "map is: what the lamp cannot see stays dark.";
        }
        add(std::move(shell), s == 0
                                  ? "glazes go over the white"
                                  : "each shell lies inside the one before, with a rim of it left");
    }

    void reshade() {
        if (m_mixes.reshade.drops.empty() || m_shells.empty()) return;
        Step shade = step(StepKind::Reshade, keyOf(light(), "reshade"), Phase::AfterGlow);
        shade.title = fmt::format("{}: recesses and the rim again", name());
        shade.mask = {Where::Reshade, m_shells.front().irradiance, 1e9, m_light, 0};
        shade.recipe = m_mixes.reshade;
        shade.thinner = 2.0;
        shade.coats = 1;
        shade.tool = Tool::FineBrush;
        shade.why = "Darkness sells light: what a glow leaves dark is set dark again.";
        shade.how = school() == GlowBuildUp::Airbrush
                        ? "By brush: this also sets the sprayed edges right."
                        : "Thin, into recesses and just outside the widest shell.";
        add(std::move(shade), "the rims are known only when all shells are on");
    }

    // What shines and is not painted in bands of its own; else only its brightest spots.
    void source() {
        std::vector<PartIndex> own;
        for (const PartIndex part : m_basis.plan.lights[m_light].own_parts) own.push_back(part);
        if (own.empty() || m_mixes.source.drops.empty()) return;
        const bool banded = std::ranges::any_of(own, [&](PartIndex part) {
            return m_basis.plan.parts[part].material == Material::Glowing;
        });
        Step source = step(StepKind::Source, keyOf(light(), "source"), Phase::Late);
        source.parts = own;
        source.title = fmt::format("{}: the source itself", name());
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
        source.how = "Last of all, in its middle only.";
        add(std::move(source), "the source comes last, or it is painted over");
    }

    const WorkBasis& m_basis;
    std::size_t m_light;
    const GlowMixes& m_mixes;
    std::vector<Shell> m_shells;
    std::vector<PartIndex> m_parts;
    std::vector<Step> m_steps;
};

}  // namespace

std::vector<Step> glowSteps(const WorkBasis& basis, std::size_t light) {
    if (light >= basis.mixes.glows.size() || !basis.mixes.glows[light]) return {};
    return GlowLayers(basis, light, *basis.mixes.glows[light]).steps();
}

}  // namespace glaukophos
