// One case a kind of light.
#include "core/lighting/aim.h"

#include <algorithm>
#include <cmath>

#include "core/light/shaped_source.h"

namespace glaukophos {
namespace {

std::optional<Aim> aimAtPlace(const Vec3& place, double radius_mm, const Vec3& from_mm) {
    const Vec3 way = place - from_mm;
    const double distance = way.norm();
    if (distance < 1e-6) return std::nullopt;
    return Aim{way.normalized(), distance,
               static_cast<float>(std::max(0.0, distance - radius_mm) * (1.0 - 1e-4))};
}

Vec3 nearestOnRod(const Rod& rod, const Vec3& from_mm) {
    const Vec3 along = rod.to_mm - rod.from_mm;
    const float length2 = std::max(along.squaredNorm(), 1e-12F);
    return rod.from_mm +
           std::clamp((from_mm - rod.from_mm).dot(along) / length2, 0.0F, 1.0F) * along;
}

// The nearest vertex of the glowing part that faces the place.
std::optional<Vec3> nearestGlowing(const Plan& plan, const Light& light, const Vec3& from_mm) {
    const Surface& surface = plan.figure->surface;
    std::optional<Vec3> nearest;
    float distance2 = std::numeric_limits<float>::max();
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (std::ranges::find(light.own_parts, surface.parts[v]) == light.own_parts.end()) continue;
        const Vec3 way = from_mm - surface.mesh.positions_mm[v];
        if (way.squaredNorm() >= distance2 || surface.normals[v].dot(way) <= 0.0F) continue;
        distance2 = way.squaredNorm();
        nearest = surface.mesh.positions_mm[v];
    }
    return nearest;
}

Vec3 nozzleOf(const Plan& plan, const Spray& spray) {
    return plan.figure->bounds().centre() +
           static_cast<float>(spray.distance_mm) * towards(spray.direction);
}

Vec3 rimPlace(const Panel& panel, int which) {
    const PanelFrame frame = frameOf(panel);
    const Vec3d to_rim = which == 3 ? Vec3d(0.5 * panel.width_mm * frame.right)
                                    : Vec3d(0.5 * panel.height_mm * frame.up);
    return panel.centre_mm + to_rim.cast<float>();
}

// By the shortest way, so that nothing else of it turns.
void turnByRim(Panel& panel, int which, const Vec3& to_mm) {
    const Vec3d from = (rimPlace(panel, which) - panel.centre_mm).cast<double>();
    const Vec3d to = (to_mm - panel.centre_mm).cast<double>();
    if (from.norm() < 1e-6 || to.norm() < 1e-6) return;
    const Eigen::Quaterniond turn = Eigen::Quaterniond::FromTwoVectors(from, to);
    const PanelFrame before = frameOf(panel);
    const Vec3d right = turn * before.right;
    panel.faces = clockFrom((turn * before.facing).cast<float>());
    panel.turn_deg = 0.0;
    const PanelFrame unturned = frameOf(panel);
    const double angle = degrees(std::atan2(right.dot(unturned.up), right.dot(unturned.right)));
    panel.turn_deg = angle - 180.0 * std::round(angle / 180.0);  // it looks the same half round
}

}  // namespace

std::optional<Aim> aimAt(const Plan& plan, const Light& light, const Vec3& from_mm) {
    using Found = std::optional<Aim>;
    return std::visit(
        Overloaded{
            [](const Sky&) { return Found(); }, [](const Bounce&) { return Found(); },
            [](const FarLight& far) { return Found(Aim{towards(far.direction)}); },
            [&](const Lamp& lamp) { return aimAtPlace(lamp.centre_mm, lamp.radius_mm, from_mm); },
            [&](const Rod& rod) {
                return aimAtPlace(nearestOnRod(rod, from_mm), rod.radius_mm, from_mm);
            },
            [&](const Panel& panel) { return aimAtPlace(panel.centre_mm, 0.0, from_mm); },
            [&](const Spray& spray) { return aimAtPlace(nozzleOf(plan, spray), 0.0, from_mm); },
            [&](const GlowingPart&) {
                const auto place = nearestGlowing(plan, light, from_mm);
                return place ? aimAtPlace(*place, 0.01, from_mm) : Found();
            }},
        light.kind);
}

std::optional<Vec3> middleOf(const Plan& plan, const Light& light) {
    using Found = std::optional<Vec3>;
    return std::visit(
        Overloaded{[](const Lamp& lamp) { return Found(lamp.centre_mm); },
                   [](const Rod& rod) { return Found(Vec3(0.5F * (rod.from_mm + rod.to_mm))); },
                   [](const Panel& panel) { return Found(panel.centre_mm); },
                   [&](const GlowingPart&) {
                       const Bounds own = ownBounds(plan, light);
                       return own.low.x() <= own.high.x() ? Found(own.centre()) : Found();
                   },
                   [](const auto&) { return Found(); }},
        light.kind);
}

std::optional<ClockDirection> clockOf(const Plan& plan, const Light& light) {
    if (const auto* far = std::get_if<FarLight>(&light.kind)) return far->direction;
    if (const auto* spray = std::get_if<Spray>(&light.kind)) return spray->direction;
    if (std::holds_alternative<Sky>(light.kind)) return ClockDirection{0.0, 90.0};
    const auto middle = middleOf(plan, light);
    if (!middle) return std::nullopt;
    return clockFrom(*middle - plan.figure->bounds().centre());
}

std::vector<LightHandle> handlesOf(const Plan& plan) {
    std::vector<LightHandle> handles;
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        const Light& light = plan.lights[l];
        if (std::holds_alternative<GlowingPart>(light.kind)) continue;  // it stays where it is
        if (const auto middle = middleOf(plan, light)) handles.push_back({l, 0, *middle});
        if (const auto* panel = std::get_if<Panel>(&light.kind)) {
            for (const int which : {3, 4}) handles.push_back({l, which, rimPlace(*panel, which)});
        }
        if (const auto* rod = std::get_if<Rod>(&light.kind)) {
            handles.push_back({l, 1, rod->from_mm});
            handles.push_back({l, 2, rod->to_mm});
        }
    }
    return handles;
}

void moveHandle(LightKind& kind, int which, const Vec3& to_mm) {
    std::visit(Overloaded{[&](Lamp& lamp) { lamp.centre_mm = to_mm; },
                          [&](Panel& panel) {
                              turnsOnly(which) ? turnByRim(panel, which, to_mm)
                                               : void(panel.centre_mm = to_mm);
                          },
                          [&](Rod& rod) {
                              if (which == 1) rod.from_mm = to_mm;
                              if (which == 2) rod.to_mm = to_mm;
                              if (which != 0) return;
                              const Vec3 by = to_mm - 0.5F * (rod.from_mm + rod.to_mm);
                              rod.from_mm += by;
                              rod.to_mm += by;
                          },
                          [](auto&) {}},
               kind);
}

void setOnSurface(LightKind& kind, int which, const Vec3& point_mm, const Vec3& normal) {
    const double radius = std::visit(
        Overloaded{[](const Lamp& lamp) { return lamp.radius_mm; },
                   [](const Rod& rod) { return rod.radius_mm; }, [](const auto&) { return 0.25; }},
        kind);
    moveHandle(kind, which, point_mm + static_cast<float>(1.2 * radius) * normal);
    if (auto* panel = std::get_if<Panel>(&kind)) panel->faces = clockFrom(normal);
}

}  // namespace glaukophos
