// Tables for skies and previews, rays for the rest.
#include "core/lighting/irradiance_of_plan.h"

#include <tbb/parallel_invoke.h>

#include <algorithm>
#include <array>
#include <limits>

#include "core/base/fingerprint.h"
#include "core/base/finite.h"
#include "core/base/parallel.h"

namespace glaukophos {
namespace {

// Receivers of the form that throw light back.
std::vector<bool> throwersOf(const Plan& plan, const Bounce& bounce) {
    const Figure& figure = *plan.figure;
    std::vector<bool> throwers(figure.form->points_mm.size(), false);
    for (std::size_t v = 0; v < figure.vertexCount(); ++v) {
        const PartIndex part = figure.surface.parts[v];
        const bool chosen = std::ranges::find(bounce.from_parts, part) != bounce.from_parts.end();
        if (chosen) throwers[figure.surface.whole_vertices[v]] = true;
    }
    for (std::size_t i = figure.form->whole.normals.size(); i < throwers.size(); ++i) {
        throwers[i] = bounce.from_floor;
    }
    return throwers;
}

// Irradiance on the floor so far away that no shadow reaches it. A sky's strength is just that; of
// lights near the figure, what is left at the corners of the lattice.
float openFloor(const Plan& plan, std::span<const float> direct) {
    const Form& form = *plan.figure->form;
    const std::vector<float> weights = lightWeights(plan);
    float open = 0.0F;
    bool near = false;
    for (std::size_t l = 0; l < weights.size(); ++l) {
        const LightKind& kind = plan.lights[l].kind;
        if (std::holds_alternative<Sky>(kind)) {
            open += weights[l];
        } else if (const auto* far = std::get_if<FarLight>(&kind)) {
            open += weights[l] * std::max(0.0F, towards(far->direction).z());
        } else {
            near = near || (weights[l] > 0.0F && isNear(kind));
        }
    }
    const auto side = static_cast<std::size_t>(form.floor.side);
    if (!near || side < 2) return open;
    const std::size_t first = form.whole.normals.size();
    float least = std::numeric_limits<float>::max();
    for (const std::size_t corner :
         {std::size_t{0}, side - 1, side * (side - 1), side * side - 1}) {
        least = std::min(least, direct[first + corner]);
    }
    return std::max(open, least);
}

std::vector<float> weightedSum(const std::vector<std::span<const float>>& lights,
                               std::span<const float> weights, std::size_t receivers) {
    std::vector<float> sum(receivers, 0.0F);
    forChunks(receivers, {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t l = 0; l < weights.size(); ++l) {
            if (weights[l] == 0.0F) continue;
            for (std::size_t i = begin; i < end; ++i) sum[i] += weights[l] * lights[l][i];
        }
    });
    return sum;
}

}  // namespace

void settleShadows(const Mesh& mesh, Arriving& found) {
    struct Sum {
        float seen = 0.0F;
        float count = 0.0F;
    };
    // Two halves side by side, always the same ones.
    std::array<std::vector<Sum>, 2> halves;
    const auto addHalf = [&](std::size_t half, std::size_t begin, std::size_t end) {
        std::vector<Sum>& sums = halves.at(half);
        sums.resize(mesh.positions_mm.size());
        for (const Triangle& t : std::span(mesh.triangles).subspan(begin, end - begin)) {
            for (std::size_t k = 0; k < 3; ++k) {
                const std::uint32_t from = t[k];
                if (found.open[from] <= 0.0F) continue;
                for (const std::uint32_t to : {t[(k + 1) % 3], t[(k + 2) % 3]}) {
                    if (to == from) continue;  // where a corner gave way to another
                    sums[to].seen += found.seen[from];
                    sums[to].count += 1.0F;
                }
            }
        }
    };
    const std::size_t middle = mesh.triangles.size() / 2;
    tbb::parallel_invoke([&] { addHalf(0, 0, middle); },
                         [&] { addHalf(1, middle, mesh.triangles.size()); });
    for (std::size_t v = 0; v < mesh.positions_mm.size(); ++v) {
        const float count = halves[0][v].count + halves[1][v].count;
        if (found.open[v] <= 0.0F || count <= 0.0F) continue;
        const float seen = halves[0][v].seen + halves[1][v].seen;
        found.seen[v] = 0.5F * found.seen[v] + 0.5F * seen / count;
    }
}

