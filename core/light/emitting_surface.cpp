// From each receiver the tree is walked down only where patches are near.
#include "core/light/emitting_surface.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/light/outline.h"

namespace glaukophos {
namespace {

constexpr auto kPi_f = static_cast<float>(kPi);

Vec3 areaOf(const std::array<Vec3, 3>& corners) {
    return 0.5F * (corners[1] - corners[0]).cross(corners[2] - corners[0]);
}

Vec3 middleOf(const std::array<Vec3, 3>& corners) {
    return (corners[0] + corners[1] + corners[2]) / 3.0F;
}

// Of a small disc; 0 where either faces away.
double smallFactor(const Vec3& area_vector, float area_mm2, const Vec3& way, const Vec3& normal) {
    const float slant = normal.dot(way);
    const float slant_there = -area_vector.dot(way);
    if (slant <= 0.0F || slant_there <= 0.0F) return 0.0;
    const float distance2 = way.squaredNorm();
    return static_cast<double>(slant * slant_there) /
           static_cast<double>(distance2 * (kPi_f * distance2 + area_mm2));
}

// Uniform over a triangle: Osada et al. 2002.
Vec3 pointIn(const std::array<Vec3, 3>& corners, Point2 place) {
    const auto root = static_cast<float>(std::sqrt(place.x));
    const auto y = static_cast<float>(place.y);
    return (1.0F - root) * corners[0] + root * (1.0F - y) * corners[1] + root * y * corners[2];
}

}  // namespace

EmittingSurface::EmittingSurface(const Mesh& mesh, const PartLabels& labels,
                                 std::span<const PartIndex> glowing, const EmittingDetail& detail)
    : m_detail(detail) {
    for (std::size_t t = 0; t < labels.size(); ++t) {
        if (std::ranges::find(glowing, labels[t]) == glowing.end()) continue;
        std::array<Vec3, 3> corners;
        for (std::size_t k = 0; k < 3; ++k) {
            corners.at(k) = mesh.positions_mm[mesh.triangles[t].at(k)];
        }
        if (areaOf(corners).norm() > 0.0F) m_triangles.push_back(corners);
    }
    std::vector<std::uint32_t> order(m_triangles.size());
    std::iota(order.begin(), order.end(), 0U);
    m_patches.reserve(2 * order.size());
    if (!order.empty()) build(order);
}

std::uint32_t EmittingSurface::build(std::span<std::uint32_t> triangles) {
    const auto here = static_cast<std::uint32_t>(m_patches.size());
    Patch patch;
    Bounds bounds;
    for (const std::uint32_t t : triangles) {
        const Vec3 area = areaOf(m_triangles[t]);
        patch.area_vector += area;
        patch.area_mm2 += area.norm();
        patch.centre_mm += area.norm() * middleOf(m_triangles[t]);
        bounds.add(middleOf(m_triangles[t]));
    }
    patch.centre_mm /= patch.area_mm2;
    for (const std::uint32_t t : triangles) {
        for (const Vec3& corner : m_triangles[t]) {
            patch.radius_mm = std::max(patch.radius_mm, (corner - patch.centre_mm).norm());
        }
    }
    patch.triangle = triangles.front();
    m_patches.push_back(patch);
    if (triangles.size() == 1) return here;
    int axis = 0;
    bounds.size().maxCoeff(&axis);
    const std::size_t half = triangles.size() / 2;
    std::ranges::nth_element(triangles, triangles.begin() + static_cast<std::ptrdiff_t>(half), {},
                             [&](std::uint32_t t) { return middleOf(m_triangles[t])[axis]; });
    build(triangles.first(half));
    const std::uint32_t second = build(triangles.subspan(half));
    m_patches[here].second = second;
    return here;
}

bool EmittingSurface::looksSmall(const Patch& patch, const Vec3& way) const {
    const auto far = static_cast<float>(m_detail.far_radii) * patch.radius_mm;
    if (way.squaredNorm() < far * far) return false;
    const float size = patch.area_vector.norm();
    const float even = size / patch.area_mm2;
    if (even < static_cast<float>(m_detail.evenness)) return false;
    // Faces in a cone of half angle a have an evenness of (1 + cos a) / 2.
    const float cosine = 2.0F * std::min(even, 1.0F) - 1.0F;
    const float spread = std::sqrt(std::max(0.0F, 1.0F - cosine * cosine));
    const bool at_rim = std::abs(patch.area_vector.dot(way)) < spread * size * way.norm();
    return !at_rim || even >= static_cast<float>(m_detail.rim_evenness);
}

double EmittingSurface::ofTriangle(const Patch& patch, const Vec3& point,
                                   const Vec3& normal) const {
    const Vec3d origin = point.cast<double>();
    const Vec3d facing = normal.cast<double>();
    Outline outline;
    for (const Vec3& corner : m_triangles[patch.triangle]) {
        const Vec3d way = corner.cast<double>() - origin;
        if (way.squaredNorm() < 1e-12) return 0.0;  // a corner of it is where the receiver is
        outline.add(way);
    }
    return configurationFactor(aboveHorizon(outline, facing), facing);
}

double EmittingSurface::look(const Vec3& point, const Vec3& normal,
                             std::vector<Entry>& entries) const {
    entries.clear();
    if (m_patches.empty()) return 0.0;
    double sum = 0.0;
    // Halves are pushed at most once a level: the tree is as deep as its triangles are doubled.
    std::array<std::uint32_t, 64> waiting;
    std::size_t count = 0;
    waiting.at(count++) = 0;
    while (count > 0) {
        const std::uint32_t i = waiting.at(--count);
        const Patch& patch = m_patches[i];
        const Vec3 way = patch.centre_mm - point;
        const float height = normal.dot(way);
        if (height <= -patch.radius_mm) continue;  // below the horizon
        const bool whole = height >= patch.radius_mm;
        double factor = 0.0;
        if (whole && looksSmall(patch, way)) {
            factor = smallFactor(patch.area_vector, patch.area_mm2, way, normal);
        } else if (patch.second == 0) {
            if (patch.area_vector.dot(way) < 0.0F) factor = ofTriangle(patch, point, normal);
        } else {
            waiting.at(count++) = patch.second;
            waiting.at(count++) = i + 1;
            continue;
        }
        if (factor <= 0.0) continue;
        sum += factor;
        entries.push_back({i, static_cast<float>(sum)});
    }
    return std::min(1.0, sum);
}

EmittingSurface::Spot EmittingSurface::spotAt(const std::vector<Entry>& entries, const Vec3& point,
                                              const Vec3& normal, Point2 place) const {
    if (entries.empty()) return {};
    const float wanted = static_cast<float>(place.x) * entries.back().up_to;
    auto found = std::ranges::upper_bound(entries, wanted, {}, &Entry::up_to);
    if (found == entries.end()) --found;
    const float before = found == entries.begin() ? 0.0F : std::prev(found)->up_to;
    const float factor = found->up_to - before;
    double along = std::clamp(static_cast<double>((wanted - before) / factor), 0.0, 0.999999);
    // Down to one triangle, by area.
    std::uint32_t i = found->patch;
    while (m_patches[i].second != 0) {
        const Patch& first = m_patches[i + 1];
        const double share = first.area_mm2 / m_patches[i].area_mm2;
        const bool in_first = along < share;
        along = in_first ? along / share : (along - share) / (1.0 - share);
        i = in_first ? i + 1 : m_patches[i].second;
    }
    const Patch& triangle = m_patches[i];
    Spot spot;
    spot.position = pointIn(m_triangles[triangle.triangle], {along, place.y});
    const Vec3 way = spot.position - point;
    if (i != found->patch) {  // far away all of a patch gives alike
        const bool shines = normal.dot(way) > 0.0F && triangle.area_vector.dot(way) < 0.0F;
        spot.weight = shines ? 1.0 : 0.0;
        return spot;
    }
    const double here = smallFactor(triangle.area_vector, 0.0F, way, normal);
    spot.weight = here / static_cast<double>(factor);
    return spot;
}

}  // namespace glaukophos
