// Coverage of a whole group first, then its colour, so that joints are not drawn twice.
#include "core/picture/draw_lines.h"

#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

struct Dashes {
    float on_px = 1e9F;
    float period_px = 1e9F;
};

Dashes dashesOf(LineStyle style, float scale) {
    switch (style) {
        case LineStyle::Solid:
            return {};
        case LineStyle::Dashed:
            return {7.0F * scale, 11.0F * scale};
        case LineStyle::Dotted:
            return {1.5F * scale, 5.0F * scale};
    }
    return {};
}

// A point of a line in the picture.
struct Placed {
    Eigen::Vector2f at = Eigen::Vector2f::Zero();
    bool visible = false;
    float half_width_px = 0.5F;
};

class Canvas {
  public:
    Canvas(const TracedFrame& frame, const Camera& camera, const Eigen::Vector2f& jitter)
        : m_frame(frame),
          m_camera(camera),
          m_jitter(jitter),
          m_core(frame.pixels.size(), 0.0F),
          m_halo(frame.pixels.size(), 0.0F) {}

    [[nodiscard]] Placed place(const Vec3& point, float least_px, float width_mm) const {
        Placed placed;
        const auto at = pixelOf(m_camera, m_frame.grid, point);
        if (!at) return placed;
        placed.at = *at - m_jitter;
        const Vec3 to_point = point - m_camera.eye_mm;
        const float depth = m_camera.parallel ? 1.0F : to_point.dot(m_camera.forward);
        const float px_per_mm =
            0.5F * static_cast<float>(m_frame.grid.height) / (m_camera.half_height * depth);
        placed.half_width_px = 0.5F * std::max(least_px, width_mm * px_per_mm);
        const auto x = static_cast<int>(std::floor(placed.at.x()));
        const auto y = static_cast<int>(std::floor(placed.at.y()));
        if (x < 0 || y < 0 || x >= m_frame.grid.width || y >= m_frame.grid.height) return placed;
        placed.visible = isVisible(x, y, distanceTo(point));
        return placed;
    }

    // `start_px` is how far along its line the stretch begins.
    void stretch(const Placed& a, const Placed& b, float start_px, const Dashes& dashes,
                 float halo_px) {
        const Eigen::Vector2f along = b.at - a.at;
        const float length = along.norm();
        const float half = std::max(a.half_width_px, b.half_width_px);
        const float room = half + halo_px + 1.0F;
        const int left = std::max(0, static_cast<int>(std::min(a.at.x(), b.at.x()) - room));
        const int right =
            std::min(m_frame.grid.width - 1, static_cast<int>(std::max(a.at.x(), b.at.x()) + room));
        const int top = std::max(0, static_cast<int>(std::min(a.at.y(), b.at.y()) - room));
        const int bottom = std::min(m_frame.grid.height - 1,
                                    static_cast<int>(std::max(a.at.y(), b.at.y()) + room));
        for (int y = top; y <= bottom; ++y) {
            for (int x = left; x <= right; ++x) {
                const Eigen::Vector2f from =
                    Eigen::Vector2f(static_cast<float>(x) + 0.5F, static_cast<float>(y) + 0.5F) -
                    a.at;
                const float t = length > 1e-6F
                                    ? std::clamp(from.dot(along) / (length * length), 0.0F, 1.0F)
                                    : 0.0F;
                const float on = onDash(start_px + t * length, dashes);
                if (on <= 0.0F) continue;
                const float away = (from - t * along).norm();
                cover(x, y, on * std::clamp(half + 0.5F - away, 0.0F, 1.0F),
                      on * std::clamp(half + halo_px + 0.5F - away, 0.0F, 1.0F));
            }
        }
    }

    // Mixes the group's colour in and forgets the group.
    void apply(const LineGroup& group, std::vector<Vec3>& pixels) {
        for (const std::size_t i : m_touched) {
            if (group.halo_px > 0.0F) {
                const float halo = 0.6F * m_halo[i];
                pixels[i] = (1.0F - halo) * pixels[i] + Vec3::Constant(halo * 0.85F);
            }
            pixels[i] = (1.0F - m_core[i]) * pixels[i] + m_core[i] * group.colour;
            m_core[i] = 0.0F;
            m_halo[i] = 0.0F;
        }
        m_touched.clear();
    }

  private:
    [[nodiscard]] float distanceTo(const Vec3& point) const {
        const Vec3 to_point = point - m_camera.eye_mm;
        if (m_camera.parallel) return to_point.dot(m_camera.forward);
        return to_point.norm() - m_camera.near_mm;
    }

    // Steep surface falls off within a pixel: the neighbours may vouch for a point.
    [[nodiscard]] bool isVisible(int x, int y, float distance) const {
        const float tolerance = 0.006F * distance / 3.0F + 0.05F;
        for (const auto& [dx, dy] : {std::pair{0, 0}, {1, 0}, {-1, 0}, {0, 1}, {0, -1}}) {
            const int nx = std::clamp(x + dx, 0, m_frame.grid.width - 1);
            const int ny = std::clamp(y + dy, 0, m_frame.grid.height - 1);
            const PixelHit& hit = m_frame.at(nx, ny);
            if (hit.triangle == kNothing) continue;
            if (std::abs(hit.distance_mm - distance) < tolerance) return true;
        }
        return false;
    }

    static float onDash(float along_px, const Dashes& dashes) {
        if (dashes.on_px >= dashes.period_px) return 1.0F;
        const float at = std::fmod(along_px, dashes.period_px);
        return std::clamp(std::min(at + 0.5F, dashes.on_px - at + 0.5F), 0.0F, 1.0F);
    }

    void cover(int x, int y, float core, float halo) {
        if (halo <= 0.0F && core <= 0.0F) return;
        const std::size_t i =
            static_cast<std::size_t>(y) * static_cast<std::size_t>(m_frame.grid.width) +
            static_cast<std::size_t>(x);
        if (m_core[i] <= 0.0F && m_halo[i] <= 0.0F) m_touched.push_back(i);
        m_core[i] = std::max(m_core[i], core);
        m_halo[i] = std::max(m_halo[i], std::max(halo, 1e-6F));
    }

    const TracedFrame& m_frame;
    const Camera& m_camera;
    Eigen::Vector2f m_jitter;
    std::vector<float> m_core;
    std::vector<float> m_halo;
    std::vector<std::size_t> m_touched;
};

void drawLine(const std::vector<Vec3>& line, const LineGroup& group, float scale, Canvas& canvas) {
    const Dashes dashes = dashesOf(group.style, scale);
    float along_px = 0.0F;
    Placed before;
    for (std::size_t i = 0; i < line.size(); ++i) {
        const Placed here = canvas.place(line[i], scale * group.width_px, group.width_mm);
        if (line.size() == 1 && here.visible) {
            canvas.stretch(here, here, 0.0F, {}, scale * group.halo_px);
        }
        if (i > 0 && before.visible && here.visible) {
            canvas.stretch(before, here, along_px, dashes, scale * group.halo_px);
            along_px += (here.at - before.at).norm();
        }
        before = here;
    }
}

}  // namespace

void drawLines(const std::vector<LineGroup>& groups, const TracedFrame& frame, const Camera& camera,
               const Eigen::Vector2f& jitter, float scale, std::vector<Vec3>& pixels) {
    if (groups.empty()) return;
    Canvas canvas(frame, camera, jitter);
    for (const LineGroup& group : groups) {
        for (const std::vector<Vec3>& line : group.lines_mm) drawLine(line, group, scale, canvas);
        canvas.apply(group, pixels);
    }
}

}  // namespace glaukophos
