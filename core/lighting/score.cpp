// One pass over a sample of the surface for each direction; visibility comes from the table.
#include "core/lighting/score.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"
#include "core/base/words.h"

namespace glaukophos {
namespace {

constexpr std::size_t kSamples = 6000;       // over the whole figure
constexpr std::size_t kFocusSamples = 2500;  // over the focus, which may be small
constexpr double kLargePart = 0.04;          // share of the area from which a part counts as large
constexpr float kNoticed_LStar = 14.0F;      // spread over the focus that reads well
constexpr float kModelled_LStar = 18.0F;     // spread over a large part that reads as form

struct Sample {
    Vec3 normal;
    SkyBits sky;
    float area = 0.0F;
    float others = 0.0F;  // light of all other lights
    bool in_focus = false;
    std::size_t part = 0;
};

// A light the far light must be told apart from.
struct Rival {
    std::vector<float> light;  // one entry a sample
    double total = 0.0;        // area times light
    float alike = 1.0F;        // 1 the same hue, 0 opposite ones
};

// Chroma plane distance at which hues are plainly different (common practice, no source).
constexpr double kPlainlyDifferent = 60.0;

float likeness(const Light& a, const Light& b) {
    const auto lab = [](const Light& light) {
        return labFrom(xyzFrom(displayColourOf(light.colour)));
    };
    const double apart = std::hypot(lab(a).a - lab(b).a, lab(a).b - lab(b).b);
    return static_cast<float>(1.0 - std::min(1.0, apart / kPlainlyDifferent));
}

bool canBeRival(const LightKind& kind) {
    return !std::holds_alternative<Sky>(kind) && !std::holds_alternative<Bounce>(kind) &&
           !std::holds_alternative<Spray>(kind);
}

// Sums over one part, or over everything.
struct Tally {
    double area = 0.0;
    double lightness = 0.0;
    double squares = 0.0;
    double top = 0.0;
    double facing = 0.0;
    double blocked = 0.0;

