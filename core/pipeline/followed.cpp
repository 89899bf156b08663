// What is shown counts as it is in sums over the surface; of the rest one triangle in so many
// stands for all of them.
#include "core/pipeline/followed.h"

#include "core/lighting/glow_licences.h"
#include "core/pipeline/raised_traces.h"

namespace glaukophos {
namespace {

constexpr std::size_t kSample = 48;
constexpr std::uint32_t kNotShown = 0xFFFFFFFFU;

// Adds what is wanted of a surface to another, vertices in the order they are met.
class Choosing {
  public:
    Choosing(const Surface& whole, std::vector<std::uint32_t>& vertices)
        : m_whole(whole), m_vertices(vertices), m_place(whole.parts.size(), kNotShown) {
        m_chosen.part_areas_mm2 = whole.part_areas_mm2;
        m_chosen.longest_edge_mm = whole.longest_edge_mm;
    }

    void add(std::size_t triangle) {
        const Triangle& of = m_whole.mesh.triangles[triangle];
        addAs({placeOf(of[0]), placeOf(of[1]), placeOf(of[2])}, triangle, 1);
    }

    // One corner stands for the whole of so many.
    void addCorner(std::size_t triangle, std::size_t corner, std::size_t many) {
        const std::uint32_t place = placeOf(m_whole.mesh.triangles[triangle].at(corner));
        addAs({place, place, place}, triangle, many);
    }

    [[nodiscard]] const Triangle& last() const { return m_chosen.mesh.triangles.back(); }

    Surface take() {
        m_chosen.links = linksOf(m_chosen.parts.size(), m_chosen.mesh.triangles);
        return std::move(m_chosen);
    }

  private:
    void addAs(const Triangle& corners, std::size_t triangle, std::size_t many) {
        const float area = static_cast<float>(many) * m_whole.triangle_areas_mm2[triangle];
        for (const std::uint32_t corner : corners) m_chosen.areas_mm2[corner] += area / 3.0F;
        m_chosen.mesh.triangles.push_back(corners);
        m_chosen.labels.push_back(m_whole.labels[triangle]);
        m_chosen.triangle_areas_mm2.push_back(area);
    }

    std::uint32_t placeOf(std::uint32_t vertex) {
        if (m_place[vertex] != kNotShown) return m_place[vertex];
        m_place[vertex] = static_cast<std::uint32_t>(m_vertices.size());
        m_vertices.push_back(vertex);
        m_chosen.mesh.positions_mm.push_back(m_whole.mesh.positions_mm[vertex]);
        m_chosen.normals.push_back(m_whole.normals[vertex]);
        m_chosen.areas_mm2.push_back(0.0F);
        m_chosen.parts.push_back(m_whole.parts[vertex]);
        m_chosen.whole_vertices.push_back(m_whole.whole_vertices[vertex]);
        return m_place[vertex];
    }

