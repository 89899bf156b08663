// Light of the simulated camera's table: many far directions, each with a map of what it reaches.
#pragma once

#include <vector>

#include "devices/camera/shot.h"

namespace glaukophos::camera {

class Shadows {
  public:
    Shadows(const Mesh& mesh, const Shot& shot);
    // Linear irradiance of a place with this unit normal.
    [[nodiscard]] Vec3 irradiance(const Vec3& point_mm, const Vec3& normal) const;

  private:
    struct Ray {
        Vec3 towards;
        Vec3 right;
        Vec3 up;
        Vec3 strength;             // on a surface that faces it
        std::vector<float> depth;  // of the nearest, away from the light; kSide x kSide
    };
    [[nodiscard]] bool reaches(const Ray& ray, const Vec3& point_mm) const;

    std::vector<Ray> m_rays;
    Vec3 m_middle;
    float m_mm_a_cell = 1.0F;
};

}  // namespace glaukophos::camera