    void add(double sample_area, double sample_lightness) {
        area += sample_area;
        lightness += sample_area * sample_lightness;
        squares += sample_area * sample_lightness * sample_lightness;
    }
    void add(const Tally& other) {
        area += other.area;
        lightness += other.lightness;
        squares += other.squares;
        top += other.top;
        facing += other.facing;
        blocked += other.blocked;
    }
    [[nodiscard]] float spread() const {
        if (area <= 0.0) return 0.0F;
        const double mean = lightness / area;
        return static_cast<float>(std::sqrt(std::max(0.0, squares / area - mean * mean)));
    }
};

struct Scene {
    std::vector<Sample> samples;
    std::vector<Rival> rivals;
    std::vector<bool> in_focus;  // parts
    std::vector<bool> is_large;  // parts
    bool has_focus = false;
    float strength = 1.0F;
    float top = 1.0F;  // light painted at the top: what faces the far light, and half the rest
    std::size_t parts = 0;
};

// What faces the front arc, from where figures are looked at; the figure faces -y.
bool isSeenFromFront(const Vec3& normal) { return normal.y() < 0.2F; }

void addSamples(const Plan& plan, const SkyTable& table, const Irradiance& irradiance, bool focus,
                const std::vector<float>& others, Scene& scene,
                std::vector<std::size_t>& vertices) {
    const Surface& surface = plan.figure->surface;
    const std::vector<bool> sources = sourceParts(plan);
    std::vector<std::size_t> chosen;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        const bool hidden = !irradiance.hidden.empty() && irradiance.hidden[v];
        if (hidden || sources[surface.parts[v]]) continue;
        if (scene.in_focus[surface.parts[v]] == focus) chosen.push_back(v);
    }
    const std::size_t wanted = focus ? kFocusSamples : kSamples;
    const std::size_t step = std::max<std::size_t>(1, chosen.size() / wanted);
    for (std::size_t i = step / 2; i < chosen.size(); i += step) {
        const std::size_t v = chosen[i];
        scene.samples.push_back({surface.normals[v], table.bits[surface.whole_vertices[v]],
                                 static_cast<float>(step) * surface.areas_mm2[v], others[v],
                                 focus && isSeenFromFront(surface.normals[v]), surface.parts[v]});
        vertices.push_back(v);
    }
}

void markParts(const Plan& plan, Scene& scene) {
    scene.parts = plan.parts.size();
    scene.in_focus.resize(scene.parts);
    scene.is_large.resize(scene.parts);
    double area = 0.0;
    for (const double part : plan.figure->surface.part_areas_mm2) area += part;
    for (std::size_t p = 0; p < scene.parts; ++p) {
        scene.in_focus[p] = plan.parts[p].focus == Focus::Main;
        scene.has_focus = scene.has_focus || scene.in_focus[p];
        scene.is_large[p] = plan.figure->surface.part_areas_mm2[p] > kLargePart * area;
    }
    if (!scene.has_focus) scene.in_focus.assign(scene.parts, true);
}

Scene sceneOf(const Plan& plan, const SkyTable& table, const Irradiance& irradiance,
              std::size_t light) {
    Scene scene;
    markParts(plan, scene);
    std::vector<float> weights = lightWeights(plan);
    weights[light] = 0.0F;
    const std::size_t vertices = plan.figure->vertexCount();
    std::vector<float> others(vertices, 0.0F);
    for (std::size_t l = 0; l < weights.size(); ++l) {
        if (weights[l] == 0.0F) continue;
        for (std::size_t v = 0; v < vertices; ++v) {
            others[v] += weights[l] * irradiance.of_lights[l][v];
        }
    }
    std::vector<std::size_t> chosen;
    addSamples(plan, table, irradiance, false, others, scene, chosen);
    addSamples(plan, table, irradiance, true, others, scene, chosen);
    for (std::size_t l = 0; l < weights.size(); ++l) {
        if (weights[l] == 0.0F || !canBeRival(plan.lights[l].kind)) continue;
        Rival rival;
        rival.alike = likeness(plan.lights[light], plan.lights[l]);
        for (std::size_t s = 0; s < chosen.size(); ++s) {
            rival.light.push_back(weights[l] * irradiance.of_lights[l][chosen[s]]);
            rival.total += scene.samples[s].area * rival.light.back();
        }
        scene.rivals.push_back(std::move(rival));
    }
    scene.strength = static_cast<float>(std::max(0.05, plan.lights[light].strength));
    double area = 0.0;
    double rest = 0.0;
    for (const Sample& sample : scene.samples) {
        area += sample.area;
        rest += sample.area * std::min(sample.others, scene.strength);
    }
    scene.top = scene.strength + static_cast<float>(area > 0.0 ? rest / area : 0.0);
    return scene;
}

// A fifth to a half is right; none, or nearly all, is wrong.
float darkMerit(float share) {
    if (share < 0.2F) return share / 0.2F;
    return std::clamp(1.0F - (share - 0.5F) / 0.4F, 0.0F, 1.0F);
}

// Full between 25 and 65 degrees up, less towards the horizon and the zenith, none from below
// (common practice, no source).
float heightMerit(const Vec3& way) {
    const auto height = static_cast<float>(degrees(std::asin(std::clamp(way.z(), -1.0F, 1.0F))));
    if (height < 25.0F) return std::clamp((height + 5.0F) / 30.0F, 0.0F, 1.0F);
    return std::clamp(1.0F - (height - 65.0F) / 50.0F, 0.0F, 1.0F);
}

class Judge {
  public:
    Judge(const Scene& scene, const Plan& plan)
        : m_scene(scene),
          m_borders(
              equalSteps(static_cast<std::size_t>(plan.values.bands.count), plan.values.paint)),
          m_tone(
              Tone{1.0, plan.values.contrast, plan.values.paint.darkest, plan.values.paint.top()}),
          m_weights(plan.merit_weights) {}

