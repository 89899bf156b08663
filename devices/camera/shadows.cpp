#include "devices/camera/shadows.h"

#include <tbb/parallel_for.h>

#include <cmath>

#include "devices/camera/optics.h"

namespace glaukophos::camera {
namespace {

constexpr int kSide = 720;
constexpr int kOfLamp = 16;
constexpr int kOfDome = 72;
constexpr double kGolden = 2.399963229728653;  // turns that spread evenly: pi (3 - sqrt 5)

}  // namespace

Shadows::Shadows(const Mesh& mesh, const Shot& shot) {
    const Bounds bounds = boundsOf(mesh.positions_mm);
    m_middle = bounds.centre();
    m_mm_a_cell = 1.05F * bounds.diagonal() / kSide;
    const auto add = [&](const Eigen::Vector3d& towards, const Vec3& strength) {
        Ray ray;
        ray.towards = towards.normalized().cast<float>();
        const Frame frame = frameAround(ray.towards);
        ray.right = frame.tangent;
        ray.up = frame.bitangent;
        ray.strength = strength;
        m_rays.push_back(std::move(ray));
    };
    for (const TableLamp& lamp : shot.lamps) {
        const Eigen::Vector3d middle = towardsHour(lamp.hour, lamp.height_deg);
        const Frame frame = frameAround(middle.cast<float>());
        for (int i = 0; i < kOfLamp; ++i) {
            const double out =
                std::tan(radians(lamp.half_angle_deg)) * std::sqrt((i + 0.5) / kOfLamp);
            const double round = kGolden * i;
            add(middle + out * (std::cos(round) * frame.tangent.cast<double>() +
                                std::sin(round) * frame.bitangent.cast<double>()),
                static_cast<float>(lamp.strength / kOfLamp) * lamp.colour);
        }
    }
    for (int i = 0; i < kOfDome; ++i) {  // even over the upper half
        const double z = (i + 0.5) / kOfDome;
        const double out = std::sqrt(1.0 - z * z);
        add({out * std::cos(kGolden * i), out * std::sin(kGolden * i), z},
            Vec3::Constant(static_cast<float>(2.0 * shot.fill / kOfDome)));
    }
    tbb::parallel_for(std::size_t{0}, m_rays.size(), [&](std::size_t r) {
        Ray& ray = m_rays[r];
        DepthBuffer buffer(kSide, kSide);
        draw(
            buffer, mesh,
            [&](const Vec3& p) {
                const Vec3 d = p - m_middle;
                return Projected{d.dot(ray.right) / m_mm_a_cell + 0.5 * kSide,
                                 d.dot(ray.up) / m_mm_a_cell + 0.5 * kSide, -d.dot(ray.towards)};
            },
            false);
        for (const Fragment& fragment : buffer.fragments) ray.depth.push_back(fragment.depth);
    });
}

bool Shadows::reaches(const Ray& ray, const Vec3& point_mm) const {
    const Vec3 d = point_mm - m_middle;
    const int x = static_cast<int>(std::floor(d.dot(ray.right) / m_mm_a_cell + 0.5F * kSide));
    const int y = static_cast<int>(std::floor(d.dot(ray.up) / m_mm_a_cell + 0.5F * kSide));
    if (x < 0 || y < 0 || x >= kSide || y >= kSide) return true;
    const float nearest =
        ray.depth[static_cast<std::size_t>(y) * kSide + static_cast<std::size_t>(x)];
    return -d.dot(ray.towards) <= nearest;
}

Vec3 Shadows::irradiance(const Vec3& point_mm, const Vec3& normal) const {
    Vec3 sum = Vec3::Zero();
    for (const Ray& ray : m_rays) {
        const float cosine = normal.dot(ray.towards);
        if (cosine <= 0.0F) continue;
        // Above the surface, the more the flatter the light falls: maps are coarse.
        const Vec3 raised = point_mm + (1.0F + 1.0F / (0.2F + cosine)) * m_mm_a_cell * normal;
        if (reaches(ray, raised)) sum += cosine * ray.strength;
    }
    return sum;
}

}  // namespace glaukophos::camera
