// The colour of a pass comes from what it lies on, not from the part's top band.
#include "core/work/edge_steps.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/base/words.h"
#include "core/work/metal_steps.h"
#include "core/work/step_key.h"

namespace glaukophos {
namespace {

constexpr double kShortestFirst_mm = 8.0;  // of a first pass: less is not worth a mix
constexpr double kShortestLater_mm = 3.0;
constexpr double kRise = 6.0;       // L* from what lies under a pass; common practice, no source
constexpr double kLightest = 95.0;  // L* of white paint
constexpr double kPales = 0.45;     // of its chroma, that the last pass has lost

// What most of a pass lies on: no more than a quarter of its length is lighter. L*.
double lightnessUnder(const EdgeLines& lines, PartIndex part, int pass) {
    std::vector<std::pair<double, double>> stretches;
    double length = 0.0;
    for (const EdgeStretch& stretch : lines.stretches) {
        if (stretch.part != part || stretch.pass != pass) continue;
        stretches.emplace_back(stretch.lightness, stretch.length_mm);
        length += stretch.length_mm;
    }
    std::ranges::sort(stretches);
    double counted = 0.0;
    for (const auto& [lightness, mm] : stretches) {
        counted += mm;
        if (counted >= 0.75 * length) return lightness;
    }
    return 0.0;
}

// What is painted where the light gives that lightness: the colour of its band, or of the nearest
// one below that the part has.
Lab paintedAt(const Ladder& ladder, const BandBorders& borders, double lightness) {
    std::optional<Lab> colour;
    const std::size_t band = bandOf(lightness, borders);
    for (std::size_t b = 0; b < ladder.size() && (b <= band || !colour); ++b) {
        if (ladder[b].present) colour = ladder[b].target;
    }
    return colour.value_or(Lab{lightness, 0, 0});
}

Lab between(const Lab& a, const Lab& b, double share) {
    return {a.L + share * (b.L - a.L), a.a + share * (b.a - a.a), a.b + share * (b.b - a.b)};
}

class EdgePasses {
  public:
    EdgePasses(const WorkBasis& basis, PartIndex part)
        : m_basis(basis),
          m_part(part),
          m_late(comesLate(basis.plan, part)),
          m_ladder((m_late ? basis.appearance : basis.before).ladders[part]),
          m_borders((m_late ? basis.appearance : basis.before).bands.borders),
          m_choices(basis.plan.values.edge_lines) {}

    std::vector<Step> steps() {
        const std::size_t count = m_basis.lines.passes.size();
        for (std::size_t pass = 0; pass < count; ++pass) addPass(pass, count);
        if (m_choices.school == EdgeSchool::Corners || m_choices.corners_last) addCorners();
        return std::move(m_steps);
    }

  private:
    // Rises evenly towards the last pass, and by a visible step in any case.
    [[nodiscard]] std::optional<Lab> colourOf(std::size_t pass, std::size_t count) const {
        const Lab under = paintedAt(m_ladder, m_borders,
                                    lightnessUnder(m_basis.lines, m_part, static_cast<int>(pass)));
        const double least = std::max(m_steps.empty() ? 0.0 : m_last.L, under.L) + kRise;
        if (least > kLightest) return std::nullopt;
        const double top =
            std::min(kLightest, std::max(least, under.L + kRise * static_cast<double>(count + 1)));
        Lab last{top, (1 - kPales) * under.a, (1 - kPales) * under.b};
        if (m_choices.last_colour) {
            last = labFrom(xyzFrom(linearFrom(*m_choices.last_colour)));
        }
        const double share = static_cast<double>(pass + 1) / static_cast<double>(count);
        Lab colour = between(under, last, share);
        colour.L = std::clamp(std::max(colour.L, least), 0.0, kLightest);
        return colour;
    }

    Step begun(const std::string& layer, std::size_t number) const {
        Step step;
        step.kind = StepKind::Edges;
        step.parts = {m_part};
        step.key = number == 0 ? keyOf(m_basis.plan.parts[m_part], "edges")
                               : keyOf(m_basis.plan.parts[m_part], "edges", number);
        step.layer = layer;
        step.mask = {Where::Lines, 0, 0, 0, number};
        step.thinner = 1.5;
        step.tool = Tool::FineBrush;
        step.phase = m_late ? Phase::Late : Phase::Edges;
        return step;
    }

    void finish(Step step, const Lab& colour) {
        step.recipe = recipeOf(m_basis.plan, m_basis.mixes.rack, colour, m_basis.mixes.allowed);
        if (step.recipe.drops.empty()) return;
        if (!m_steps.empty()) {
            if (step.recipe.drops == m_steps.back().recipe.drops) return;
            follows(step, m_steps.back(), "each pass lies on the one before");
        }
        complete(m_basis, step);
        m_last = colour;
        m_steps.push_back(std::move(step));
    }

    void addPass(std::size_t pass, std::size_t count) {
        const double length = m_basis.lines.passes[pass].part_lengths_mm[m_part];
        if (length < (m_steps.empty() ? kShortestFirst_mm : kShortestLater_mm)) return;
        const auto colour = colourOf(pass, count);
        if (!colour) return;
        Step step =
            begun(count == 1 ? "edge highlights"
                             : fmt::format("edge highlights, pass {} of {}", pass + 1, count),
                  pass);
        step.lines_mm = length;
        step.mask.from = m_basis.lines.passes[pass].width_mm;
        step.why = pass == 0
                       ? fmt::format("Edges show form quickly: {:.0f} mm of them catch light here.",
                                     length)
                       : fmt::format("Lighter and finer where an edge faces the light: {:.0f} mm.",
                                     length);
        step.how = fmt::format("A line {:.2f} mm wide: the side of the brush along the edge.",
                               step.mask.from);
        finish(std::move(step), *colour);
    }

    void addCorners() {
        const auto dots = std::ranges::count(m_basis.lines.brightest_parts, m_part);
        if (dots == 0) return;
        const std::size_t number = m_basis.lines.passes.size();
        const Lab top = m_steps.empty() ? paintedAt(m_ladder, m_borders, kLightest) : m_last;
        if (top.L + kRise > kLightest) return;
        Step step = begun("dots on corners", number);
        step.mask.from = m_choices.width_mm;
        step.lines_mm = static_cast<double>(dots) * m_choices.width_mm;
        step.why = fmt::format("{} where edges meet in the light.",
                               counted(static_cast<int>(dots), "corner", "corners"));
        step.how = "The tip of the brush, once: a dot, not a line.";
        finish(std::move(step), {top.L + kRise, (1 - kPales) * top.a, (1 - kPales) * top.b});
    }

    const WorkBasis& m_basis;
    PartIndex m_part;
    bool m_late;
    const Ladder& m_ladder;
    const BandBorders& m_borders;
    const EdgeLineChoices& m_choices;
    Lab m_last;  // of the pass before
    std::vector<Step> m_steps;
};

}  // namespace

std::vector<Step> edgeSteps(const WorkBasis& basis, PartIndex part) {
    // Metallics have their dots, and no ordinary paint goes on them.
    if (basis.plan.parts[part].material == Material::Glowing || isByMetallics(basis, part))
        return {};
    return EdgePasses(basis, part).steps();
}

}  // namespace glaukophos
