// Thicknesses are rounded to steps that the eye cannot tell, so that few layerings are worked out.
#include "core/painted/underpaint.h"

#include <algorithm>
#include <cmath>
#include <unordered_map>

#include "core/colour/colour_difference.h"
#include "core/painted/filter_share.h"

namespace glaukophos {
namespace {

constexpr int kLevels = 96;        // of thickness
constexpr double kThickest = 2.0;  // full coats, the last level

struct Layers {
    std::vector<std::size_t> which;                 // of the plan's sprays: those before all parts
    std::vector<PaintFilm> coats;                   // one entry each
    std::vector<std::optional<PaintFilm>> filters;  // one entry a part
    Reflectance primer;
};

Layers layersOf(const Plan& plan) {
    Layers layers;
    for (std::size_t c = 0; c < plan.under.coats.size(); ++c) {
        const UnderCoat& coat = plan.under.coats[c];
        if (coat.when != SprayTime::Before) continue;
        layers.which.push_back(c);
        layers.coats.push_back(filmNamed(plan, coat.paint).value_or(PaintFilm{}));
    }
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        layers.filters.push_back(filmNamed(plan, filterOf(plan, p)));
    }
    layers.primer = reflectanceOf(plan.mixing.primer);
    return layers;
}

// Finer where it is thin: a little opaque paint shows at once.
int levelOf(double x) {
    const double share = std::sqrt(std::clamp(x / kThickest, 0.0, 1.0));
    return static_cast<int>(std::lround(share * kLevels));
}

double thicknessOf(int level) {
    const double share = static_cast<double>(level) / kLevels;
    return kThickest * share * share;
}

Xyz layered(const Layers& layers, std::span<const int> levels, std::size_t part) {
    Reflectance ground = layers.primer;
    for (std::size_t c = 0; c < layers.coats.size(); ++c) {
        ground = over(layers.coats[c], thicknessOf(levels[c]), ground);
    }
    if (layers.filters[part]) {
        ground = over(*layers.filters[part], thicknessOf(levels.back()), ground);
    }
    return reflected(daylight(), ground);
}

}  // namespace

const Paint* paintNamed(const Plan& plan, const std::string& name) {
    for (const std::vector<Paint>* rack : {&plan.rack, &genericRack()}) {
        const auto found = std::ranges::find(*rack, name, &Paint::name);
        if (found != rack->end()) return &*found;
    }
    return nullptr;
}

std::optional<PaintFilm> filmNamed(const Plan& plan, const std::string& name) {
    const Paint* paint = paintNamed(plan, name);
    return paint != nullptr ? std::optional(filmOf(*paint)) : std::nullopt;
}

std::vector<Xyz> underpaintedOf(const Plan& plan, const Irradiance& irradiance) {
    const std::vector<UnderCoat>& coats = plan.under.coats;
    if (!plan.under.used || irradiance.sprayed.size() != coats.size()) return {};
    const Layers layers = layersOf(plan);
    const bool filtered = std::ranges::any_of(
        layers.filters, [](const std::optional<PaintFilm>& film) { return film.has_value(); });
    const std::vector<float> filter = filtered ? filterShareOf(plan) : std::vector<float>();
    const std::vector<PartIndex>& parts = plan.figure->surface.parts;
    std::unordered_map<std::uint64_t, Xyz> known;
    std::vector<Xyz> colours(parts.size());
    std::vector<int> levels(layers.coats.size() + 1);  // the last: the filter's
    for (std::size_t v = 0; v < parts.size(); ++v) {
        for (std::size_t c = 0; c < layers.coats.size(); ++c) {
            const std::size_t coat = layers.which[c];
            const auto arrives = static_cast<double>(irradiance.sprayed[coat][v]);
            levels[c] = levelOf(coats[coat].thickness * arrives);
        }
        levels.back() =
            filtered ? levelOf(plan.under.filter_thickness * static_cast<double>(filter[v])) : 0;
        std::uint64_t key = parts[v];
        for (const int level : levels) {
            key = key * (kLevels + 1) + static_cast<std::uint64_t>(level);
        }
        const auto [entry, is_new] = known.try_emplace(key);
        if (is_new) entry->second = layered(layers, levels, parts[v]);
        colours[v] = entry->second;
    }
    return colours;
}

std::vector<double> missOfUnderpainting(const Plan& plan, const Appearance& appearance,
                                        std::span<const Xyz> underpainted) {
    std::vector<double> misses(plan.parts.size(), 0.0);
    std::vector<double> areas(plan.parts.size(), 0.0);
    if (underpainted.empty()) return misses;
    const ColourBasis basis(plan, appearance);
    const std::vector<float> painted = paintedAreas(plan, appearance.irradiance);
    const std::vector<PartIndex>& parts = plan.figure->surface.parts;
    constexpr std::size_t kStep = 7;  // a seventh of the vertices says as much as all
    for (std::size_t v = 0; v < parts.size(); v += kStep) {
        if (painted[v] <= 0.0F) continue;
        const Lab planned =
            labFrom(xyzFrom(linearFrom(displayable(labFrom(paintedColour(basis, v))))));
        misses[parts[v]] += painted[v] * ciede2000(labFrom(underpainted[v]), planned);
        areas[parts[v]] += painted[v];
    }
    for (std::size_t p = 0; p < misses.size(); ++p) {
        if (areas[p] > 0.0) misses[p] /= areas[p];
    }
    return misses;
}

}  // namespace glaukophos
