// Each licence is one pass over the vertices it concerns.
#include "core/painted/licences.h"

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"
#include "core/base/smooth_step.h"
#include "core/geometry/surface_distance.h"
#include "core/painted/wear.h"
#include "core/plan/brushed.h"

namespace glaukophos {
namespace {

// A face's own frame, and where its vertices lie in it.
struct FaceFrame {
    Vec3 up;
    Vec3 left;  // the figure's own
};

FaceFrame frameOf(const FaceQuarters& face) {
    Vec3 up = Vec3::UnitZ() - face.facing.z() * face.facing;
    if (up.norm() < 1e-3F) up = Vec3::UnitY();  // a face that looks straight up or down
    up.normalize();
    const Vec3 left = up.cross(face.facing).normalized();
    const auto lean = static_cast<float>(radians(face.lean_deg));
    return {std::cos(lean) * up + std::sin(lean) * left,
            std::cos(lean) * left - std::sin(lean) * up};
}

struct FacePoint {
    std::uint32_t vertex = 0;
    float left_mm = 0.0F;
    float up_mm = 0.0F;
};

PartIndex partAt(const Surface& surface, const Vec3& place_mm) {
    std::size_t nearest = 0;
    float distance2 = std::numeric_limits<float>::max();
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        const float here = (surface.mesh.positions_mm[v] - place_mm).squaredNorm();
        if (here >= distance2) continue;
        distance2 = here;
        nearest = v;
    }
    return surface.parts[nearest];
}

std::vector<FacePoint> pointsOf(const Plan& plan, const FaceQuarters& face) {
    const Surface& surface = plan.figure->surface;
    const PartIndex part = partAt(surface, face.middle_mm);
    const FaceFrame frame = frameOf(face);
    std::vector<FacePoint> points;
    for (std::uint32_t v = 0; v < surface.parts.size(); ++v) {
        const Vec3 away = surface.mesh.positions_mm[v] - face.middle_mm;
        if (surface.parts[v] != part || away.norm() > face.radius_mm) continue;
        if (surface.normals[v].dot(face.facing) < -0.3F) continue;  // the back of the head
        points.push_back({v, away.dot(frame.left), away.dot(frame.up)});
    }
    return points;
}

// 0: right and low, 1: right and high, 2: left and low, 3: left and high, by the figure's own
// sides.
std::size_t quarterAt(const FacePoint& point) {
    return (point.left_mm > 0.0F ? 2U : 0U) + (point.up_mm > 0.0F ? 1U : 0U);
}

// How far the face reaches to one side: what a few stray vertices add does not count.
float extentOf(const std::vector<FacePoint>& points, float side) {
    std::vector<float> reaches;
    for (const FacePoint& point : points) {
        if (side * point.left_mm > 0.0F) reaches.push_back(side * point.left_mm);
    }
    if (reaches.empty()) return 1.0F;
    const auto at = reaches.begin() + static_cast<std::ptrdiff_t>((reaches.size() - 1) * 19 / 20);
    std::ranges::nth_element(reaches, at);
    return std::max(0.1F, *at);
}

}  // namespace

bool hasLicences(const Plan& plan) {
    const ValueChoices& values = plan.values;
    return values.calm.amount > 0.0 || !values.gradients.empty() || !values.corrections.empty() ||
           (values.face && values.face->used) || hasWear(plan) ||
           std::ranges::any_of(plan.parts,
                               [](const Part& part) { return part.lift > 0.0 || part.calm > 0.0; });
}

void liftAndCalm(const Plan& plan, std::span<float> lightness) {
    const Surface& surface = plan.figure->surface;
    const PaintRange& paint = plan.values.paint;
    const Calm& calm = plan.values.calm;
    const Bounds& bounds = plan.figure->bounds();
    const double height = std::max(1e-3F, bounds.size().z());
    struct Licence {
        double kept = 1.0;
        double lift = 0.0;
    };
    std::vector<Licence> licences;
    for (const Part& part : plan.parts) licences.push_back({1.0 - part.calm, part.lift});
    const bool any = calm.amount > 0.0 || std::ranges::any_of(licences, [](const Licence& l) {
                         return l.kept < 1.0 || l.lift > 0.0;
                     });
    if (!any) return;
    forChunks(lightness.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            const Licence& licence = licences[surface.parts[v]];
            double kept = licence.kept;
            if (calm.amount > 0.0) {
                const double up = (surface.mesh.positions_mm[v].z() - bounds.low.z()) / height;
                // Full at the foot, gone a tenth of the height above the knee.
                kept *= 1.0 - calm.amount * smoothStep((calm.from_share + 0.1 - up) / 0.2);
            }
            if (kept == 1.0 && licence.lift == 0.0) continue;
            const double above = kept * (lightness[v] - paint.darkest);
            const double share = above / (paint.top() - paint.darkest);
            const double lifted = licence.lift * std::clamp(1.0 - share, 0.0, 1.0);
            // A licence is no light: what is lit stays below the source all the same.
            const double wanted = paint.darkest + above + lifted;
            lightness[v] = static_cast<float>(std::min(wanted, paint.top()));
        }
    });
}

