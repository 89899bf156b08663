// Irradiance falls with distance from every near light, so reach is found by halving.
#include "core/light/glow_reach.h"

#include <algorithm>
#include <cmath>

#include "core/light/shaped_source.h"

namespace glaukophos {
namespace {

constexpr int kFineness = 96;
constexpr double kFarthest_mm = 1e5;

double ofBall(double radius_mm, double distance_mm) {
    return std::pow(radius_mm / std::max(distance_mm, radius_mm), 2);
}

template <class Shape>
double ofShape(const Shape& shape, const Vec3d& middle, const Vec3d& way, double distance_mm) {
    const SourceView view = viewOf(shape, middle + distance_mm * way, kFineness);
    const Vec3d facing = -way;
    return view.inside ? 1.0 : configurationFactor(aboveHorizon(view.outline, facing), facing);
}

double ballRadius(double area_mm2) { return std::sqrt(std::max(area_mm2, 1e-6) / (4.0 * kPi)); }

// Of the light itself: nothing nearer can be told apart from it.
double nearest_mm(const Glow& glow) {
    return std::visit(
        Overloaded{[](const Lamp& lamp) { return lamp.radius_mm; },
                   [](const Rod& rod) { return rod.radius_mm; },
                   [](const Panel& panel) { return 1e-3 * (panel.width_mm + panel.height_mm); },
                   [&](const auto&) { return ballRadius(glow.own_area_mm2); }},
        glow.kind);
}

double threshold(double rest_irradiance) {
    return justVisibleShare() * std::max(rest_irradiance, kDarkRest);
}

}  // namespace

double justVisibleShare() {
    constexpr double kMiddle = 50.0;
    constexpr double kStep = 2.0;
    return luminanceOf(kMiddle + kStep) / luminanceOf(kMiddle) - 1.0;
}

double facingIrradiance(const Glow& glow, double distance_mm) {
    return std::visit(
        Overloaded{[&](const Lamp& lamp) { return ofBall(lamp.radius_mm, distance_mm); },
                   [&](const Rod& rod) {
                       const Vec3d from = rod.from_mm.cast<double>();
                       const Vec3d along = rod.to_mm.cast<double>() - from;
                       const Vec3d beside = along.squaredNorm() > 1e-12
                                                ? along.normalized().unitOrthogonal()
                                                : Vec3d(Vec3d::UnitX());
                       return ofShape(rod, from + 0.5 * along, beside, distance_mm);
                   },
                   [&](const Panel& panel) {
                       return ofShape(panel, panel.centre_mm.cast<double>(), frameOf(panel).facing,
                                      distance_mm);
                   },
                   [&](const auto&) { return ofBall(ballRadius(glow.own_area_mm2), distance_mm); }},
        glow.kind);
}

double reachOf(const Glow& glow, double strength, double rest_irradiance) {
    const double wanted = threshold(rest_irradiance);
    double near = nearest_mm(glow);
    double far = kFarthest_mm;
    if (strength * facingIrradiance(glow, near) <= wanted) return near;
    for (int i = 0; i < 80; ++i) {
        const double middle = std::sqrt(near * far);
        (strength * facingIrradiance(glow, middle) > wanted ? near : far) = middle;
    }
    return std::sqrt(near * far);
}

double strengthForReach(const Glow& glow, double reach_mm, double rest_irradiance) {
    return threshold(rest_irradiance) /
           std::max(1e-12, facingIrradiance(glow, std::max(reach_mm, nearest_mm(glow))));
}

}  // namespace glaukophos