    [[nodiscard]] DirectionScore score(std::size_t direction) const {
        const Vec3& way = skyDirections()[direction];
        std::vector<Tally> parts(m_scene.parts);
        std::vector<Tally> focus(m_scene.parts);  // what is seen of them from the front
        std::vector<double> shared(m_scene.rivals.size(), 0.0);
        double dark = 0.0;
        double area = 0.0;
        double mine = 0.0;
        for (std::size_t s = 0; s < m_scene.samples.size(); ++s) {
            const Sample& sample = m_scene.samples[s];
            const float facing = std::max(0.0F, sample.normal.dot(way));
            const bool seen = sees(sample.sky, direction);
            const float light = seen ? m_scene.strength * facing : 0.0F;
            const float lightness = m_tone.lightness((light + sample.others) / m_scene.top);
            parts[sample.part].add(sample.area, lightness);
            if (sample.in_focus) {
                Tally& part = focus[sample.part];
                part.add(sample.area, lightness);
                if (lightness >= m_borders[m_borders.size() - 2]) part.top += sample.area;
                if (facing > 0.15F) part.facing += sample.area * facing;
                if (facing > 0.15F && !seen) part.blocked += sample.area * facing;
            }
            area += sample.area;
            if (lightness < m_borders[0]) dark += sample.area;
            mine += sample.area * light;
            for (std::size_t r = 0; r < shared.size(); ++r) {
                shared[r] += sample.area * std::min(light, m_scene.rivals[r].light[s]);
            }
        }
        DirectionScore score;
        score.left_dark = static_cast<float>(area > 0.0 ? dark / area : 0.0);
        judgeParts(parts, focus, score);
        judgeRivals(shared, mine, score);
        score.merits[static_cast<std::size_t>(Merit::SomeDark)] = darkMerit(score.left_dark);
        score.merits[static_cast<std::size_t>(Merit::FromAbove)] = heightMerit(way);
        score.total = weighted(score);
        return score;
    }

  private:
    void judgeParts(const std::vector<Tally>& parts, const std::vector<Tally>& in_focus,
                    DirectionScore& score) const {
        double relief = 0.0;
        double relief_area = 0.0;
        Tally focus;
        float worst = 1.0F;  // one direction has to serve every part in focus
        for (std::size_t p = 0; p < parts.size(); ++p) {
            const Tally& part = parts[p];
            if (part.area <= 0.0) continue;
            if (m_scene.is_large[p]) {
                relief += part.area * std::min(1.0F, part.spread() / kModelled_LStar);
                relief_area += part.area;
            }
            if (in_focus[p].area <= 0.0) continue;
            focus.add(in_focus[p]);
            if (m_scene.has_focus) worst = std::min(worst, readable(in_focus[p]));
        }
        if (!m_scene.has_focus) worst = readable(focus);
        score.focus_spread = focus.spread();
        score.focus_in_top_bands =
            static_cast<float>(focus.area > 0.0 ? focus.top / focus.area : 0.0);
        score.focus_blocked =
            static_cast<float>(focus.facing > 0.0 ? focus.blocked / focus.facing : 0.0);
        score.merits[static_cast<std::size_t>(Merit::FocusLit)] = worst;
        score.merits[static_cast<std::size_t>(Merit::FocusClear)] = 1.0F - score.focus_blocked;
        score.merits[static_cast<std::size_t>(Merit::Relief)] =
            static_cast<float>(relief_area > 0.0 ? relief / relief_area : 0.0);
    }

    static float readable(const Tally& part) {
        if (part.area <= 0.0) return 0.0F;
        const auto top = static_cast<float>(part.top / part.area);
        const float contrast = std::min(1.0F, part.spread() / kNoticed_LStar);
        return std::min(1.0F, top / 0.35F) * (0.4F + 0.6F * contrast);
    }

    void judgeRivals(const std::vector<double>& shared, double mine, DirectionScore& score) const {
        float apart = 1.0F;
        for (std::size_t r = 0; r < shared.size(); ++r) {
            const double smaller = std::min(mine, m_scene.rivals[r].total);
            if (smaller <= 0.0) continue;
            const auto overlap = static_cast<float>(shared[r] / smaller);
            score.overlap = std::max(score.overlap, overlap);
            apart = std::min(apart, 1.0F - overlap * (0.5F + 0.5F * m_scene.rivals[r].alike));
        }
        score.merits[static_cast<std::size_t>(Merit::Apart)] = apart;
    }

