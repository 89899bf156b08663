// What is known from the last results is taken from there; the rest is light under the hand.
#include "core/pipeline/followed.h"

#include "core/lighting/glow_licences.h"
#include "core/pipeline/raised_traces.h"

namespace glaukophos {
namespace {

// Of values at the receivers of the whole figure: those of the chosen vertices and of the floor.
template <class T>
std::vector<T> gathered(const std::vector<T>& whole, const SeenFigure& seen,
                        std::size_t whole_vertices) {
    std::vector<T> values;
    if (whole.empty()) return values;
    values.reserve(seen.points_mm.size());
    for (const std::uint32_t v : seen.vertices) values.push_back(whole[v]);
    values.insert(values.end(), whole.begin() + static_cast<std::ptrdiff_t>(whole_vertices),
                  whole.end());
    return values;
}

}  // namespace

bool canFollow(const Plan& plan, const Evaluated& last) {
    const Traces& traces = *last.traces;
    return last.plan.figure->form == plan.figure->form &&
           last.plan.figure->labels == plan.figure->labels && traces.form == plan.figure->form &&
           traces.table->rounds == kSkyRounds && traces.lights.size() == plan.lights.size() &&
           last.appearance->irradiance.of_lights.size() == plan.lights.size() &&
           traces.volumes == plan.volumes && last.plan.parts.size() == plan.parts.size();
}

std::optional<Followed> followed(const Plan& plan, const Evaluated& last, const SeenFigure& seen,
                                 Accuracy accuracy, const Progress& progress,
                                 std::vector<RecentShadows>* recent, Finish finish) {
    if (!canFollow(plan, last)) return std::nullopt;
    const Traces& traces = *last.traces;
    const Irradiance& before = last.appearance->irradiance;
    const std::size_t vertices = plan.figure->vertexCount();
    const LitForm all = litBy(plan, traces);
    const LitForm lit{
        all.form, {seen.points_mm, seen.normals, all.receivers.offset_mm}, all.occluders};
    Followed result{plan, {}};
    result.plan.figure = seen.figure;
    Irradiance irradiance;
    irradiance.of_lights.resize(plan.lights.size());
    std::vector<std::size_t> by_rays;
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        const Light& light = plan.lights[l];
        std::vector<float>& values = irradiance.of_lights[l];
        // What a photograph shows does not follow a hand.
        if (throwsBack(light) || !all.form.whole.pictured.empty()) {
            values = gathered(before.of_lights[l], seen, vertices);
        } else if (traces.lights[l].irradiance != nullptr &&
                   isTracedFor(traces.lights[l], light, *plan.figure, traces.raised)) {
            values = seen.figure->spread(*traces.lights[l].irradiance);
        } else if (accuracy == Accuracy::Preview ? std::holds_alternative<Sky>(light.kind)
                                                 : isReadFromTable(light)) {
            const OverForm read = irradianceOf(light, lit, seen.table, accuracy, {});
            values.assign(read.values().begin(), read.values().end());
        } else {
            values.assign(seen.points_mm.size(), 0.0F);
            by_rays.push_back(l);
        }
    }
    const std::vector<float> weights = lightWeights(plan);
    if (recent != nullptr) recent->resize(plan.lights.size());
    for (const std::size_t l : by_rays) {
        const TracedLight& traced = traces.lights[l];
        const bool same = passesTheSame(traced, plan.lights[l], *plan.figure, traces.raised);
        Light unit = plan.lights[l];
        unit.strength = 1.0;
        const std::vector<float> others = sumOfLights(irradiance, weights, seen.points_mm.size());
        ShownPlaces places{lit, seen.figure->surface.mesh, seen.table, others};
        places.lit.occluders.past = same ? traced.past.get() : nullptr;
        irradiance.of_lights[l] =
            movingLight(unit, weights[l], places, accuracy,
                        recent != nullptr ? &(*recent)[l] : nullptr, progress);
        if (irradiance.of_lights[l].empty()) return std::nullopt;
    }
    irradiance.sky_visibility = gathered(before.sky_visibility, seen, vertices);
    irradiance.sky_key = before.sky_key;
    irradiance.hidden = gathered(before.hidden, seen, vertices);
    if (!before.normals.empty()) {
        irradiance.normals.assign(
            seen.normals.begin(),
            seen.normals.begin() + static_cast<std::ptrdiff_t>(seen.vertices.size()));
    }
    takeGlowLicences(result.plan, irradiance);
    result.appearance = appearanceOf(result.plan, std::move(irradiance), finish);
    return result;
}

}  // namespace glaukophos
