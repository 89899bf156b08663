// Drawn flat between the corners, then laid onto the surface.
#include "core/figure/eye_shape.h"

#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

constexpr double kUpperLid = 0.30;  // of the width
constexpr double kLowerLid = 0.16;
constexpr double kSwing = 0.22;  // of the width, that the colour moves aside
constexpr int kPoints = 17;

class Eye {
  public:
    Eye(const SurfaceWays& ways, const Vec3& from, const Vec3& to)
        : m_ways(ways), m_from(from), m_along(to - from) {
        const Vec3 normal = ways.nearest(from + 0.5F * m_along).normal;
        m_up = normal.cross(m_along);
        if (m_up.z() < 0.0F) m_up = -m_up;
        m_up = m_up.normalized() * m_along.norm();
    }

    // `x` 0..1 from corner to corner, `y` up; both relative to the width.
    [[nodiscard]] Vec3 at(double x, double y) const {
        const Vec3 flat = m_from + static_cast<float>(x) * m_along + static_cast<float>(y) * m_up;
        return m_ways.nearest(flat).point_mm;
    }
    [[nodiscard]] Stroke row(EyePass pass, double from, double to, double height,
                             double bow) const {
        Stroke stroke;
        stroke.pass = static_cast<int>(pass);
        for (int i = 0; i < kPoints; ++i) {
            const double x = from + (to - from) * i / (kPoints - 1);
            stroke.points_mm.push_back(at(x, height + bow * 4.0 * x * (1.0 - x)));
        }
        return stroke;
    }
    [[nodiscard]] Stroke dot(EyePass pass, double x, double y) const {
        Stroke stroke;
        stroke.pass = static_cast<int>(pass);
        stroke.points_mm = {at(x, y)};
        return stroke;
    }

  private:
    const SurfaceWays& m_ways;
    Vec3 m_from;
    Vec3 m_along;
    Vec3 m_up;
};

}  // namespace

std::vector<Stroke> eyeShape(const SurfaceWays& ways, const Vec3& corner_mm,
                             const Vec3& other_corner_mm, double gaze, double row_mm) {
    // From the figure's own right to its left, in whichever order they were clicked.
    const bool in_order = corner_mm.x() <= other_corner_mm.x();
    const Vec3& from = in_order ? corner_mm : other_corner_mm;
    const Vec3& to = in_order ? other_corner_mm : corner_mm;
    const double width = std::max(1e-3F, (to - from).norm());
    const Eye eye(ways, from, to);
    std::vector<Stroke> strokes{eye.row(EyePass::Ring, 0.0, 1.0, 0.0, kUpperLid),
                                eye.row(EyePass::Ring, 0.0, 1.0, 0.0, -kLowerLid)};
    strokes[1].width_from = strokes[1].width_to = 0.55;
    const double row = std::clamp(row_mm / width, 0.05, 1.0);
    for (double y = -kLowerLid + row; y < kUpperLid - 0.5 * row; y += row) {
        // Where a row meets the lid: 4 x (1 - x) is its share of the lid's height.
        const double share = y >= 0.0 ? y / kUpperLid : -y / kLowerLid;
        const double half = 0.5 * std::sqrt(std::max(0.0, 1.0 - share)) - 0.1;
        if (half > 0.0) {
            strokes.push_back(eye.row(EyePass::White, 0.5 - half, 0.5 + half, y, 0.0));
        }
    }
    const double middle = 0.5 + kSwing * gaze;
    const double height = 0.5 * (kUpperLid - kLowerLid);
    strokes.push_back(eye.dot(EyePass::Colour, middle, height));
    strokes.push_back(eye.dot(EyePass::Light, middle - 0.06, height + 0.1));
    return strokes;
}

}  // namespace glaukophos
