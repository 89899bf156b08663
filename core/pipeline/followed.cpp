// What is shown counts as it is in sums over the surface; of the rest one triangle in so many
// stands for all of them.
#include "core/pipeline/followed.h"

#include <algorithm>
#include <numeric>

#include "core/base/parallel.h"
#include "core/lighting/glow_licences.h"
#include "core/pipeline/raised_traces.h"
#include "core/value/tone.h"

namespace glaukophos {
namespace {

// The exposure hangs on the brightest places, which are few: more of them stand for themselves.
constexpr std::size_t kBrightSample = 4;
constexpr double kBrightest = 0.98;  // of the surface is darker
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

// Which of the triangles that are not shown stand for others.
class Sampling {
  public:
    Sampling(const Evaluated& last, std::size_t others)
        : m_others_sample(others),
          m_triangles(last.plan.figure->surface.mesh.triangles),
          m_light(last.appearance->values.light),
          m_bright(weightedQuantile(std::span(m_light).first(last.plan.figure->vertexCount()),
                                    paintedAreas(last.plan, last.appearance->irradiance),
                                    kBrightest)) {}

    // For how many, itself among them; 0: another stands for it. Asked in order.
    std::size_t standsFor(std::size_t triangle) {
        const bool bright = m_light[m_triangles[triangle][0]] > m_bright;
        std::size_t& before = bright ? m_bright_ones : m_others;
        const std::size_t many = bright ? kBrightSample : m_others_sample;
        return before++ % many == 0 ? many : 0;
    }

  private:
    std::size_t m_others_sample;
    const std::vector<Triangle>& m_triangles;
    const std::vector<float>& m_light;
    double m_bright;
    std::size_t m_bright_ones = 0;
    std::size_t m_others = 0;
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

// Of these receivers those at which a light of this weight, given at strength 1, can be told from
// the others at all, were nothing in its way.
std::vector<std::uint32_t> whereItMatters(const Light& unit, float weight, const LitForm& lit,
                                          std::span<const float> others,
                                          const std::vector<std::uint32_t>& receivers) {
    constexpr float kUnseen = 0.02F;  // of all light: less than a third of a step of L*
    // Of other kinds the open light costs as much as the rays.
    if (!std::holds_alternative<Lamp>(unit.kind)) return receivers;
    std::vector<char> matters(receivers.size(), 0);
    forChunks(receivers.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) {
            const std::uint32_t r = receivers[i];
            const double open = openIrradiance(unit, lit.occluders, lit.receivers.points_mm[r],
                                               lit.receivers.normals[r]);
            if (weight * static_cast<float>(open) > kUnseen * others[r]) matters[i] = 1;
        }
    });
    std::vector<std::uint32_t> places;
    for (std::size_t i = 0; i < receivers.size(); ++i) {
        if (matters[i] != 0) places.push_back(receivers[i]);
    }
    return places;
}

// All chosen vertices, then every point of the floor, or every other each way.
std::vector<std::uint32_t> chosenReceivers(std::size_t vertices, std::size_t side,
                                           Accuracy accuracy) {
    std::vector<std::uint32_t> receivers(vertices);
    std::iota(receivers.begin(), receivers.end(), 0U);
    const std::size_t every = accuracy == Accuracy::Preview ? 2 : 1;
    for (std::size_t row = 0; row < side; row += every) {
        for (std::size_t column = 0; column < side; column += every) {
            receivers.push_back(static_cast<std::uint32_t>(vertices + row * side + column));
        }
    }
    return receivers;
}

// Of a floor known at every other point each way: those between are the mean of their neighbours.
void fillFloor(std::span<float> values, std::size_t side) {
    const std::size_t last = side - 1 - (side - 1) % 2;  // that is known
    for (std::size_t row = 0; row < side; ++row) {
        for (std::size_t column = 0; column < side; ++column) {
            if (row % 2 == 0 && column % 2 == 0) continue;
            const std::size_t up = row - row % 2;
            const std::size_t left = column - column % 2;
            const std::size_t down = std::min(row + row % 2, last);
            const std::size_t right = std::min(column + column % 2, last);
            values[row * side + column] =
                0.25F * (values[up * side + left] + values[up * side + right] +
                         values[down * side + left] + values[down * side + right]);
        }
    }
}

// Few rays make half-shadows grainy. Averages what each of the first `count` receivers sees with
// those beside it in the list that are near and turned alike: they run along a curve over the form.
void smoothAlong(const Receivers& receivers, std::size_t count, Arriving& found) {
    constexpr float kNear_mm = 1.2F;
    constexpr float kAlike = 0.8F;  // cosine between normals
    constexpr std::ptrdiff_t kReach = 2;
    const std::vector<float> seen = found.seen;
    for (std::size_t i = 0; i < count; ++i) {
        if (found.open[i] <= 0.0F) continue;
        float sum = 0.0F;
        float weights = 0.0F;
        for (std::ptrdiff_t step = -kReach; step <= kReach; ++step) {
            const std::ptrdiff_t at = static_cast<std::ptrdiff_t>(i) + step;
            if (at < 0 || at >= static_cast<std::ptrdiff_t>(count)) continue;
            const auto k = static_cast<std::size_t>(at);
            const bool is_near =
                (receivers.points_mm[k] - receivers.points_mm[i]).norm() < kNear_mm &&
                receivers.normals[k].dot(receivers.normals[i]) > kAlike;
            if (!is_near || found.open[k] <= 0.0F) continue;
            const auto weight = static_cast<float>(kReach + 1 - std::abs(step));
            sum += weight * seen[k];
            weights += weight;
        }
        found.seen[i] = sum / weights;  // its own counts
    }
}

// A light of this weight, given at strength 1, traced where it matters; `others` is what the
// vertices of the mesh, which the receivers begin with, get of all other lights. Empty when
// stopped.
std::vector<float> tracedThere(const Light& unit, float weight, const LitForm& lit,
                               const Mesh& mesh, std::span<const float> others, Accuracy accuracy,
                               const Progress& progress) {
    const std::size_t vertices = mesh.positions_mm.size();
    const auto side = static_cast<std::size_t>(lit.form.floor.side);
    const std::vector<std::uint32_t> places =
        whereItMatters(unit, weight, lit, others, chosenReceivers(vertices, side, accuracy));
    std::vector<Vec3> points;
    std::vector<Vec3> normals;
    for (const std::uint32_t r : places) {
        points.push_back(lit.receivers.points_mm[r]);
        normals.push_back(lit.receivers.normals[r]);
    }
    const Receivers fewer{points, normals, lit.receivers.offset_mm};
    Arriving found = arriving(unit, fewer, lit.occluders, accuracy, progress);
    if (found.open.size() != places.size()) return {};
    const auto on_floor = std::ranges::lower_bound(places, vertices);
    if (accuracy == Accuracy::Preview) {
        smoothAlong(fewer, static_cast<std::size_t>(on_floor - places.begin()), found);
    }
    const std::size_t count = lit.receivers.count();
    Arriving there{std::vector<float>(count, 0.0F), std::vector<float>(count, 0.0F)};
    for (std::size_t i = 0; i < places.size(); ++i) {
        there.open[places[i]] = found.open[i];
        there.seen[places[i]] = found.seen[i];
    }
    if (accuracy != Accuracy::Preview) settleShadows(mesh, there);
    std::vector<float> values = there.irradiance();
    if (accuracy == Accuracy::Preview) fillFloor(std::span(values).subspan(vertices), side);
    return values;
}

}  // namespace