LitForm litAsItIs(const Figure& figure) {
    return {*figure.form, figure.form->receivers(), occludersOf(figure)};
}

LitForm litAsRaised(const Figure& figure, const RaisedForm& raised) {
    const Form& form = *figure.form;
    const Receivers receivers{raised.points_mm, raised.normals, form.receivers().offset_mm};
    if (raised.occluders == nullptr) return {form, receivers, occludersOf(figure)};
    return {form, receivers, {*raised.occluders, raised.mesh, figure.surface.labels}};
}

std::vector<float> lightWeights(const Plan& plan) {
    std::vector<float> weights;
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        weights.push_back(shines(plan, l) ? static_cast<float>(plan.lights[l].strength) : 0.0F);
    }
    return weights;
}

std::vector<float> paintedAreas(const Plan& plan, const Irradiance& irradiance) {
    const Surface& surface = plan.figure->surface;
    const std::vector<bool> is_source = sourceParts(plan);
    std::vector<float> areas = surface.areas_mm2;
    for (std::size_t v = 0; v < areas.size(); ++v) {
        const bool hidden = !irradiance.hidden.empty() && irradiance.hidden[v];
        if (hidden || is_source[surface.parts[v]]) areas[v] = 0.0F;
    }
    return areas;
}

std::vector<float> sumOfLights(const Irradiance& irradiance, std::span<const float> weights,
                               std::size_t receivers) {
    std::vector<std::span<const float>> lights;
    for (const std::vector<float>& light : irradiance.of_lights) lights.emplace_back(light);
    return weightedSum(lights, weights, receivers);
}

OverForm picturedLight(const Light& light, const LitForm& lit) {
    std::vector<float> falls(lit.receivers.count(), 0.0F);
    const std::vector<float>& pictured = lit.form.whole.pictured;
    // Where only some places are asked for, they are not known by their number.
    if (std::holds_alternative<Sky>(light.kind) && falls.size() >= pictured.size()) {
        std::ranges::copy(pictured, falls.begin());
    }
    return OverForm(std::move(falls));
}

OverForm irradianceOf(const Light& light, const LitForm& lit, const SkyTable& table,
                      Accuracy accuracy, const Progress& progress) {
    const auto* sky = std::get_if<Sky>(&light.kind);
    if (!lit.form.whole.pictured.empty()) return picturedLight(light, lit);
    if (sky != nullptr && (accuracy == Accuracy::Preview || isReadFromTable(light))) {
        if (table.rounds == 0) return OverForm(std::vector<float>(lit.receivers.count(), 0.0F));
        return OverForm(skyIrradiance(table, lit.receivers.normals, *sky));
    }
    if (accuracy == Accuracy::Preview && isBehindTheSky(light, lit.form.bounds, table)) {
        if (const auto* far = std::get_if<FarLight>(&light.kind)) {
            return OverForm(farPreview(table, lit.receivers.normals, *far));
        }
        return OverForm(lampPreview(table, lit.receivers, std::get<Lamp>(light.kind)));
    }
    Light of_strength_one = light;
    of_strength_one.strength = 1.0;
    Arriving found = arriving(of_strength_one, lit.receivers, lit.occluders, accuracy, progress);
    if (found.open.empty()) return {};
    // Where only some places are asked for, their neighbours are not known.
    if (lit.receivers.count() == lit.form.points_mm.size()) {
        settleShadows(lit.form.whole.mesh, found);
    }
    std::vector<float> irradiance = found.irradiance();
    requireFinite(irradiance, "irradiance of a light");
    return OverForm(std::move(irradiance));
}

bool isReadFromTable(const Light& light) {
    constexpr double kNarrow = 8.0;  // cos^8 is half as bright 24 degrees off the zenith
    const auto* sky = std::get_if<Sky>(&light.kind);
    if (sky == nullptr || !light.passed_parts.empty() || !light.own_parts.empty()) return false;
    return sky->kind != SkyKind::Zenithal || sky->sharpness <= kNarrow;
}

