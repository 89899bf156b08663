// Phases of the whole figure; inside them parts in the chosen order; then what can be shared.
#include "core/work/steps.h"

#include <fmt/format.h>
#include <tbb/parallel_for.h>
#include <tbb/parallel_invoke.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <set>
#include <span>

#include "core/colour/coats.h"
#include "core/colour/colour_difference.h"
#include "core/geometry/nearest_vertex.h"
#include "core/work/bare_ground.h"
#include "core/work/dim_steps.h"
#include "core/work/edge_steps.h"
#include "core/work/glow_lines.h"
#include "core/work/glow_steps.h"
#include "core/work/ground_steps.h"
#include "core/work/last_steps.h"
#include "core/work/line_steps.h"
#include "core/work/paint_use.h"
#include "core/work/part_steps.h"
#include "core/work/recess_steps.h"
#include "core/work/rim_steps.h"
#include "core/work/spray_steps.h"
#include "core/work/step_key.h"
#include "core/work/step_order.h"
#include "core/work/work_times.h"

namespace glaukophos {
namespace {

constexpr double kSameMix = 1.5;  // CIEDE2000 between two parts' mixes that one can serve

// Parts in the order in which they are painted.
std::vector<PartIndex> partsInOrder(const WorkBasis& basis) {
    const Surface& surface = basis.plan.figure->surface;
    std::vector<double> open(basis.plan.parts.size(), 0.0);
    const std::vector<float>& sky_visibility = basis.appearance.irradiance.sky_visibility;
    for (std::size_t v = 0; v < surface.parts.size() && !sky_visibility.empty(); ++v) {
        open[surface.parts[v]] += surface.areas_mm2[v] * sky_visibility[v];
    }
    std::vector<PartIndex> order;
    for (std::size_t p = 0; p < basis.plan.parts.size(); ++p) {
        order.push_back(static_cast<PartIndex>(p));
        open[p] /= std::max(1e-9, surface.part_areas_mm2[p]);
    }
    if (basis.plan.steps.order == PartOrder::InsideOut) {
        std::ranges::stable_sort(order, {}, [&](PartIndex p) { return open[p]; });
        return order;
    }
    std::ranges::stable_sort(order, [&](PartIndex a, PartIndex b) {
        const Focus first = basis.plan.parts[a].focus;
        const Focus second = basis.plan.parts[b].focus;
        if (first != second) return first > second;
        return surface.part_areas_mm2[a] > surface.part_areas_mm2[b];
    });
    return order;
}

void append(std::vector<Step>& steps, std::vector<Step> more) {
    for (Step& step : more) steps.push_back(std::move(step));
}

// Steps of `phase` that begin a chain of their own come after the ends of earlier phases.
void joinPhases(std::vector<Step>& steps, Phase phase, Phase first, Phase last, const char* why) {
    const std::vector<std::size_t> ends = endsOf(steps, first, last);
    for (Step& step : steps) {
        if (step.phase != phase) continue;
        const bool begins = std::ranges::none_of(step.after, [&](const After& after) {
            const std::size_t other = indexOf(steps, after.step);
            return other < steps.size() && steps[other].phase == phase;
        });
        if (!begins) continue;
        for (const std::size_t end : ends) follows(step, steps[end], why);
    }
}

bool oneMixServes(const Step& a, const Step& b) {
    // Layers are named by their band, which is compared; glazes by both of theirs.
    const bool alike = a.kind == StepKind::Base || a.kind == StepKind::Layer ||
                       (a.layer == b.layer && a.veil_thinners == b.veil_thinners);
    return alike && a.kind == b.kind && a.phase == b.phase && a.band == b.band &&
           a.tool == b.tool && a.mask == b.mask && a.thinner == b.thinner && !a.parts.empty() &&
           !b.parts.empty() && ciede2000(a.recipe.colour, b.recipe.colour) <= kSameMix;
}

// A glaze is made from the pot of its layer, where that serves another part as well.
void glazeFromTheSamePot(std::vector<Step>& steps) {
    for (Step& veil : steps) {
        if (veil.kind != StepKind::Veil || !veil.band) continue;
        for (const Step& layer : steps) {
            const bool shared =
                (layer.kind == StepKind::Base || layer.kind == StepKind::Layer) &&
                !layer.also.empty() && layer.band == veil.band && layer.phase == veil.phase &&
                std::ranges::find(layer.parts, veil.parts.front()) != layer.parts.end();
            if (shared) veil.recipe = layer.recipe;
        }
    }
}

// One step where one mix serves two parts. Chains of parts run through kinds and bands in the same
// sense, so that no circle arises.
void merge(const WorkBasis& basis, std::vector<Step>& steps, const std::set<StepKind>& kinds) {
    for (std::size_t i = 0; i < steps.size(); ++i) {
        if (!kinds.contains(steps[i].kind)) continue;
        for (std::size_t j = i + 1; j < steps.size();) {
            if (!oneMixServes(steps[i], steps[j])) {
                ++j;
                continue;
            }
            Step& one = steps[i];
            const Step other = steps[j];
            if (other.area_mm2 > one.area_mm2) one.recipe = other.recipe;
            one.also.push_back(other.key);
            one.also.insert(one.also.end(), other.also.begin(), other.also.end());
            one.coats = std::max(one.coats, other.coats);
            one.lost_mm += other.lost_mm;
            one.parts.insert(one.parts.end(), other.parts.begin(), other.parts.end());
            one.after.insert(one.after.end(), other.after.begin(), other.after.end());
            if (one.parts.size() == 2) one.why += " One mix serves all of them.";
            steps.erase(steps.begin() + static_cast<std::ptrdiff_t>(j));
            complete(basis, steps[i]);
        }
    }
}

// A source is set into what glows round it.
void sourcesLast(std::vector<Step>& steps) {
    for (Step& source : steps) {
        if (source.kind != StepKind::Source) continue;
        for (const Step& step : steps) {
            const bool same =
                step.kind != StepKind::Source && step.phase == source.phase &&
                std::ranges::any_of(step.parts, [&](PartIndex part) {
                    return std::ranges::find(source.parts, part) != source.parts.end();
                });
            if (same) follows(source, step, "the source is set into what glows round it");
        }
    }
}

// The same steps, each after all it has reasons to follow; else as they stand. A shared step waits
// for both its parts.
void putInOrder(std::vector<Step>& steps) {
    std::vector<Step> waiting = std::move(steps);
    steps.clear();
    const auto is_there = [](const std::vector<Step>& among, const std::string& key) {
        return indexOf(among, key) < among.size();
    };
    while (!waiting.empty()) {
        auto next = std::ranges::find_if(waiting, [&](const Step& step) {
            return std::ranges::none_of(
                step.after, [&](const After& after) { return is_there(waiting, after.step); });
        });
        if (next == waiting.end()) next = waiting.begin();  // a circle of rules: cannot be
        steps.push_back(std::move(*next));
        waiting.erase(next);
    }
}

// Whether two ladders of a part have the same bands in colours that the eye cannot tell apart.
bool areAlike(const Ladder& first, const Ladder& second) {
    for (std::size_t b = 0; b < first.size(); ++b) {
        if (first[b].present != second[b].present) return false;
        if (first[b].present && ciede2000(first[b].target, second[b].target) > 0.5) return false;
    }
    return true;
}

bool sharesParts(const Step& a, const Step& b) {
    return std::ranges::any_of(
        a.parts, [&](PartIndex part) { return std::ranges::find(b.parts, part) != b.parts.end(); });
}

// A wash or lines go over the layers of all their parts, and under the edges.
void recessesFirst(std::vector<Step>& steps) {
    const auto recess = std::ranges::find_if(
        steps, [](const Step& step) { return step.key.starts_with("recesses/"); });
    if (recess == steps.end()) return;
    for (Step& step : steps) {
        if (&step == &*recess || !sharesParts(step, *recess)) continue;
        if (step.phase == Phase::Parts) {
            follows(*recess, step, "it parts what is painted already");
        } else if (step.phase == Phase::Edges) {
            follows(step, *recess, "edges are drawn over washes and lines");
        }
    }
}

// Drawn eyes begin when what they lie on is done.
void eyesOnTheirFaces(std::vector<Step>& steps) {
    for (Step& eyes : steps) {
        if (eyes.kind != StepKind::Line || eyes.phase != Phase::Late || !eyes.after.empty()) {
            continue;
        }
        for (const Step& step : steps) {
            const bool below = step.phase == Phase::Parts || step.phase == Phase::Edges ||
                               (step.phase == Phase::Late && step.kind != StepKind::Line);
            if (below && sharesParts(step, eyes)) {
                follows(eyes, step, "eyes are drawn on a finished face");
            }
        }
    }
}

// What one phase waits for in another.
void joinAllPhases(const Plan& plan, std::vector<Step>& steps) {
    std::ranges::stable_sort(steps, {}, &Step::phase);
    joinPhases(steps, Phase::Parts, Phase::Ground, Phase::Ground, kDryPrimer);
    recessesFirst(steps);
    spraysInOrder(plan, steps);
    eyesOnTheirFaces(steps);
    joinPhases(steps, Phase::Glow, Phase::Parts, Phase::Edges,
               "everything a glow falls on is finished before it");
    joinPhases(steps, Phase::Late, Phase::Glow, Phase::AfterGlow,
               "glazes and spray would dull what has to shine");
    joinPhases(steps, Phase::Late, Phase::Ground, Phase::Ground, kDryPrimer);
    joinPhases(steps, Phase::Last, Phase::Parts, Phase::Late, "slips are set right at the end");
}

// Parts and glows are worked out beside each other.
struct StepsOfPart {
    std::vector<Step> layers;
    std::vector<Step> edges;
};
std::vector<StepsOfPart> stepsOfParts(const WorkBasis& basis, const Progress& progress) {
    std::vector<StepsOfPart> of_parts(basis.plan.parts.size());
    tbb::parallel_for(std::size_t{0}, of_parts.size(), [&](std::size_t p) {
        if (progress.stopped()) return;
        const auto part = static_cast<PartIndex>(p);
        of_parts[p].layers = partSteps(basis, part);
        if (!of_parts[p].layers.empty()) of_parts[p].edges = edgeSteps(basis, part);
    });
    return of_parts;
}

std::vector<std::vector<Step>> stepsOfGlows(const WorkBasis& basis, const Progress& progress) {
    std::vector<std::vector<Step>> of_lights(basis.plan.lights.size());
    tbb::parallel_for(std::size_t{0}, of_lights.size(), [&](std::size_t l) {
        if (!progress.stopped()) of_lights[l] = glowSteps(basis, l);
    });
    return of_lights;
}

// Every layer, each after what it has to wait for.
Result<std::vector<Step>> stepsInOrder(const WorkBasis& basis, const Progress& progress) {
    std::vector<Step> steps = primerSteps(basis);
    std::vector<Step> greys = greySteps(basis);
    if (!greys.empty()) follows(greys.front(), steps.back(), kDryPrimer);
    append(steps, std::move(greys));
    std::vector<PartIndex> order = partsInOrder(basis);
    std::stable_partition(order.begin(), order.end(),
                          [&](PartIndex p) { return isRecessedGlow(basis.plan, p); });
    std::map<PartIndex, std::string> below;  // the last layer of the glow that a part stands over
    std::vector<StepsOfPart> of_parts;
    std::vector<std::vector<Step>> of_glows;
    tbb::parallel_invoke([&] { of_parts = stepsOfParts(basis, progress); },
                         [&] { of_glows = stepsOfGlows(basis, progress); });
    if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
    for (const PartIndex part : order) {
        auto& [layers, edges] = of_parts[part];
        if (layers.empty()) continue;
        if (isRecessedGlow(basis.plan, part)) {
            for (const PartIndex over : partsOver(basis, part)) below[over] = layers.back().key;
        } else if (below.contains(part)) {
            layers.front().after.push_back(
                {below[part], "what glows in a recess comes before what stands over it"});
        }
        if (!edges.empty()) {
            follows(edges.front(), layers.back(), "edges are drawn on finished layers");
        }
        append(layers, std::move(edges));
        append(steps, std::move(layers));
    }
    append(steps, recessSteps(basis));
    append(steps, laterSprays(basis));
    const std::vector<Step> dim = dimSteps(basis);
    append(steps, dim);
    for (std::vector<Step>& glow : of_glows) {
        for (Step& step : glow) {
            if (dim.empty() || step.phase != Phase::Glow || !step.after.empty()) continue;
            follows(step, dim.front(), "the glow goes on when all round it is dark");
        }
        append(steps, std::move(glow));
    }
    append(steps, rimSteps(basis));
    append(steps, lineSteps(basis));
    sourcesLast(steps);
    merge(basis, steps, {StepKind::Base, StepKind::Layer});
    glazeFromTheSamePot(steps);
    merge(basis, steps, {StepKind::Veil});
    append(steps, lastSteps(basis));
    joinAllPhases(basis.plan, steps);
    putInOrder(steps);
    return steps;
}

}  // namespace

BeforeGlow beforeGlowOf(const Plan& plan, const Appearance& appearance, const Mixes& mixes,
                        const Progress& progress) {
    const std::vector<bool> near = nearLights(plan);
    bool glows = false;
    for (std::size_t l = 0; l < near.size(); ++l) glows = glows || (near[l] && shines(plan, l));
    BeforeGlow before_glow;
    if (!glows) return before_glow;
    before_glow.appearance = beforeGlows(plan, appearance);
    // What no glow changes is mixed as it was.
    std::vector<Ladder> changed = before_glow.appearance.ladders;
    std::vector<bool> same(changed.size());
    for (std::size_t p = 0; p < changed.size(); ++p) {
        same[p] = areAlike(changed[p], appearance.ladders[p]);
        if (same[p]) changed[p].assign(changed[p].size(), Rung{});
    }
    before_glow.parts = partMixesOf(plan, changed, mixes.rack, mixes.allowed, progress);
    for (std::size_t p = 0; p < before_glow.parts.size(); ++p) {
        if (same[p]) before_glow.parts[p] = mixes.parts[p];
    }
    return before_glow;
}

Result<Work> workOf(const Plan& plan, const Appearance& appearance, const Mixes& mixes,
                    const BeforeGlow& before_glow, const Ridges& ridges,
                    std::span<const Strokes> drawn, const Progress& progress) {
    if (appearance.bands.whole.area_mm2() <= 0.0) {
        return fail(ErrorCode::BadInput,
                    "There is nothing to paint: every part belongs to a light or lies hidden. Give "
                    "the lights fewer parts of their own.");
    }
    bool covered = false;
    for (std::size_t i = 0; i < mixes.rack.paints.size(); ++i) {
        covered = covered || covers(mixes.rack.paints[i], mixes.rack.films[i]);
    }
    if (!covered) {
        return fail(ErrorCode::BadInput,
                    "The rack holds no colours that cover: add paints under Colours, Rack.");
    }
    if (mixes.parts.size() != plan.parts.size()) return fail(ErrorCode::Cancelled, "Stopped.");
    const bool glows = !before_glow.parts.empty();
    const Appearance& before = glows ? before_glow.appearance : appearance;
    const BandEdges edges = bandEdgesOf(plan, before);
    const EdgeLines lines = edgeLinesOf(plan, before, ridges);
    WorkBasis basis{plan,  appearance, before, mixes, glows ? before_glow.parts : mixes.parts,
                    edges, lines};
    const Surface& surface = plan.figure->surface;
    for (const HueVeil& veil : plan.colours.veils) {
        basis.veil_parts.push_back(surface.parts[nearestVertex(surface, veil.point_mm)]);
    }

    if (drawn.size() == plan.lines.size()) basis.drawn = drawn;
    std::vector<bool> leading;  // lights whose glow is painted
    for (const auto& glow : mixes.glows) leading.push_back(glows && glow.has_value());
    tbb::parallel_invoke(
        [&] { basis.bare = bareGroundOf(basis); },
        [&] { basis.glow_lines = glowLinesOf(plan, appearance, ridges, leading); });

    auto ordered = stepsInOrder(basis, progress);
    if (!ordered) return tl::unexpected(ordered.error());
    std::vector<Step> steps = std::move(*ordered);

    Work work;
    if (auto moved = moveSteps(plan.steps.moved, steps); !moved) {
        return tl::unexpected(moved.error());
    }
    for (const BrokenRule& rule : brokenRules(steps)) work.broken.push_back(inWords(steps, rule));
    work.missing = missingPaints(plan, steps);
    work.steps = std::move(steps);
    work.uses = usesOf(plan, work.steps, mixes.rack);
    work.rack = mixes.rack;
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        work.standing.push_back({plan.parts[p].stands_in, plan.figure->surface.part_areas_mm2[p]});
    }
    work.lightness = before.values.lightness;
    work.lines = lines.stretches;
    work.glow_lines = basis.glow_lines;
    work.drawn.assign(basis.drawn.begin(), basis.drawn.end());
    work.line_dots_mm = lines.brightest_mm;
    work.dots_parts = lines.brightest_parts;
    for (const EdgePass& pass : lines.passes) work.line_widths_mm.push_back(pass.width_mm);
    return work;
}

double workMinutes(const Work& work) {
    double minutes = 0.0;
    for (const Step& step : work.steps) minutes += step.work_min * step.coats;
    return minutes;
}

}  // namespace glaukophos
