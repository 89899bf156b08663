#include "core/review/lit_samples.h"

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"
#include "core/colour/colour.h"
#include "core/geometry/at_hit.h"

namespace glaukophos {
namespace {

constexpr std::size_t kMost = 3500;
constexpr float kLeastFacing = 0.25F;
constexpr int kRaysOfLamp = 10;
constexpr double kGoldenTurn = 2.399963229728653;  // pi (3 - sqrt 5): turns that spread evenly

struct Shown {
    Vec3 point;
    Vec3 normal;
    float distance_mm = 0.0F;
    float facing = 0.0F;
};

std::optional<Shown> shownAt(const Form& form, const PhotoCamera& camera, double x, double y) {
    const PhotoRay ray = rayThrough(camera, {x, y});
    const auto hit = form.shown.nearest(ray.origin_mm, ray.direction);
    if (!hit) return std::nullopt;
    const Triangle& t = form.whole.mesh.triangles[hit->triangle];
    const Vec3 normal = atHit(form.whole.normals, t, *hit);
    if (normal.norm() < 1e-6F) return std::nullopt;
    return Shown{ray.origin_mm + hit->distance_mm * ray.direction, normal.normalized(),
                 hit->distance_mm, -normal.normalized().dot(ray.direction)};
}

// Whether what lies beside it is the same surface.
bool isInside(const Form& form, const PhotoCamera& camera, double x, double y, const Shown& here,
              double reach_px) {
    for (const auto& [dx, dy] : {std::pair{-1, 0}, {1, 0}, {0, -1}, {0, 1}}) {
        const auto beside = shownAt(form, camera, x + reach_px * dx, y + reach_px * dy);
        if (!beside || std::abs(beside->distance_mm - here.distance_mm) > 1.5F) return false;
    }
    return true;
}

Vec3 meanCode(const Photograph& photo, int x, int y) {
    Vec3 sum = Vec3::Zero();
    for (int j = -1; j <= 1; ++j) {
        for (int i = -1; i <= 1; ++i) {
            const std::size_t at =
                3 * (static_cast<std::size_t>(y + j) * static_cast<std::size_t>(photo.width) +
                     static_cast<std::size_t>(x + i));
            sum += Vec3(photo.rgb[at], photo.rgb[at + 1], photo.rgb[at + 2]);
        }
    }
    return sum / (9.0F * 255.0F);
}

}  // namespace

LitSamples samplesIn(const Form& form, const Photograph& photo, const PhotoCamera& camera) {
    LitSamples samples;
    samples.offset_mm = form.receivers().offset_mm;
    // How large half a millimetre is seen in the middle.
    const double depth = depthOf_mm(camera, form.bounds.centre().cast<double>());
    const double reach_px = std::max(1.5, 0.4 * camera.focal_px / std::max(1.0, depth));
    const double cells = static_cast<double>(photo.width) * photo.height;
    std::vector<float> weights;
    // Few of all pixels show the figure: a coarse grid first tells how many.
    std::size_t coarse = 0;
    std::size_t of_figure = 0;
    for (int y = 8; y < photo.height; y += 16) {
        for (int x = 8; x < photo.width; x += 16) {
            ++coarse;
            if (shownAt(form, camera, x, y)) ++of_figure;
        }
    }
    if (of_figure == 0) return samples;
    const double share = static_cast<double>(of_figure) / static_cast<double>(coarse);
    const int step = std::max(1, static_cast<int>(std::sqrt(share * cells / kMost)));
    for (int y = 2; y + 2 < photo.height; y += step) {
        for (int x = 2; x + 2 < photo.width; x += step) {
            const auto here = shownAt(form, camera, x + 0.5, y + 0.5);
            if (!here || here->facing < kLeastFacing) continue;
            const Vec3 code = meanCode(photo, x, y);
            if (code.maxCoeff() > 0.98F || code.maxCoeff() < 0.015F) continue;
            if (!isInside(form, camera, x + 0.5, y + 0.5, *here, reach_px)) continue;
            samples.points_mm.push_back(here->point);
            samples.normals.push_back(here->normal);
            samples.codes.push_back(code);
            weights.push_back(std::min(1.0F, 1.5F * here->facing));
        }
    }
    samples.weights = Eigen::Map<const Eigen::VectorXf>(weights.data(),
                                                        static_cast<Eigen::Index>(weights.size()));
    return samples;
}

Eigen::VectorXf litFrom(const LitSamples& samples, const RayScene& scene, const Vec3& towards,
                        double half_angle_deg) {
    std::vector<Vec3> rays = {towards};
    if (half_angle_deg > 0.0) {
        rays.clear();
        const Frame frame = frameAround(towards);
        for (int i = 0; i < kRaysOfLamp; ++i) {
            const double out =
                std::tan(radians(half_angle_deg)) * std::sqrt((i + 0.5) / kRaysOfLamp);
            rays.push_back((towards +
                            static_cast<float>(out * std::cos(kGoldenTurn * i)) * frame.tangent +
                            static_cast<float>(out * std::sin(kGoldenTurn * i)) * frame.bitangent)
                               .normalized());
        }
    }
    Eigen::VectorXf lit = Eigen::VectorXf::Zero(static_cast<Eigen::Index>(samples.count()));
    forChunks(samples.count(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) {
            float sum = 0.0F;
            for (const Vec3& ray : rays) {
                const float cosine = samples.normals[i].dot(ray);
                if (cosine <= 0.0F) continue;
                const Vec3 from = samples.points_mm[i] + samples.offset_mm * samples.normals[i];
                if (!scene.occluded(from, ray, 1e30F)) sum += cosine;
            }
            lit[static_cast<Eigen::Index>(i)] = sum / static_cast<float>(rays.size());
        }
    });
    return lit;
}

double luminanceOf(const Vec3d& linear_rgb) { return xyzFrom(LinearRgb{linear_rgb}).xyz.y(); }

Vec3d asSrgb(const Vec3& codes) { return linearFrom(Srgb{codes.x(), codes.y(), codes.z()}).rgb; }

}  // namespace glaukophos