SeenFigure seenFigure(const Evaluated& last, const std::vector<Shown>& shown, std::size_t others) {
    const Figure& whole = *last.plan.figure;
    SeenFigure seen;
    Choosing choosing(whole.surface, seen.vertices);
    seen.triangle_at.assign(shown.size(), kNotShown);
    std::uint32_t count = 0;
    Sampling sampling(last, others);
    for (std::size_t t = 0; t < shown.size(); ++t) {
        if (shown[t] == Shown::No) {
            const std::size_t many = sampling.standsFor(t);
            if (many == 0) continue;
            choosing.addCorner(t, t % 3, many);
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

std::optional<Followed> followed(const Plan& plan, const Evaluated& last, const SeenFigure& seen,
                                 Accuracy accuracy, const Progress& progress) {
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
        } else if (accuracy == Accuracy::Preview ? previewIsLookedUp(light, lit, seen.table)
                                                 : isReadFromTable(light)) {
            const OverForm read = irradianceOf(light, lit, seen.table, accuracy, {});
            values.assign(read.values().begin(), read.values().end());
        } else {
            values.assign(seen.points_mm.size(), 0.0F);
            by_rays.push_back(l);
        }
    }
    const std::vector<float> weights = lightWeights(plan);
    for (const std::size_t l : by_rays) {
        const TracedLight& traced = traces.lights[l];
        const bool same = passesTheSame(traced, plan.lights[l], *plan.figure, traces.raised);
        LitForm from = lit;
        from.occluders.past = same ? traced.past.get() : nullptr;
        Light unit = plan.lights[l];
        unit.strength = 1.0;
        const std::vector<float> others = sumOfLights(irradiance, weights, seen.points_mm.size());
        irradiance.of_lights[l] = tracedThere(unit, weights[l], from, seen.figure->surface.mesh,
                                              others, accuracy, progress);
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
    result.appearance = appearanceOf(result.plan, std::move(irradiance), Finish::Quick);
    return result;
}

}  // namespace glaukophos
