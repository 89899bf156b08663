// Ratios of glazes: common practice, no source.
#include "core/work/blend_steps.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/colour/colour_difference.h"
#include "core/geometry/vertex_cells.h"
#include "core/work/step_key.h"
#include "core/work/work_times.h"

namespace glaukophos {
namespace {

constexpr double kLeastGlaze_mm2 = 4.0;  // both ways: along a shorter border no one softens it
constexpr double kBorderGlaze = 4.0;     // parts of thinner
constexpr double kMiddleGlaze = 6.0;     // ... in what pulls all layers together
constexpr double kCutWidth_mm = 0.35;    // of a line along a thrown border
constexpr double kLeastCut_mm = 6.0;

// Every border of the part glazed both ways.
void glazeAll(const LayeredPart& bands, std::vector<Step>& steps) {
    const std::vector<std::size_t>& worth = bands.worth();
    for (std::size_t i = 0; i + 1 < worth.size(); ++i) {
        if (bands.lostAt(worth[i + 1] - 1) <= 0.0) continue;  // crisp ones stay so
        const double apart =
            ciede2000(bands.recipe(worth[i]).colour, bands.recipe(worth[i + 1]).colour);
        const std::string why =
            fmt::format("{} and {} are {:.0f} apart: a thin film of each over the other halves it.",
                        bands.name(worth[i]), bands.name(worth[i + 1]), apart);
        for (Step& glaze : glazesOver(bands, worth[i], worth[i + 1], why)) {
            steps.push_back(std::move(glaze));
        }
    }
}

// The middle tone thinly over what is not deepest, then the two lightest layers once more.
void smooth(const LayeredPart& bands, std::vector<Step>& steps) {
    const std::vector<std::size_t>& worth = bands.worth();
    if (worth.size() < 3) return;
    const std::size_t middle = worth[worth.size() / 2];
    Step coat = bands.step(StepKind::Veil, middle, "smoothing");
    coat.layer = fmt::format("{} thinly over all", bands.name(middle));
    coat.mask = bands.values(bands.halfThrough(worth.front()), 1e9);
    coat.thinner = kMiddleGlaze;
    coat.veil_thinners = {kMiddleGlaze};
    coat.coats = 1;
    coat.why = "One thin middle tone over all layers pulls them together.";
    coat.how = "Even, wicked off; let it dry fully before the lights go on again.";
    steps.push_back(std::move(coat));
    for (std::size_t i = worth.size() - 2; i < worth.size(); ++i) {
        Step again = bands.step(StepKind::Layer, worth[i], "again");
        again.layer += " once more";
        // Inside the layer of before, so that a rim of the smoothed one is left.
        again.mask =
            bands.values(0.5 * (bands.border(worth[i] - 1) + bands.halfThrough(worth[i])), 1e9);
        again.coats = 1;
        again.lost_mm = bands.lostAt(worth[i] - 1);
        again.why = "The smoothing coat took the lights down: they are set again, smaller.";
        again.how = "Inside the layer of before, drawn out thin at its rim.";
        steps.push_back(std::move(again));
    }
}

// All vertices but those beside a thrown border, on its dark side.
std::shared_ptr<const std::vector<bool>> allButThrown(const LayeredPart& bands,
                                                      std::span<const Vec3> border_mm,
                                                      double lightest) {
    const Surface& surface = bands.basis().plan.figure->surface;
    std::vector<Vec3> points(border_mm.begin(), border_mm.end());
    const VertexCells near(points, static_cast<float>(kCutWidth_mm),
                           [](std::uint32_t) { return true; });
    auto but_not = std::make_shared<std::vector<bool>>(surface.parts.size(), true);
    const std::vector<float>& lightness = bands.basis().before.values.lightness;
    for (std::size_t v = 0; v < but_not->size(); ++v) {
        if (surface.parts[v] != bands.index() || lightness[v] > lightest) continue;
        const Vec3& here = surface.mesh.positions_mm[v];
        const auto nearest = near.nearest(here);
        (*but_not)[v] = !nearest || (points[*nearest] - here).norm() > kCutWidth_mm;
    }
    return but_not;
}

// Flat portions: nothing is blended, and what a shadow throws is cut again at the end.
void leaveFlat(const LayeredPart& bands, std::vector<Step>& steps) {
    const StepChoices& choices = bands.basis().plan.steps;
    double saved_min = 0.0;
    std::erase_if(steps, [](const Step& step) {
        return step.kind == StepKind::Between || step.kind == StepKind::Veil;
    });
    for (Step& step : steps) {
        if (step.lost_mm <= 0.0) continue;
        const double blended_min = workMinutes(step, choices);
        step.lost_mm = 0.0;
        saved_min += (blended_min - workMinutes(step, choices)) * step.coats;
        step.how = "One flat field up to a crisp edge: nothing is blended.";
    }
    std::vector<Vec3> thrown;
    double length_mm = 0.0;
    std::size_t above = 0;
    double longest_mm = 0.0;
    for (const BandEdge& edge : bands.basis().edges.edges) {
        if (edge.part != bands.index() || !edge.thrown) continue;
        thrown.insert(thrown.end(), edge.points_mm.begin(), edge.points_mm.end());
        length_mm += edge.length_mm;
        if (edge.length_mm <= longest_mm) continue;
        longest_mm = edge.length_mm;
        above = edge.border + 1;
    }
    if (length_mm < kLeastCut_mm) return;
    const auto dark = std::ranges::find_if(bands.worth().rbegin(), bands.worth().rend(),
                                           [&](std::size_t band) { return band < above; });
    if (dark == bands.worth().rend()) return;
    Step cut = bands.step(StepKind::Layer, *dark, "cut");
    cut.layer = "thrown shadows cut again";
    cut.mask = bands.values(-1e9, 1e9);
    cut.mask.but_not = allButThrown(bands, thrown, bands.border(above - 1));
    cut.tool = Tool::FineBrush;
    cut.coats = 1;
    cut.lines_mm = length_mm;
    cut.why = fmt::format(
        "{:.0f} mm of thrown border carry a flat figure. Flat fields saved {:.0f} min of blending.",
        length_mm, saved_min);
    cut.how = "One steady line along the shadow's edge, from its dark side.";
    steps.push_back(std::move(cut));
}

}  // namespace

std::vector<Step> glazesOver(const LayeredPart& bands, std::size_t dark, std::size_t light,
                             const std::string& why) {
    std::vector<Step> glazes;
    const Plan& plan = bands.basis().plan;
    const double apart = ciede2000(bands.recipe(dark).colour, bands.recipe(light).colour);
    const double at = bands.border(bands.topOf(dark));
    const double dim = bands.halfThrough(dark);
    const double bright = bands.halfThrough(light);
    if (bands.area(bands.values(dim, bright)) < kLeastGlaze_mm2) return {};
    const auto glaze = [&](std::size_t of, std::size_t over, double from, double to) {
        Step veil = bands.step(StepKind::Veil, of, of == dark ? "glaze-up" : "glaze-down");
        veil.layer =
            fmt::format("glaze of {} over the border with {}", bands.name(of), bands.name(over));
        veil.mask = bands.values(from, to);
        if (bands.area(veil.mask) <= 0.0) return;
        veil.thinner = kBorderGlaze;
        veil.veil_thinners.assign(apart > plan.mixing.largest_step ? 2 : 1, kBorderGlaze);
        veil.coats = static_cast<int>(veil.veil_thinners.size());
        veil.why = why;
        veil.how =
            "Thinned 1:4, as far as the middle of the band. While it dries go on with the next "
            "place.";
        glazes.push_back(std::move(veil));
    };
    glaze(dark, light, at, bright);
    glaze(light, dark, dim, at);
    return glazes;
}

void finishBorders(const LayeredPart& bands, std::vector<Step>& steps) {
    const BuildUp way = buildUpOf(bands.basis().plan, bands.index());
    if (way == BuildUp::GreysFirst || way == BuildUp::Hatched || way == BuildUp::LightToDark) {
        return;
    }
    switch (bands.basis().plan.steps.blending) {
        case Blending::AsNeeded:
            break;
        case Blending::GlazedBothWays:
            return glazeAll(bands, steps);
        case Blending::Smoothed:
            return smooth(bands, steps);
        case Blending::Flat:
            return leaveFlat(bands, steps);
    }
}

std::vector<Step> haloSteps(const LayeredPart& bands) {
    const std::vector<std::size_t>& worth = bands.worth();
    if (bands.part().material != Material::Hair || worth.size() < 2) return {};
    const std::size_t top = worth.back();
    Step halo = bands.step(StepKind::Layer, top, "halo");
    halo.layer = "strokes of light as a halo";
    halo.mask = bands.values(bands.halfThrough(top - 1), bands.border(top - 1));
    if (bands.area(halo.mask) < kLeastBand_mm2) return {};
    halo.tool = Tool::FineBrush;
    halo.coats = 1;
    halo.why = "On hair light ends in single strands, not in a line.";
    halo.how = "Single strokes along the strands through the edge of the light, lifted to nothing.";
    return {halo};
}

}  // namespace glaukophos