FaceLight faceLight(const Plan& plan, const FaceQuarters& face, std::span<const float> as_lit) {
    const Surface& surface = plan.figure->surface;
    struct Mean {
        double sum = 0.0;
        double area = 1e-9;
        void add(double area_mm2, double value) {
            sum += area_mm2 * value;
            area += area_mm2;
        }
        [[nodiscard]] double value() const { return sum / area; }
    };
    Mean left;
    Mean right;
    Mean upper;
    Mean lower;
    Mean all;
    std::array<Mean, 4> quarters;
    for (const FacePoint& point : pointsOf(plan, face)) {
        const double area = surface.areas_mm2[point.vertex];
        const double value = as_lit[point.vertex];
        (point.left_mm > 0.0F ? left : right).add(area, value);
        (point.up_mm > 0.0F ? upper : lower).add(area, value);
        all.add(area, value);
        quarters.at(quarterAt(point)).add(area, value);
    }
    FaceLight light{left.value() >= right.value(), upper.value() >= lower.value(), all.value(), {}};
    for (std::size_t q = 0; q < quarters.size(); ++q) {
        light.quarters.at(q) = quarters.at(q).sum > 0.0 ? quarters.at(q).value() : all.value();
    }
    return light;
}

std::vector<float> quartersOf(const Plan& plan, const FaceQuarters& face, const FaceLight& light,
                              std::span<const float> as_lit) {
    constexpr double kStrongest = 22.0;  // L* from the middle of the tones to the outer ones
    constexpr double kTurn_mm = 0.25;    // half the width of the turn from one quarter to the next
    std::vector<float> result(plan.figure->vertexCount(), -1.0F);
    const double light_side = light.from_own_left ? 1.0 : -1.0;
    const double light_height = light.from_above ? 1.0 : -1.0;
    const PaintRange& paint = plan.values.paint;
    for (const FacePoint& point : pointsOf(plan, face)) {
        const double left = smoothStep(0.5 + 0.5 * point.left_mm / kTurn_mm);
        const double up = smoothStep(0.5 + 0.5 * point.up_mm / kTurn_mm);
        const double side = light_side * (2.0 * left - 1.0);
        const double above = light_height * (2.0 * up - 1.0);
        const double tone = face.tones == 3 ? (side + above) / 2.0 : (side + 2.0 * above) / 3.0;
        const double traced =
            (1.0 - left) * ((1.0 - up) * light.quarters[0] + up * light.quarters[1]) +
            left * ((1.0 - up) * light.quarters[2] + up * light.quarters[3]);
        const double relief = as_lit[point.vertex] - traced;
        const double value = light.mean_lightness + face.strength * kStrongest * tone + relief;
        result[point.vertex] = static_cast<float>(std::clamp(value, paint.darkest, paint.top()));
    }
    return result;
}

std::vector<float> faceVeilOf(const Plan& plan, std::span<const float> as_lit) {
    std::vector<float> coverage(plan.figure->vertexCount(), 0.0F);
    const std::optional<FaceQuarters>& face = plan.values.face;
    if (!face || !face->used || face->veil <= 0.0) return coverage;
    const FaceLight light = faceLight(plan, *face, as_lit);
    const std::vector<FacePoint> points = pointsOf(plan, *face);
    const float far_side = light.from_own_left ? -1.0F : 1.0F;
    const float extent = extentOf(points, far_side);
    for (const FacePoint& point : points) {
        const double veil = smoothStep((far_side * point.left_mm / extent - 0.6) / 0.25);
        coverage[point.vertex] = static_cast<float>(veil);
    }
    return coverage;
}

FaceQuarters faceAt(const Plan& plan, const Vec3& point_mm) {
    const Surface& surface = plan.figure->surface;
    FaceQuarters face;
    face.middle_mm = point_mm;
    face.radius_mm = 0.085 * std::max(1.0F, plan.figure->bounds().size().z());
    const PartIndex part = partAt(surface, point_mm);
    Vec3 sum = Vec3::Zero();
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        const double away = (surface.mesh.positions_mm[v] - point_mm).norm();
        if (surface.parts[v] != part || away > face.radius_mm) continue;
        sum += surface.areas_mm2[v] * surface.normals[v];
    }
    sum.z() *= 0.3F;  // a nose or a brow tips the mean; faces look ahead
    if (sum.norm() > 1e-6F) face.facing = sum.normalized();
    return face;
}

std::vector<std::vector<Vec3>> faceLines(const Plan& plan, const FaceQuarters& face) {
    const FaceFrame frame = frameOf(face);
    const RayScene& scene = plan.figure->form->shown;
    std::vector<std::vector<Vec3>> lines;
    const auto radius = static_cast<float>(face.radius_mm);
    for (const Vec3& along : {frame.up, frame.left}) {
        std::vector<Vec3> line;
        constexpr int kPoints = 60;
        for (int i = -kPoints; i <= kPoints; ++i) {
            const float at = radius * static_cast<float>(i) / kPoints;
            const Vec3 from = face.middle_mm + at * along + radius * face.facing;
            const auto hit = scene.nearest(from, -face.facing, 2.0F * radius);
            if (hit) line.push_back(from - hit->distance_mm * face.facing);
        }
        if (line.size() > 1) lines.push_back(std::move(line));
    }
    return lines;
}

void correct(const Plan& plan, std::span<const double> borders, std::span<float> lightness,
             std::span<float> painted) {
    const Surface& surface = plan.figure->surface;
    const PaintRange& paint = plan.values.paint;
    for (const Correction& stroke : plan.values.corrections) {
        if (stroke.of_glows) continue;
        whereBrushed(surface, stroke, [&](std::size_t v, float amount) {
            const double level = std::clamp(
                levelOf(lightness[v], borders, paint) + amount * static_cast<float>(stroke.bands),
                0.0, static_cast<double>(borders.size() + 1));
            const auto wanted = static_cast<float>(lightnessAt(level, borders, paint));
            painted[v] += wanted - lightness[v];
            lightness[v] = wanted;
        });
    }
}

}  // namespace glaukophos
