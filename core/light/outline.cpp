// The outline is cut into flat triangles whose corners are unit directions: seen from the point
// they cover exactly the outline, and sampling a flat triangle is simple.
#include "core/light/outline.h"

#include <algorithm>
#include <cmath>

namespace glaukophos {

Outline aboveHorizon(const Outline& outline, const Vec3d& normal) {
    Outline clipped;
    for (std::size_t i = 0; i < outline.count; ++i) {
        const Vec3d& here = outline.corners[i];
        const Vec3d& next = outline.corners[(i + 1) % outline.count];
        const double height = normal.dot(here);
        const double next_height = normal.dot(next);
        if (height > 0.0) clipped.add(here);
        if ((height > 0.0) == (next_height > 0.0)) continue;
        const Vec3d crossing = next_height * here - height * next;
        if (crossing.squaredNorm() > 1e-24) clipped.add(height > 0.0 ? Vec3d(-crossing) : crossing);
    }
    return clipped;
}

double configurationFactor(const Outline& outline, const Vec3d& normal) {
    if (outline.empty()) return 0.0;
    double sum = 0.0;
    for (std::size_t i = 0; i < outline.count; ++i) {
        const Vec3d& here = outline.corners[i];
        const Vec3d& next = outline.corners[(i + 1) % outline.count];
        const Vec3d across = here.cross(next);
        const double sine = across.norm();
        const double angle = std::atan2(sine, here.dot(next));
        sum += (sine > 1e-12 ? angle / sine : 1.0) * across.dot(normal);
    }
    return std::min(1.0, std::abs(sum) / (2.0 * kPi));
}

OutlineSampler::OutlineSampler(const Outline& outline) : m_outline(outline) {
    for (std::size_t i = 1; i + 1 < outline.count; ++i) {
        const Vec3d side = outline.corners[i] - outline.corners[0];
        const Vec3d other = outline.corners[i + 1] - outline.corners[0];
        m_area += 0.5 * side.cross(other).norm();
        m_areas_up_to[i] = m_area;
    }
}

OutlineSampler::Sample OutlineSampler::at(Point2 place) const {
    if (m_outline.empty() || m_area <= 0.0) return {};
    const double wanted = place.x * m_area;
    std::size_t i = 1;
    while (i + 2 < m_outline.count && m_areas_up_to[i] < wanted) ++i;
    const double before = m_areas_up_to[i - 1];
    const double size = m_areas_up_to[i] - before;
    const double along = size > 0.0 ? std::clamp((wanted - before) / size, 0.0, 1.0) : 0.5;
    // Uniform over a triangle: Osada et al. 2002.
    const double root = std::sqrt(along);
    const Vec3d& a = m_outline.corners[0];
    const Vec3d& b = m_outline.corners[i];
    const Vec3d& c = m_outline.corners[i + 1];
    const Vec3d point = (1.0 - root) * a + root * (1.0 - place.y) * b + root * place.y * c;
    const Vec3d facing = (b - a).cross(c - a).stableNormalized();
    const double distance = point.norm();
    const Vec3d direction = point / distance;
    return {direction, m_area * std::abs(facing.dot(direction)) / (distance * distance)};
}

Vec3d OutlineSampler::middle() const {
    Vec3d sum = Vec3d::Zero();
    for (std::size_t i = 0; i < m_outline.count; ++i) sum += m_outline.corners[i];
    return sum.stableNormalized();
}

}  // namespace glaukophos
