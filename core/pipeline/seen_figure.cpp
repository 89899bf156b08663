// What is shown counts as it is in sums over the surface; of the rest one triangle in so many
// stands for all of them.
#include "core/pipeline/seen_figure.h"

#include <algorithm>

#include "core/light/glow_reach.h"
#include "core/lighting/aim.h"
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

    void add(std::size_t triangle, const std::vector<bool>& corners) {
        Triangle of = m_whole.mesh.triangles[triangle];
        const auto counts = [&](std::uint32_t corner) { return corners[corner]; };
        const std::uint32_t instead = *std::ranges::find_if(of, counts);
        for (std::uint32_t& corner : of) {
            if (!counts(corner)) corner = instead;
        }
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

// Round each near light, as it shines, the places that it can make as bright as the brightest while
// it is moved a little: its shadows move more than itself.
class BrightRounds {
  public:
    BrightRounds(const Plan& plan, double bright) {
        constexpr double kMove_mm = 3.0;
        constexpr double kSurely = 4.0;  // times as bright: most of what is nearer is turned away
        const std::vector<float> weights = lightWeights(plan);
        for (std::size_t l = 0; l < weights.size(); ++l) {
            const Light& light = plan.lights[l];
            const auto middle = middleOf(plan, light);
            if (!isNear(light.kind) || !middle || weights[l] <= 0.0F) continue;
            const double reach =
                reachOf(glowOf(plan, light), weights[l], kSurely * bright / justVisibleShare());
            m_rounds.push_back({*middle, static_cast<float>(reach + kMove_mm)});
        }
    }
    [[nodiscard]] bool hold(const Vec3& point_mm) const {
        return std::ranges::any_of(m_rounds, [&](const Round& round) {
            return (point_mm - round.middle_mm).squaredNorm() < round.radius_mm * round.radius_mm;
        });
    }

  private:
    struct Round {
        Vec3 middle_mm;
        float radius_mm;
    };
    std::vector<Round> m_rounds;
};

// Which of the triangles that are not shown stand for others.
class Sampling {
  public:
    Sampling(const Evaluated& last, std::size_t others)
        : m_others_sample(others),
          m_mesh(last.plan.figure->surface.mesh),
          m_light(last.appearance->values.light),
          m_bright(weightedQuantile(std::span(m_light).first(last.plan.figure->vertexCount()),
                                    paintedAreas(last.plan, last.appearance->irradiance),
                                    kBrightest)),
          m_rounds(last.plan, m_bright) {}

    // For how many, itself among them; 0: another stands for it. Asked in order.
    std::size_t standsFor(std::size_t triangle) {
        const std::uint32_t corner = m_mesh.triangles[triangle][0];
        const bool bright =
            m_light[corner] > m_bright || m_rounds.hold(m_mesh.positions_mm[corner]);
        std::size_t& before = bright ? m_bright_ones : m_others;
        const std::size_t many = bright ? kBrightSample : m_others_sample;
        return before++ % many == 0 ? many : 0;
    }

  private:
    std::size_t m_others_sample;
    const Mesh& m_mesh;
    const std::vector<float>& m_light;
    double m_bright;
    BrightRounds m_rounds;
    std::size_t m_bright_ones = 0;
    std::size_t m_others = 0;
};

// Of values at the receivers of the form.
template <class T>
std::vector<T> ofForm(std::span<const T> form, const SeenFigure& seen, std::size_t form_vertices) {
    std::vector<T> values;
    for (const std::uint32_t v : seen.figure->surface.whole_vertices) values.push_back(form[v]);
    const auto floor = form.subspan(form_vertices);
    values.insert(values.end(), floor.begin(), floor.end());
    return values;
}

}  // namespace

SeenFigure seenFigure(const Evaluated& last, const ShownSurface& shown, std::size_t others) {
    const Figure& whole = *last.plan.figure;
    SeenFigure seen;
    Choosing choosing(whole.surface, seen.vertices);
    seen.triangle_at.assign(shown.triangles.size(), kNotShown);
    std::uint32_t count = 0;
    Sampling sampling(last, others);
    for (std::size_t t = 0; t < shown.triangles.size(); ++t) {
        if (shown.triangles[t]) {
            choosing.add(t, shown.corners);
        } else {
            const std::size_t many = sampling.standsFor(t);
            if (many == 0) continue;
            choosing.addCorner(t, t % 3, many);
        }
        seen.triangle_at[t] = count++;
        seen.shown.resize(seen.vertices.size(), false);
        if (!shown.triangles[t]) continue;
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

}  // namespace glaukophos
