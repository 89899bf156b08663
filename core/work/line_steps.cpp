// A pass is as long as the line; the widest goes first.
#include "core/work/line_steps.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/base/words.h"
#include "core/geometry/polyline.h"
#include "core/work/step_key.h"

namespace glaukophos {
namespace {

// The parts that a line runs over.
std::vector<PartIndex> partsUnder(const Plan& plan, const Strokes& strokes) {
    std::vector<Vec3> points;
    for (const Stroke& stroke : strokes.strokes) {
        points.push_back(stroke.points_mm.front());
        points.push_back(stroke.points_mm[stroke.points_mm.size() / 2]);
        points.push_back(stroke.points_mm.back());
    }
    const Form& form = *plan.figure->form;
    std::vector<PartIndex> parts;
    for (const std::uint32_t t : form.shown.nearestTriangles(form.whole.mesh, points)) {
        parts.push_back((*plan.figure->labels)[t]);
    }
    std::ranges::sort(parts);
    parts.erase(std::unique(parts.begin(), parts.end()), parts.end());
    return parts;
}

// mm of one pass; a dot counts as long as it is wide.
double lengthOf(const Strokes& strokes, std::size_t pass, double width_mm) {
    double length = 0.0;
    for (const Stroke& stroke : strokes.strokes) {
        if (!stroke.isIn(pass)) continue;
        length += stroke.points_mm.size() == 1 ? width_mm : glaukophos::lengthOf(stroke.points_mm);
    }
    return length;
}

struct EyeWords {
    const char* name;
    const char* why;
    const char* how;
};
constexpr std::array<EyeWords, 4> kEyeWords = {{
    {"a dark ring", "The ring stands for lids and lashes: it sets the eye off from the skin.",
     "The upper lid heavier than the lower one. What runs over is put right with the skin's mix."},
    {"off-white inside the ring", "Pure white stares; off-white leaves room for the dot.",
     "From corner to corner, a rim of the ring left all round."},
    {"the colour, both looking one way", "Both touch the upper lid: so they look calm, not scared.",
     "One dot each, cut off by the upper lid; both eyes before the paint on the tip dries."},
    {"a dot of light", "The lamp in the eye: at the same place in both.",
     "Touch once with the very tip."},
}};

const char* nameOfPass(std::size_t pass, std::size_t count) {
    if (pass == 0) return "halo";
    return pass + 1 == count ? "core" : "between halo and core";
}

std::string handling(const DrawnLine& line, std::size_t pass, std::size_t count) {
    if (line.kind == LineKind::Net) {
        return pass == 0 ? "Thin, and thinner with height, until it is gone."
                         : "Inside the pass before, leave a rim of it; break it off earlier the "
                           "higher it is.";
    }
    if (pass == 0) return "Thin as a stain, thick at the root, lifted to nothing at the ends.";
    if (pass + 1 == count) {
        return "The point of the brush, along the middle; let it break where the line is thin. "
               "Not pure white: that is for the dots.";
    }
    return "Inside the halo, a rim of it left on both sides.";
}

class LineLayers {
  public:
    LineLayers(const WorkBasis& basis, std::size_t index)
        : m_basis(basis),
          m_index(index),
          m_line(basis.plan.lines[index]),
          m_strokes(basis.drawn[index]) {}

    std::vector<Step> steps() {
        if (m_strokes.empty()) return {};
        m_parts = partsUnder(m_basis.plan, m_strokes);
        const std::vector<LinePass> passes = passesOf(m_line);
        const bool eyes = m_line.kind == LineKind::Eyes;
        for (std::size_t p = 0; p < passes.size(); ++p) {
            add(eyes ? eyePass(passes, p) : pass(passes, p));
        }
        if (m_strokes.forks_mm.size() >= kFewestDots) add(dots(passes));
        return std::move(m_steps);
    }

  private:
    void add(Step step) {
        if (step.recipe.drops.empty()) return;
        if (!m_steps.empty()) follows(step, m_steps.back(), "each pass lies inside the one before");
        complete(m_basis, step);
        m_steps.push_back(std::move(step));
    }

    Step begun(const std::string& what, const Lab& colour) const {
        Step step;
        step.kind = StepKind::Line;
        step.key = keyOf(fmt::format("line-{}-{}", m_index, what).c_str(), 0);
        step.parts = m_parts;
        step.phase = Phase::Glow;
        step.title = fmt::format("{}: {}", capitalised(m_line.name), what);
        step.tool = Tool::FineBrush;
        step.coats = 1;
        step.recipe = recipeOf(m_basis.plan, m_basis.mixes.rack, colour, m_basis.mixes.allowed);
        return step;
    }

    Step pass(const std::vector<LinePass>& passes, std::size_t p) const {
        Step step = begun(nameOfPass(p, passes.size()), passes[p].colour);
        if (p > 0 && p + 1 < passes.size()) step.key += fmt::format("/{}", p);
        step.mask = {Where::Drawn, passes[p].width_mm, 1e9, m_index, p};
        step.lines_mm = lengthOf(m_strokes, p, passes[p].width_mm);
        step.thinner = p == 0 ? kGlazeThinner : 1.5;
        step.why = fmt::format(
            "Pass {} of {}, {:.2g} mm wide where it is thickest: each is "
            "narrower and lighter than the one before.",
            p + 1, passes.size(), passes[p].width_mm);
        step.how = handling(m_line, p, passes.size());
        if (p == 0) step.how += parallelWords();
        return step;
    }

    Step eyePass(const std::vector<LinePass>& passes, std::size_t p) const {
        const EyeWords& words = kEyeWords.at(p);
        Step step = begun(words.name, passes[p].colour);
        step.phase = Phase::Late;
        step.mask = {Where::Drawn, passes[p].width_mm, 1e9, m_index, p};
        step.lines_mm = lengthOf(m_strokes, p, passes[p].width_mm);
        step.thinner = 1.0;
        step.why = words.why;
        step.how = words.how;
        return step;
    }

    [[nodiscard]] std::string parallelWords() const {
        const int pairs = m_line.kind == LineKind::Bolt ? parallelForks(m_strokes) : 0;
        if (pairs == 0) return {};
        return fmt::format(" {} run side by side: bend one, forks are never parallel.",
                           counted(pairs, "pair of forks", "pairs of forks"));
    }

    Step dots(const std::vector<LinePass>& passes) const {
        const LinePass dots = dotsOf(m_line);
        Step step = begun(m_line.kind == LineKind::Net ? "dots in its knots" : "dots at the forks",
                          dots.colour);
        step.mask = {Where::Drawn, dots.width_mm, 1e9, m_index, passes.size()};
        step.lines_mm = dots.width_mm * static_cast<double>(m_strokes.forks_mm.size());
        step.thinner = 1.0;
        step.why =
            fmt::format("{}: where strokes meet the light is strongest.",
                        counted(static_cast<int>(m_strokes.forks_mm.size()), "place", "places"));
        step.how = "Touch each once with the tip.";
        return step;
    }

    const WorkBasis& m_basis;
    std::size_t m_index;
    const DrawnLine& m_line;
    const Strokes& m_strokes;
    std::vector<PartIndex> m_parts;
    std::vector<Step> m_steps;
};

}  // namespace

std::vector<Step> lineSteps(const WorkBasis& basis) {
    std::vector<Step> steps;
    for (std::size_t i = 0; i < basis.drawn.size(); ++i) {
        for (Step& step : LineLayers(basis, i).steps()) steps.push_back(std::move(step));
    }
    return steps;
}

}  // namespace glaukophos