    [[nodiscard]] float weighted(const DirectionScore& score) const {
        double sum = 0.0;
        double total = 0.0;
        for (std::size_t m = 0; m < kMeritCount; ++m) {
            const bool idle = m == static_cast<std::size_t>(Merit::Apart) && m_scene.rivals.empty();
            if (idle) continue;
            sum += m_weights[m] * score.merits[m];
            total += m_weights[m];
        }
        return static_cast<float>(total > 0.0 ? sum / total : 0.0);
    }

    const Scene& m_scene;
    BandBorders m_borders;
    ToneTable m_tone;
    MeritWeights m_weights;
};

}  // namespace

ScoreMap scoreDirections(const Plan& plan, const SkyTable& table, const Irradiance& irradiance,
                         std::size_t light) {
    const Scene scene = sceneOf(plan, table, irradiance, light);
    const Judge judge(scene, plan);
    ScoreMap map;
    map.has_focus = scene.has_focus;
    map.has_others = !scene.rivals.empty();
    map.scores.resize(kSkyDirections);
    tbb::parallel_for(std::size_t{0}, map.scores.size(),
                      [&](std::size_t d) { map.scores[d] = judge.score(d); });
    return map;
}

float scoreAt(const ScoreMap& map, const Vec3& direction) {
    float sum = 0.0F;
    for (const WeightedDirection& near : directionsAround(direction)) {
        sum += near.weight * map.scores[near.index].total;
    }
    return sum;
}

std::vector<Proposal> bestDirections(const Plan& plan, const ScoreMap& map, std::size_t count) {
    const std::vector<Vec3>& directions = skyDirections();
    const auto worth = [&](std::size_t d) { return map.scores[d].total; };
    std::vector<std::size_t> order(directions.size());
    for (std::size_t d = 0; d < order.size(); ++d) order[d] = d;
    std::ranges::stable_sort(order, std::greater<>{}, worth);
    const float apart = std::cos(static_cast<float>(radians(40.0)));
    std::vector<Proposal> proposals;
    std::vector<Vec3> taken;
    for (const std::size_t d : order) {
        if (proposals.size() == count) break;
        const bool crowded = std::ranges::any_of(
            taken, [&](const Vec3& other) { return other.dot(directions[d]) > apart; });
        if (crowded) continue;
        taken.push_back(directions[d]);
        ClockDirection clock = clockFrom(directions[d]);
        clock.hour = std::round(4.0 * clock.hour) / 4.0;
        if (clock.hour >= 12.0) clock.hour = 0.0;
        clock.height_deg = std::round(clock.height_deg);
        proposals.push_back({clock, map.scores[d], inWords(plan, map, map.scores[d])});
    }
    return proposals;
}

std::string inWords(const Plan& plan, const ScoreMap& map, const DirectionScore& score) {
    std::string focus;
    for (const Part& part : plan.parts) {
        if (part.focus != Focus::Main) continue;
        focus += focus.empty() ? part.name : " and " + part.name;
    }
    if (!map.has_focus || focus.empty()) focus = "Whole front";
    const auto percent = [](float share) { return std::lround(100.0F * share); };
    focus = capitalised(focus);
    std::string text =
        fmt::format("{}: {} % in its two lightest steps", focus, percent(score.focus_in_top_bands));
    text += score.focus_blocked < 0.05F
                ? ", no shadow across it"
                : fmt::format(", a shadow across {} % of it", percent(score.focus_blocked));
    text += fmt::format("; {} % of the surface stays deep", percent(score.left_dark));
    if (map.has_others) {
        text += score.overlap < 0.05F
                    ? "; apart from the other lights"
                    : fmt::format("; {} % shared with another light", percent(score.overlap));
    }
    return text;
}

}  // namespace glaukophos
