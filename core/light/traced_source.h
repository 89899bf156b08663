// Sources as the ray tracer sees them. Each kind offers the same three things:
//   View             what a receiver sees of it; `open` is the irradiance with nothing in between
//   look(x, n, view) fills a view
//   ray(view, place) a ray to somewhere on it, `place` in [0,1)^2, or of weight 0
#pragma once

#include <optional>

#include "core/light/emitting_surface.h"
#include "core/light/shaped_source.h"
#include "core/light/source_points.h"

namespace glaukophos {

struct SourceRay {
    Vec3 direction = Vec3::UnitZ();
    float far_mm = 1e30F;
    double weight = 0.0;
};

// Rays of a preview at each place, and how many more next to borders of shadows.
struct PreviewRays {
    int first = 4;
    int more = 0;
};

// A round patch of directions that shines alike: the disc of a far light, or a ball from outside.
class RoundSource {
  public:
    explicit RoundSource(const FarLight& far);
    explicit RoundSource(const Lamp& lamp) : m_lamp(lamp) {}

    struct View {
        double open = 0.0;
        bool inside = false;
        Vec3 axis = Vec3::UnitZ();
        Vec3 normal = Vec3::UnitZ();
        Frame frame{Vec3::UnitX(), Vec3::UnitY()};
        double sine = 0.0;  // of the half angle
        float far_mm = 1e30F;
    };
    // A lamp is often as large as what it lights: half of it seen is neither lit nor dark.
    [[nodiscard]] PreviewRays previewRays() const {
        constexpr double kNarrow = 0.03;  // under two degrees: a shadow as good as hard
        return isParallel() && m_far_sine < kNarrow ? PreviewRays{1, 0} : PreviewRays{2, 2};
    }
    [[nodiscard]] bool isParallel() const { return !m_lamp; }
    void look(const Vec3& point, const Vec3& normal, View& view) const;
    [[nodiscard]] SourceRay ray(const View& view, const Vec3& origin, Point2 place) const;

  private:
    std::optional<Lamp> m_lamp;
    Vec3 m_far_axis = Vec3::UnitZ();
    double m_far_sine = 0.0;
};

// Rods and panels.
template <class Shape>
class OutlinedSource {
  public:
    OutlinedSource(const Shape& shape, int fineness) : m_shape(shape), m_fineness(fineness) {}

    struct View {
        double open = 0.0;
        bool inside = false;
        Vec3d point = Vec3d::Zero();
        Vec3d normal = Vec3d::UnitZ();
        Outline outline;  // above the horizon
    };
    [[nodiscard]] static PreviewRays previewRays() { return {}; }
    [[nodiscard]] static bool isParallel() { return false; }
    void look(const Vec3& point, const Vec3& normal, View& view) const;
    [[nodiscard]] SourceRay ray(const View& view, const Vec3& origin, Point2 place) const;

  private:
    Shape m_shape;
    int m_fineness;
};

// A glowing part: rays go to places on it in proportion to what they give.
class GlowingSource {
  public:
    explicit GlowingSource(EmittingSurface surface) : m_surface(std::move(surface)) {}

    struct View {
        double open = 0.0;
        bool inside = false;
        Vec3 point = Vec3::Zero();
        Vec3 normal = Vec3::UnitZ();
        std::vector<EmittingSurface::Entry> entries;
    };
    [[nodiscard]] static PreviewRays previewRays() { return {}; }
    [[nodiscard]] static bool isParallel() { return false; }
    void look(const Vec3& point, const Vec3& normal, View& view) const;
    [[nodiscard]] SourceRay ray(const View& view, const Vec3& origin, Point2 place) const;

  private:
    EmittingSurface m_surface;
};

// Sprays: rays go to points in proportion to what they give.
class PointsSource {
  public:
    explicit PointsSource(SourcePoints points) : m_points(std::move(points)) {}

    struct View {
        double open = 0.0;
        bool inside = false;
        std::vector<float> up_to;  // what the points up to each one give together
    };
    [[nodiscard]] static PreviewRays previewRays() { return {}; }
    [[nodiscard]] static bool isParallel() { return false; }
    void look(const Vec3& point, const Vec3& normal, View& view) const;
    [[nodiscard]] SourceRay ray(const View& view, const Vec3& origin, Point2 place) const;

  private:
    SourcePoints m_points;
};

}  // namespace glaukophos
