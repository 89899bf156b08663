// Means over ladders stand for parts; what touches is found on the surface.
#include "core/painted/harmony.h"

#include <fmt/format.h>
#include <tbb/parallel_for.h>

#include <algorithm>
#include <optional>
#include <unordered_map>

#include "core/colour/colour_difference.h"
#include "core/figure/kept_fields.h"

namespace glaukophos {
namespace {

constexpr double kLeastChroma = 0.03;     // below it a colour has no hue to speak of
constexpr double kFacing_deg = 22.0;      // off exactly opposite
constexpr double kNeighbours_deg = 25.0;  // between hues that go together

Xyz meanOf(const Ladder& ladder) {
    Vec3d sum = Vec3d::Zero();
    double area = 0.0;
    for (const Rung& step : ladder) {
        if (!step.present) continue;
        sum += step.area_mm2 * xyzFrom(step.target).xyz;
        area += step.area_mm2;
    }
    return {area > 0.0 ? Vec3d(sum / area) : sum};
}

double areaOf(const Ladder& ladder) {
    double area = 0.0;
    for (const Rung& step : ladder) area += step.area_mm2;
    return area;
}

// Area of each part that lies within `reach_mm` of the detail's own surface; none of its own.
std::vector<float> touching(const Surface& surface, PartIndex detail, float reach_mm) {
    const auto keyOf = [&](const Vec3& point) {
        const Eigen::Vector3i cell = (point / reach_mm).array().floor().cast<int>();
        return (static_cast<std::int64_t>(cell.x() & 0x1fffff) << 42) |
               (static_cast<std::int64_t>(cell.y() & 0x1fffff) << 21) |
               static_cast<std::int64_t>(cell.z() & 0x1fffff);
    };
    // Cells the detail lies in, and their neighbours.
    std::unordered_map<std::int64_t, bool> near;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] != detail) continue;
        for (int i = 0; i < 27; ++i) {
            const int layer = i / 9;
            const int row = i / 3 % 3;
            const Vec3 step(static_cast<float>(i % 3 - 1), static_cast<float>(row - 1),
                            static_cast<float>(layer - 1));
            near[keyOf(surface.mesh.positions_mm[v] + reach_mm * step)] = true;
        }
    }
    std::vector<float> areas(surface.part_areas_mm2.size(), 0.0F);
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] == detail || !near.contains(keyOf(surface.mesh.positions_mm[v]))) {
            continue;
        }
        areas[surface.parts[v]] += surface.areas_mm2[v];
    }
    return areas;
}

std::optional<HueRelation> relationOf(const Oklch& first, const Oklch& second) {
    if (first.C < kLeastChroma || second.C < kLeastChroma) return std::nullopt;
    if (hueDistance_deg(opposite_deg(first.h_deg), second.h_deg) < kFacing_deg) {
        return HueRelation::Opposite;
    }
    if (hueDistance_deg(first.h_deg, second.h_deg) < kNeighbours_deg) {
        return HueRelation::Neighbours;
    }
    return std::nullopt;
}

}  // namespace

Harmony harmonyOf(const Plan& plan, const Appearance& appearance) {
    Harmony harmony;
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        const Ladder& ladder = appearance.ladders[p];
        PartHue hue{
            static_cast<PartIndex>(p), oklchFrom(oklabFrom(meanOf(ladder))), areaOf(ladder), {}};
        for (const Rung& step : ladder) {
            if (step.present) hue.bands.push_back(oklabFrom(xyzFrom(step.target)));
        }
        if (!hue.bands.empty()) harmony.hues.push_back(std::move(hue));
    }
    std::ranges::stable_sort(harmony.hues, std::greater<>{}, &PartHue::area_mm2);
    for (std::size_t i = 0; i < harmony.hues.size(); ++i) {
        for (std::size_t j = i + 1; j < harmony.hues.size(); ++j) {
            const auto relation = relationOf(harmony.hues[i].mean, harmony.hues[j].mean);
            if (!relation) continue;
            harmony.pairs.push_back({harmony.hues[i].part, harmony.hues[j].part, *relation});
        }
    }
    return harmony;
}

std::vector<DrowningDetail> drowningDetails(const Plan& plan, const Appearance& appearance,
                                            double least) {
    constexpr double kSmall = 0.06;  // of the figure: what counts as a detail
    const Surface& surface = plan.figure->surface;
    const float reach_mm = std::max(0.5F, 1.5F * surface.longest_edge_mm);
    double all = 0.0;
    for (const Ladder& ladder : appearance.ladders) all += areaOf(ladder);
    std::vector<std::optional<DrowningDetail>> of_parts(plan.parts.size());
    tbb::parallel_for(std::size_t{0}, of_parts.size(), [&](std::size_t p) {
        const double area = areaOf(appearance.ladders[p]);
        if (area <= 0.0 || area > kSmall * all) return;
        const auto areas = plan.figure->kept->of(fmt::format("what touches part {}", p), [&] {
            return touching(surface, static_cast<PartIndex>(p), reach_mm);
        });
        const auto most = static_cast<PartIndex>(std::ranges::max_element(*areas) - areas->begin());
        if ((*areas)[most] <= 0.0F || areaOf(appearance.ladders[most]) <= 0.0) return;
        const double difference = ciede2000(labFrom(meanOf(appearance.ladders[p])),
                                            labFrom(meanOf(appearance.ladders[most])));
        if (difference < least) {
            of_parts[p] = DrowningDetail{static_cast<PartIndex>(p), most, difference};
        }
    });
    std::vector<DrowningDetail> drowning;
    for (const auto& detail : of_parts) {
        if (detail) drowning.push_back(*detail);
    }
    return drowning;
}

}  // namespace glaukophos
