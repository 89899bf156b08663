// A sample of places says as much as all of them.
#include "core/picture/step_view.h"

#include <algorithm>
#include <array>

#include "core/light/direction.h"
#include "core/work/step_maps.h"

namespace glaukophos {
namespace {

constexpr std::size_t kPlaces = 220;
constexpr std::array<double, 8> kHours = {12, 1.5, 3, 4.5, 6, 7.5, 9, 10.5};
constexpr std::array<double, 3> kHeights_deg = {12, 42, -8};
constexpr double kFillsFigure = 0.75;  // from this share of its size on there is no closer view
constexpr float kClear_mm = 0.05F;

struct SeenPlace {
    Vec3 point_mm;
    Vec3 normal;
    float weight = 0.0F;  // area or length
};

void addStretches(const std::vector<EdgeStretch>& stretches, const Step& step,
                  const std::vector<bool>& parts, std::vector<SeenPlace>& places) {
    for (const EdgeStretch& stretch : stretches) {
        const bool mine = step.mask.where == Where::GlowLines ||
                          static_cast<std::size_t>(stretch.pass) == step.mask.index;
        if (!mine || !parts[stretch.part]) continue;
        // The way an edge faces is not known: it is seen from all sides that do not hide it.
        for (const Vec3& point : stretch.points_mm) places.push_back({point, Vec3::Zero(), 1.0F});
    }
}

void addSurface(const Plan& plan, const Appearance& appearance, const Work& work, const Step& step,
                const std::vector<bool>& parts, std::vector<SeenPlace>& places) {
    const Surface& surface = plan.figure->surface;
    const std::vector<float> coverage = coverageOf({plan, appearance, work.lightness}, step.mask);
    for (std::size_t v = 0; v < coverage.size(); ++v) {
        if (coverage[v] < 0.5F || !parts[surface.parts[v]]) continue;
        places.push_back({surface.mesh.positions_mm[v], surface.normals[v], surface.areas_mm2[v]});
    }
}

std::vector<SeenPlace> placesOf(const Plan& plan, const Appearance& appearance, const Work& work,
                                std::span<const Step> steps) {
    std::vector<SeenPlace> places;
    for (const Step& step : steps) {
        const std::vector<bool> parts = partsOf(plan, step);
        if (step.mask.where == Where::Lines) {
            addStretches(work.lines, step, parts, places);
        } else if (step.mask.where == Where::GlowLines) {
            addStretches(work.glow_lines.at(step.mask.light), step, parts, places);
        } else if (step.mask.where == Where::Drawn) {
            if (step.mask.light >= work.drawn.size()) continue;
            for (const Stroke& stroke : work.drawn[step.mask.light].strokes) {
                if (!stroke.isIn(step.mask.index)) continue;
                for (const Vec3& point : stroke.points_mm) {
                    places.push_back({point, Vec3::Zero(), 1.0F});
                }
            }
        } else {
            addSurface(plan, appearance, work, step, parts, places);
        }
    }
    return places;
}

std::vector<SeenPlace> sampled(const std::vector<SeenPlace>& all) {
    std::vector<SeenPlace> places;
    const std::size_t apart = std::max<std::size_t>(1, all.size() / kPlaces);
    for (std::size_t i = apart / 2; i < all.size(); i += apart) places.push_back(all[i]);
    return places;
}

double seenFrom(const Figure& figure, const std::vector<SeenPlace>& places, const Vec3& way) {
    double seen = 0.0;
    for (const SeenPlace& place : places) {
        const bool is_line = place.normal == Vec3::Zero();
        const float facing = is_line ? 0.5F : place.normal.dot(way);
        if (facing <= 0.05F) continue;
        const Vec3 from = place.point_mm + kClear_mm * (is_line ? way : place.normal);
        if (!figure.form->shown.occluded(from, way, 1e4F)) seen += place.weight * facing;
    }
    return seen;
}

// All but a tenth of the places at each side, so that a stray one does not count.
Bounds mostOf(const std::vector<SeenPlace>& places) {
    Bounds bounds;
    Vec3 low;
    Vec3 high;
    for (int axis = 0; axis < 3; ++axis) {
        std::vector<float> along;
        along.reserve(places.size());
        for (const SeenPlace& place : places) along.push_back(place.point_mm[axis]);
        std::ranges::sort(along);
        low[axis] = along[along.size() / 20];
        high[axis] = along[along.size() - 1 - along.size() / 20];
    }
    bounds.add(low);
    bounds.add(high);
    return bounds;
}

}  // namespace

ViewChoice viewOfSteps(const Plan& plan, const Appearance& appearance, const Work& work,
                       std::span<const Step> steps, const ViewChoice& otherwise) {
    const std::vector<SeenPlace> places = sampled(placesOf(plan, appearance, work, steps));
    if (places.empty()) return otherwise;
    ViewChoice best = otherwise;
    best.upside_down = false;
    // The view that is known anyway wins where it shows nearly as much.
    double most =
        1.15 * seenFrom(*plan.figure, places, towards({otherwise.hour, otherwise.height_deg}));
    for (const double height_deg : kHeights_deg) {
        for (const double hour : kHours) {
            const double seen = seenFrom(*plan.figure, places, towards({hour, height_deg}));
            if (seen <= most) continue;
            most = seen;
            best.hour = hour;
            best.height_deg = height_deg;
        }
    }
    const Bounds around = mostOf(places);
    const Bounds figure = plan.figure->bounds();
    const float share = around.diagonal() / std::max(1e-3F, figure.diagonal());
    best.zoom = 1.0;
    best.focus_mm = Vec3::Zero();
    if (share < kFillsFigure) {
        best.zoom = std::clamp(0.8 / std::max(0.05F, share), 1.0, 5.0);
        best.focus_mm = around.centre() - figure.centre();
    }
    return best;
}

}  // namespace glaukophos
