// Closed forms for what is open, rays for what is blocked.
#include "core/light/traced_source.h"

#include <algorithm>
#include <cmath>

#include "core/light/sphere_source.h"

namespace glaukophos {
namespace {

constexpr float kBefore = 1.0F - 1e-4F;  // rays end this little before the source itself

// Distance along `direction` to the near side of the ball the view is of.
float toBall(const RoundSource::View& view, const Vec3& direction) {
    const double along = view.far_mm * direction.dot(view.axis);
    const double radius = view.sine * view.far_mm;
    const double off2 = static_cast<double>(view.far_mm) * view.far_mm - along * along;
    const double inside = std::sqrt(std::max(0.0, radius * radius - off2));
    return static_cast<float>(std::max(0.0, (along - inside) * (1.0 - 1e-5)));
}

// Up to just before a place on the source.
SourceRay rayTo(const Vec3& place, const Vec3& origin) {
    const Vec3 way = place - origin;
    const float distance = way.norm();
    SourceRay ray;
    if (distance <= 0.0F) return ray;
    ray.direction = way / distance;
    ray.far_mm = kBefore * distance - 0.003F;  // not into the triangle that it starts from
    ray.weight = ray.far_mm > 0.0F ? 1.0 : 0.0;
    return ray;
}

}  // namespace

RoundSource::RoundSource(const FarLight& far)
    : m_far_axis(towards(far.direction)),
      m_far_sine(std::sin(radians(std::max(far.radius_deg, 1e-3)))) {}

void RoundSource::look(const Vec3& point, const Vec3& normal, View& view) const {
    view.normal = normal;
    view.inside = false;
    if (isParallel()) {
        view.axis = m_far_axis;
        view.sine = m_far_sine;
        // A disc of half angle s and radiance L gives pi L sin^2 s at normal incidence.
        view.open = sphereFactor(view.sine, normal.dot(view.axis)) / (view.sine * view.sine);
    } else {
        const Vec3 to_centre = m_lamp->centre_mm - point;
        const double distance = to_centre.cast<double>().norm();
        view.inside = distance <= m_lamp->radius_mm;
        if (view.inside) return;
        view.axis = to_centre / static_cast<float>(distance);
        view.sine = m_lamp->radius_mm / distance;
        view.far_mm = static_cast<float>(distance);
        view.open = sphereFactor(view.sine, normal.dot(view.axis));
    }
    if (view.open > 0.0) view.frame = frameAround(view.axis);
}

SourceRay RoundSource::ray(const View& view, const Vec3& /*origin*/, Point2 place) const {
    // Uniform in projected solid angle about the axis, so the weight is cos / cos(axis).
    const Point2 disc = toUnitDisc(place);
    const auto x = static_cast<float>(view.sine * disc.x);
    const auto y = static_cast<float>(view.sine * disc.y);
    const float z = std::sqrt(std::max(0.0F, 1.0F - x * x - y * y));
    SourceRay ray;
    ray.direction = x * view.frame.tangent + y * view.frame.bitangent + z * view.axis;
    ray.weight = std::max(0.0F, view.normal.dot(ray.direction)) / std::max(1e-3F, z);
    ray.far_mm = isParallel() ? 1e30F : toBall(view, ray.direction);
    return ray;
}

template <class Shape>
void OutlinedSource<Shape>::look(const Vec3& point, const Vec3& normal, View& view) const {
    view.point = point.cast<double>();
    view.normal = normal.cast<double>();
    const SourceView seen = viewOf(m_shape, view.point, m_fineness);
    view.inside = seen.inside;
    view.outline = aboveHorizon(seen.outline, view.normal);
    view.open = configurationFactor(view.outline, view.normal);
}

template <class Shape>
SourceRay OutlinedSource<Shape>::ray(const View& view, const Vec3& /*origin*/, Point2 place) const {
    const auto sample = OutlineSampler(view.outline).at(place);
    SourceRay ray;
    ray.direction = sample.direction.template cast<float>();
    ray.weight = sample.solid_angle * std::max(0.0, view.normal.dot(sample.direction));
    ray.far_mm = kBefore * static_cast<float>(distanceAlong(m_shape, view.point, sample.direction));
    return ray;
}

template class OutlinedSource<Rod>;
template class OutlinedSource<Panel>;

void GlowingSource::look(const Vec3& point, const Vec3& normal, View& view) const {
    view.point = point;
    view.normal = normal;
    view.open = m_surface.look(point, normal, view.entries);
}

SourceRay GlowingSource::ray(const View& view, const Vec3& origin, Point2 place) const {
    const auto spot = m_surface.spotAt(view.entries, view.point, view.normal, place);
    SourceRay ray = rayTo(spot.position, origin);
    ray.weight *= spot.weight;
    return ray;
}

void PointsSource::look(const Vec3& point, const Vec3& normal, View& view) const {
    view.up_to.resize(m_points.count());
    float sum = 0.0F;
    for (std::size_t i = 0; i < m_points.count(); ++i) {
        sum += m_points.factorAt(i, point, normal);
        view.up_to[i] = sum;
    }
    view.open = sum;
}

SourceRay PointsSource::ray(const View& view, const Vec3& origin, Point2 place) const {
    const auto wanted = static_cast<float>(place.x * view.open);
    const auto found = std::ranges::upper_bound(view.up_to, wanted);
    const auto i = static_cast<std::size_t>(
        std::min<std::ptrdiff_t>(found - view.up_to.begin(), std::ssize(view.up_to) - 1));
    return rayTo(m_points.positions_mm[i], origin);
}

}  // namespace glaukophos
