// How the simulated camera projects, and a buffer of depth that triangles are drawn into.
#pragma once

#include <functional>
#include <vector>

#include "devices/camera/shot.h"

namespace glaukophos::camera {

struct Projected {
    double x = 0.0;  // pixels
    double y = 0.0;
    double depth = 0.0;  // mm along the axis; not positive: behind
};

// The lens of a body that looks at a figure within `bounds`.
class Optics {
  public:
    Optics(const Body& body, const Bounds& bounds);
    // `scale` pixels of a finer picture for each.
    [[nodiscard]] Projected project(const Vec3& point_mm, double scale = 1.0) const;
    [[nodiscard]] double focal_px() const { return m_focal; }
    // What a pixel looks along, from the eye: not exact at the rim, enough for the table.
    [[nodiscard]] Eigen::Vector3d lookingAlong(double x, double y) const;
    [[nodiscard]] const Eigen::Vector3d& eye_mm() const { return m_eye; }

  private:
    Body m_body;
    double m_focal;
    Eigen::Vector3d m_eye;
    Eigen::Vector3d m_right;
    Eigen::Vector3d m_down;
    Eigen::Vector3d m_ahead;
};

// From the figure towards an hour of the clock (12: where it faces, -y) and a height.
Eigen::Vector3d towardsHour(double hour, double height_deg);

// Nearest depth and what lies there. Corners with weights are corrected for perspective.
struct Fragment {
    float depth = 1e30F;
    std::uint32_t triangle = 0xFFFFFFFFU;
    float u = 0.0F;  // weights of the second and third corner
    float v = 0.0F;
};
struct DepthBuffer {
    int width = 0;
    int height = 0;
    std::vector<Fragment> fragments;

    DepthBuffer(int w, int h)
        : width(w),
          height(h),
          fragments(static_cast<std::size_t>(w) * static_cast<std::size_t>(h)) {}
    [[nodiscard]] const Fragment& at(int x, int y) const {
        return fragments[static_cast<std::size_t>(y) * static_cast<std::size_t>(width) +
                         static_cast<std::size_t>(x)];
    }
};
void draw(DepthBuffer& buffer, const Mesh& mesh,
          const std::function<Projected(const Vec3&)>& project, bool perspective);

}  // namespace glaukophos::camera
