// Places of a figure and the codes that a photograph shows of them.
#pragma once

#include <Eigen/Core>
#include <vector>

#include "core/figure/figure.h"
#include "core/photo/photograph.h"

namespace glaukophos {

inline constexpr std::size_t kFewestSamples = 200;

struct LitSamples {
    std::vector<Vec3> points_mm;
    std::vector<Vec3> normals;
    std::vector<Vec3> codes;  // 0..1
    Eigen::VectorXf weights;  // less where the surface slants away
    float offset_mm = 0.01F;
    [[nodiscard]] std::size_t count() const { return points_mm.size(); }
};

// Some thousands, evenly over the photograph; none beside outlines or where it is clipped.
LitSamples samplesIn(const Form& form, const Photograph& photo, const PhotoCamera& camera);

// Irradiance at the samples of a far lamp of strength 1; half angle 0: a single direction.
Eigen::VectorXf litFrom(const LitSamples& samples, const RayScene& scene, const Vec3& towards,
                        double half_angle_deg);

double luminanceOf(const Vec3d& linear_rgb);
Vec3d asSrgb(const Vec3& codes);  // linear

}  // namespace glaukophos