    const Surface& m_whole;
    std::vector<std::uint32_t>& m_vertices;
    std::vector<std::uint32_t> m_place;
    Surface m_chosen;
};

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

// Of values at the receivers of the form.
template <class T>
std::vector<T> ofForm(std::span<const T> form, const SeenFigure& seen, std::size_t form_vertices) {
    std::vector<T> values;
    for (const std::uint32_t v : seen.figure->surface.whole_vertices) values.push_back(form[v]);
    const auto floor = form.subspan(form_vertices);
    values.insert(values.end(), floor.begin(), floor.end());
    return values;
}

// A light traced for the vertices and every other point of the floor each way; those between are
// the mean of their neighbours.
std::vector<float> tracedRoughly(const Light& light, const LitForm& lit, const RayScene* past,
                                 const SeenFigure& seen) {
    const std::size_t vertices = seen.vertices.size();
    const auto side = static_cast<std::size_t>(lit.form.floor.side);
    const std::size_t rough = (side + 1) / 2;
    std::vector<Vec3> points(seen.points_mm.begin(),
                             seen.points_mm.begin() + static_cast<std::ptrdiff_t>(vertices));
    std::vector<Vec3> normals(seen.normals.begin(),
                              seen.normals.begin() + static_cast<std::ptrdiff_t>(vertices));
    for (std::size_t row = 0; row < side; row += 2) {
        for (std::size_t column = 0; column < side; column += 2) {
            points.push_back(seen.points_mm[vertices + row * side + column]);
            normals.push_back(seen.normals[vertices + row * side + column]);
        }
    }
    LitForm fewer(lit.form, {points, normals, lit.receivers.offset_mm}, lit.occluders);
    fewer.occluders.past = past;
    const OverForm traced = irradianceOf(light, fewer, {}, Accuracy::Preview, {});
    const std::span<const float> floor = traced.values().subspan(vertices);
    std::vector<float> values(traced.values().begin(),
                              traced.values().begin() + static_cast<std::ptrdiff_t>(vertices));
    values.reserve(seen.points_mm.size());
    const auto after = [&](std::size_t place) {
        return std::min(place / 2 + place % 2, rough - 1);
    };
    for (std::size_t row = 0; row < side; ++row) {
        for (std::size_t column = 0; column < side; ++column) {
            const std::size_t up = row / 2 * rough;
            const std::size_t down = after(row) * rough;
            values.push_back(0.25F * (floor[up + column / 2] + floor[up + after(column)] +
                                      floor[down + column / 2] + floor[down + after(column)]));
        }
    }
    return values;
}

}  // namespace

SeenFigure seenFigure(const Evaluated& last, const std::vector<Shown>& shown) {
    const Figure& whole = *last.plan.figure;
    SeenFigure seen;
    Choosing choosing(whole.surface, seen.vertices);
    seen.triangle_at.assign(shown.size(), kNotShown);
    std::uint32_t count = 0;
    std::size_t hidden = 0;
    for (std::size_t t = 0; t < shown.size(); ++t) {
        if (shown[t] == Shown::No) {
            if (hidden++ % kSample != 0) continue;
            choosing.addCorner(t, t % 3, kSample);
        } else if (shown[t] == Shown::Whole) {
            choosing.add(t);
        } else {
            choosing.addCorner(t, static_cast<std::size_t>(shown[t]), 1);
        }
        seen.triangle_at[t] = count++;
        seen.shown.resize(seen.vertices.size(), false);
        if (shown[t] == Shown::No) continue;
        for (const std::uint32_t corner : choosing.last()) seen.shown[corner] = true;
    }
    auto figure = std::make_shared<Figure>();
    figure->form = whole.form;
    figure->labels = whole.labels;
    figure->surface = choosing.take();
    figure->kept = std::make_shared<KeptFields>(whole.kept, seen.vertices, whole.vertexCount());
    seen.figure = std::move(figure);
    const LitForm lit = litBy(last.plan, *last.traces);
    const std::size_t vertices = whole.form->whole.normals.size();
    seen.points_mm = ofForm(lit.receivers.points_mm, seen, vertices);
    seen.normals = ofForm(lit.receivers.normals, seen, vertices);
    const SkyTable& table = skyOver(*last.traces);
    if (table.rounds == 0) return seen;
    seen.table.rounds = table.rounds;
    seen.table.bits = ofForm(std::span<const SkyBits>(table.bits), seen, vertices);
    return seen;
}

bool canFollow(const Plan& plan, const Evaluated& last) {
    const Traces& traces = *last.traces;
    return last.plan.figure->form == plan.figure->form &&
           last.plan.figure->labels == plan.figure->labels && traces.form == plan.figure->form &&
           traces.table->rounds == kSkyRounds && traces.lights.size() == plan.lights.size() &&
           last.appearance->irradiance.of_lights.size() == plan.lights.size() &&
           traces.volumes == plan.volumes && last.plan.parts.size() == plan.parts.size();
}

std::optional<Followed> followed(const Plan& plan, const Evaluated& last, const SeenFigure& seen) {
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
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        const Light& light = plan.lights[l];
        if (throwsBack(light)) {
            irradiance.of_lights.push_back(gathered(before.of_lights[l], seen, vertices));
        } else if (traces.lights[l].irradiance != nullptr &&
                   isTracedFor(traces.lights[l], light, *plan.figure, traces.raised)) {
            irradiance.of_lights.push_back(seen.figure->spread(*traces.lights[l].irradiance));
        } else if (previewIsLookedUp(light, lit, seen.table)) {
            const OverForm read = irradianceOf(light, lit, seen.table, Accuracy::Preview, {});
            irradiance.of_lights.emplace_back(read.values().begin(), read.values().end());
        } else {
            const TracedLight& traced = traces.lights[l];
            const bool same = passesTheSame(traced, light, *plan.figure, traces.raised);
            irradiance.of_lights.push_back(
                tracedRoughly(light, lit, same ? traced.past.get() : nullptr, seen));
        }
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
    result.appearance = appearanceOf(result.plan, std::move(irradiance), Finish::Quick);
    return result;
}

}  // namespace glaukophos