bool isBehindTheSky(const Light& light, const Bounds& bounds, const SkyTable& table) {
    if (table.rounds < kSkyRounds || !light.own_parts.empty() || !light.passed_parts.empty()) {
        return false;
    }
    if (std::holds_alternative<FarLight>(light.kind)) return true;
    const auto* lamp = std::get_if<Lamp>(&light.kind);
    if (lamp == nullptr) return false;
    return (lamp->centre_mm.array() > bounds.high.array()).any() ||
           (lamp->centre_mm.array() < bounds.low.array()).any();
}

bool throwsBack(const Light& light) { return std::holds_alternative<Bounce>(light.kind); }

BounceTable bounceTableOf(const Form& form, const Progress& progress) {
    return traceBounce(form.receivers(), {form.shown, form.whole.mesh, form.floor}, progress);
}

void addThrownBack(const Plan& plan, const BounceTable& table, FormIrradiance& irradiance) {
    const Form& form = *plan.figure->form;
    std::vector<float> weights = lightWeights(plan);
    std::vector<std::span<const float>> lights;
    for (std::size_t l = 0; l < weights.size(); ++l) {
        if (throwsBack(plan.lights[l])) weights[l] = 0.0F;
        lights.push_back(irradiance.of_lights[l]->values());
    }
    const std::vector<float> direct = weightedSum(lights, weights, form.points_mm.size());
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        const auto* bounce = std::get_if<Bounce>(&plan.lights[l].kind);
        if (bounce == nullptr) continue;
        const std::vector<bool> throwers = throwersOf(plan, *bounce);
        const float open_floor = bounce->from_floor ? openFloor(plan, direct) : 0.0F;
        irradiance.of_lights[l] =
            std::make_shared<const OverForm>(thrownBack(table, direct, throwers, open_floor));
    }
}

SkySeen skySeenBy(const LitForm& lit, const SkyTable& table) {
    const Form& form = lit.form;
    SkySeen seen;
    seen.visibility =
        OverForm(skyIrradiance(table, lit.receivers.normals, {SkyKind::Uniform, 0.0}));
    seen.key = fingerprint(seen.visibility.values());
    seen.hidden.assign(form.points_mm.size(), false);
    const float floor = form.bounds.low.z() + 1e-3F * form.bounds.size().z();
    for (std::size_t v = 0; v < form.whole.normals.size(); ++v) {
        const bool sees_nothing =
            std::ranges::all_of(table.bits[v], [](std::uint64_t word) { return word == 0; });
        const bool stands_on_it = form.points_mm[v].z() < floor && form.normals[v].z() < -0.3F;
        seen.hidden[v] = sees_nothing || stands_on_it;
    }
    return seen;
}

Irradiance spread(const Figure& figure, const FormIrradiance& irradiance) {
    Irradiance result;
    for (const auto& light : irradiance.of_lights) {
        result.of_lights.push_back(figure.spread(*light));
    }
    for (const OverForm& coat : irradiance.sprayed) result.sprayed.push_back(figure.spread(coat));
    if (irradiance.raised != nullptr) {
        result.normals.reserve(figure.vertexCount());
        for (const std::uint32_t v : figure.surface.whole_vertices) {
            result.normals.push_back(irradiance.raised->normals[v]);
        }
    }
    if (irradiance.sky == nullptr) return result;
    result.sky_visibility = figure.spread(irradiance.sky->visibility);
    result.sky_key = irradiance.sky->key;
    result.hidden.assign(figure.receiverCount(), false);
    for (std::size_t v = 0; v < figure.vertexCount(); ++v) {
        result.hidden[v] = irradiance.sky->hidden[figure.surface.whole_vertices[v]];
    }
    return result;
}

double restOfLight(const Plan& plan, const Irradiance& irradiance, std::size_t except) {
    const std::vector<float> areas = paintedAreas(plan, irradiance);
    std::vector<float> weights = lightWeights(plan);
    weights[except] = 0.0F;
    const std::vector<float> light = sumOfLights(irradiance, weights, areas.size());
    double area = 0.0;
    double flux = 0.0;
    for (std::size_t v = 0; v < areas.size(); ++v) {
        area += areas[v];
        flux += areas[v] * light[v];
    }
    return area > 0.0 ? flux / area : 0.0;
}

}  // namespace glaukophos
