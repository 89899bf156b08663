// What the lamps really reach, and what they leave.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/colour/colour_difference.h"
#include "core/findings/finding_rules.h"
#include "core/painted/shells.h"
#include "core/plan/glow_groups.h"
#include "core/work/part_steps.h"

namespace glaukophos {
namespace {

// Light passes through thin cloth, glass, water and leaves; not through these.
bool isSolid(Material material) {
    switch (material) {
        case Material::Cloth:
        case Material::Satin:
        case Material::Velvet:
        case Material::Glass:
        case Material::Water:
        case Material::Plant:
        case Material::Glowing:
            return false;
        default:
            return true;
    }
}

// Light that a far light or lamp gives the whole figure.
double fluxOf(const RuleBasis& basis, std::size_t light, double weight) {
    double flux = 0.0;
    const std::vector<float>& lit = basis.appearance.irradiance.of_lights[light];
    for (std::size_t v = 0; v < basis.areas.size(); ++v) flux += basis.areas[v] * lit[v];
    return weight * flux;
}

// How far the neighbours of a vertex stand above its tangent plane, in mm, evened out over three
// rings: high in recesses, low at tips.
std::vector<float> hollowness(const Surface& surface) {
    const std::vector<Vec3>& positions = surface.mesh.positions_mm;
    std::vector<float> hollow(positions.size(), 0.0F);
    for (std::size_t v = 0; v < positions.size(); ++v) {
        const auto others = surface.links.of(v);
        for (const std::uint32_t other : others) {
            hollow[v] += (positions[other] - positions[v]).dot(surface.normals[v]) /
                         static_cast<float>(others.size());
        }
    }
    for (int ring = 0; ring < 3; ++ring) {
        std::vector<float> even = hollow;
        for (std::size_t v = 0; v < positions.size(); ++v) {
            const auto others = surface.links.of(v);
            for (const std::uint32_t other : others) even[v] += hollow[other];
            even[v] /= static_cast<float>(others.size() + 1);
        }
        hollow = std::move(even);
    }
    return hollow;
}

Lab atMiddle(const LightColour& colour) {
    const Xyz xyz = colourOf(spectrumOf(colour));
    return labFrom(Xyz{0.5 * xyz.xyz});
}

}  // namespace

void unseenGlow(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kLeastShare = 0.05;
    for (std::size_t l = 0; l < basis.plan.lights.size(); ++l) {
        Light light = basis.plan.lights[l];
        const auto solid = [&](PartIndex part) { return isSolid(basis.plan.parts[part].material); };
        if (!isNear(light.kind) || !shines(basis.plan, l)) continue;
        const PartIndex through =
            light.passed_parts.empty() ? PartIndex{0} : light.passed_parts.front();
        if (std::erase_if(light.passed_parts, solid) == 0) continue;
        const std::vector<Shell> shells = shellsOf(basis.plan, basis.appearance.irradiance, l);
        if (shells.empty()) continue;
        const std::vector<float> seen = basis.plan.figure->spread(
            irradianceOf(light, litAsItIs(*basis.plan.figure), {}, Accuracy::Preview, {}));
        const std::vector<float>& planned = basis.appearance.irradiance.of_lights[l];
        const double rim = shells.front().irradiance;
        const std::vector<float> levels = glowLevels(basis.plan, basis.appearance.irradiance, l);
        double unseen = 0.0;
        std::optional<std::size_t> worst;
        for (std::size_t v = 0; v < basis.areas.size(); ++v) {
            if (basis.areas[v] <= 0.0F || levels[v] < rim || seen[v] > 0.25 * planned[v]) continue;
            unseen += basis.areas[v];
            if (!worst || planned[v] > planned[*worst]) worst = v;
        }
        const double share = unseen / std::max(1e-9, shells.front().area_mm2);
        if (share < kLeastShare) continue;
        found.push_back(
            {Mistake::UnseenGlow, true,
             fmt::format("{} lights {} that it cannot see: its light is let through {}.",
                         light.name, areaWords(unseen), basis.plan.parts[through].name),
             100.0 * share, 100.0 * kLeastShare, "% of the glow", l, worst});
    }
}

void darkInGlow(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kDarker = 2.0;
    const Surface& surface = basis.plan.figure->surface;
    std::vector<float> hollow;  // found with the first part that glows
    for (std::size_t p = 0; p < basis.plan.parts.size(); ++p) {
        if (basis.plan.parts[p].material != Material::Glowing) continue;
        if (hollow.empty()) hollow = hollowness(surface);
        std::vector<std::size_t> own;
        for (std::size_t v = 0; v < surface.parts.size(); ++v) {
            const bool hidden = !basis.appearance.irradiance.hidden.empty() &&
                                basis.appearance.irradiance.hidden[v];
            if (surface.parts[v] == p && !hidden) own.push_back(v);
        }
        if (own.size() < 12) continue;
        std::ranges::sort(own, std::greater<>{}, [&](std::size_t v) { return hollow[v]; });
        const std::size_t quarter = own.size() / 4;
        const auto meanOf = [&](std::size_t begin, std::size_t end) {
            double sum = 0.0;
            double area = 1e-9;
            for (std::size_t i = begin; i < end; ++i) {
                sum += surface.areas_mm2[own[i]] * basis.appearance.values.lightness[own[i]];
                area += surface.areas_mm2[own[i]];
            }
            return sum / area;
        };
        const double darker = meanOf(quarter, own.size()) - meanOf(0, quarter);
        if (darker < kDarker) continue;
        const auto darkest = std::ranges::min_element(
            own, {}, [&](std::size_t v) { return basis.appearance.values.lightness[v]; });
        found.push_back({Mistake::DarkInGlow, true,
                         fmt::format("The recesses of {} are {:.0f} L* darker than the rest of it.",
                                     basis.plan.parts[p].name, darker),
                         darker, kDarker, "L*", p, *darkest});
    }
}

void likeLights(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kApart = 12.0;
    constexpr double kCounts = 0.1;  // of the strongest light's flux
    struct Strong {
        std::size_t light;
        double flux;
    };
    std::vector<Strong> strong;
    const std::vector<float> weights = lightWeights(basis.plan);
    for (std::size_t l = 0; l < basis.plan.lights.size(); ++l) {
        const LightKind& kind = basis.plan.lights[l].kind;
        const bool directed =
            !std::holds_alternative<Sky>(kind) && !throwsBack(basis.plan.lights[l]);
        if (directed && shines(basis.plan, l)) strong.push_back({l, fluxOf(basis, l, weights[l])});
    }
    std::ranges::sort(strong, std::greater<>{}, &Strong::flux);
    // Like lamps are one glow, which nobody has to tell apart.
    const std::vector<std::size_t> groups = glowGroups(basis.plan);
    const auto twin = [&](const Strong& one) {
        return one.light != strong.front().light &&
               groups[one.light] == groups[strong.front().light];
    };
    strong.erase(std::remove_if(strong.begin(), strong.end(), twin), strong.end());
    if (strong.size() < 2 || strong[1].flux < kCounts * strong[0].flux) return;
    const Light& first = basis.plan.lights[strong[0].light];
    const Light& second = basis.plan.lights[strong[1].light];
    const double apart = ciede2000(atMiddle(first.colour), atMiddle(second.colour));
    if (apart >= kApart) return;
    // Where both are at their strongest together.
    const std::vector<float>& a = basis.appearance.irradiance.of_lights[strong[0].light];
    const std::vector<float>& b = basis.appearance.irradiance.of_lights[strong[1].light];
    std::optional<std::size_t> worst;
    for (std::size_t v = 0; v < basis.areas.size(); ++v) {
        if (basis.areas[v] <= 0.0F) continue;
        if (!worst || a[v] * b[v] > a[*worst] * b[*worst]) worst = v;
    }
    found.push_back({Mistake::LikeLights, true,
                     fmt::format("{} and {} are only {:.0f} apart in hue: nobody can tell which "
                                 "light is which.",
                                 first.name, second.name, apart),
                     apart, kApart, "CIEDE2000", strong[1].light, worst});
}

namespace {

// One side of the figure, and how much of it lies in the deepest value.
struct Side {
    double area_mm2 = 0.0;
    double dark_mm2 = 0.0;
    std::optional<std::size_t> flattest;  // the vertex of the dark that faces that way most
};

Side sideOf(const RuleBasis& basis, const Vec3& outward) {
    const Surface& surface = basis.plan.figure->surface;
    const BandBorders& borders = basis.appearance.bands.borders;
    Side side;
    float most = 0.0F;
    for (std::size_t v = 0; v < basis.areas.size(); ++v) {
        const float faces = surface.normals[v].dot(outward);
        if (basis.areas[v] <= 0.0F || faces < 0.35F) continue;
        side.area_mm2 += basis.areas[v];
        if (bandOf(basis.appearance.values.lightness[v], borders) > 0) continue;
        side.dark_mm2 += basis.areas[v];
        if (side.flattest && faces <= most) continue;
        most = faces;
        side.flattest = v;
    }
    return side;
}

}  // namespace

void noBack(const RuleBasis& basis, std::vector<Finding>& found) {
    constexpr double kDark = 0.8;
    struct Way {
        const char* name;
        Vec3 outward;
    };
    // The figure faces -y, and its own left is +x.
    const std::array<Way, 3> ways = {{{"the back", Vec3::UnitY()},
                                      {"its own left side", Vec3::UnitX()},
                                      {"its own right side", -Vec3::UnitX()}}};
    for (std::size_t i = 0; i < ways.size(); ++i) {
        const Side side = sideOf(basis, ways.at(i).outward);
        const double share = side.dark_mm2 / std::max(1e-9, side.area_mm2);
        if (side.area_mm2 < 1.0 || share < kDark) continue;
        const std::string deepest = bandName(0, basis.appearance.bands.borders.size() + 1);
        found.push_back({Mistake::NoBack, true,
                         fmt::format("{:.0f} % of {} lies in {} alone: nothing to see there.",
                                     100.0 * share, ways.at(i).name, deepest),
                         100.0 * share, 100.0 * kDark, "% of that side", i, side.flattest});
        return;
    }
}

}  // namespace glaukophos
