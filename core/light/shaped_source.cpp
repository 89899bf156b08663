// A rod is a capsule: seen from outside, two circles of directions and the planes that touch both.
#include "core/light/shaped_source.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>
#include <optional>

namespace glaukophos {
namespace {

// A regular polygon with this angle between corners has the area of a circle 1/factor as large.
double equalAreaFactor(double step) { return std::sqrt(step / std::sin(step)); }

void addCircle(Outline& outline, const Vec3d& axis, double sine, int fineness) {
    const Vec3d side = axis.unitOrthogonal();
    const Vec3d other = axis.cross(side);
    const double step = 2.0 * kPi / fineness;
    const double tangent = sine / std::sqrt(std::max(1e-9, 1.0 - sine * sine));
    const double radius = tangent * equalAreaFactor(step);
    for (int i = 0; i < fineness; ++i) {
        outline.add(axis + radius * (std::cos(i * step) * side + std::sin(i * step) * other));
    }
}

// The arc of the ball's rim from -half to +half round `outward`; `across` completes the frame.
// Ends are exact, corners between them lie a little outside, so that the area is right.
void addArc(Outline& outline, const Vec3d& centre, double radius, const Vec3d& outward,
            const Vec3d& across, double half, int corners, double sign) {
    const double distance = centre.norm();
    const Vec3d axis = centre / distance;
    const double sine = radius / distance;
    const double tangent = sine / std::sqrt(std::max(1e-9, 1.0 - sine * sine));
    const double step = 2.0 * half / corners;
    for (int i = 0; i <= corners; ++i) {
        const double angle = sign * (-half + i * step);
        const bool is_end = i == 0 || i == corners;
        const double r = tangent * (is_end ? 1.0 : equalAreaFactor(step));
        outline.add(axis + r * (std::cos(angle) * outward + std::sin(angle) * across));
    }
}

// Half of the arc between the two planes that touch both balls, measured at this ball.
double halfArc(const Vec3d& centre, double radius, const Vec3d& touching, const Vec3d& outward,
               const Vec3d& across) {
    const Vec3d touched = centre - radius * touching;
    return std::atan2(std::abs(touched.dot(across)), touched.dot(outward));
}

// The plane through the origin that touches both balls on the side of `across`; none when one
// ball hides the other.
std::optional<Vec3d> touchingPlane(const Vec3d& a, const Vec3d& b, double radius,
                                   const Vec3d& across) {
    Eigen::Matrix2d gram;
    gram << a.dot(a), a.dot(b), a.dot(b), b.dot(b);
    if (std::abs(gram.determinant()) < 1e-12 * gram(0, 0) * gram(1, 1)) return std::nullopt;
    const Eigen::Vector2d weights = gram.inverse() * Eigen::Vector2d(radius, radius);
    const Vec3d flat = weights[0] * a + weights[1] * b;
    const double left = 1.0 - flat.squaredNorm();
    if (left <= 0.0) return std::nullopt;
    return flat - std::sqrt(left) * across;
}

double distanceToSegment(const Vec3d& a, const Vec3d& b) {
    const Vec3d along = b - a;
    const double length2 = along.squaredNorm();
    const double t = length2 > 0.0 ? std::clamp(-a.dot(along) / length2, 0.0, 1.0) : 0.0;
    return (a + t * along).norm();
}

}  // namespace

SourceView viewOf(const Rod& rod, const Vec3d& point, int fineness) {
    const Vec3d a = rod.from_mm.cast<double>() - point;
    const Vec3d b = rod.to_mm.cast<double>() - point;
    SourceView view;
    if (distanceToSegment(a, b) <= rod.radius_mm * 1.0001) {
        view.inside = true;
        return view;
    }
    const Vec3d across = a.cross(b).stableNormalized();
    const auto touching = touchingPlane(a, b, rod.radius_mm, across);
    if (!touching) {  // end on: the nearer ball hides the rest
        const Vec3d& near = a.norm() < b.norm() ? a : b;
        addCircle(view.outline, near.normalized(), rod.radius_mm / near.norm(), fineness);
        return view;
    }
    const auto awayFrom = [](const Vec3d& centre, const Vec3d& other) {
        const Vec3d axis = centre.normalized();
        return Vec3d(axis.dot(other) * axis - other).normalized();
    };
    const Vec3d out_a = awayFrom(a, b);
    const Vec3d out_b = awayFrom(b, a);
    const int corners = fineness / 2;
    addArc(view.outline, a, rod.radius_mm, out_a, across,
           halfArc(a, rod.radius_mm, *touching, out_a, across), corners, 1.0);
    addArc(view.outline, b, rod.radius_mm, out_b, across,
           halfArc(b, rod.radius_mm, *touching, out_b, across), corners, -1.0);
    return view;
}

PanelFrame frameOf(const Panel& panel) {
    const double angle = panel.faces.hour / 12.0 * 2.0 * kPi;
    const double height = radians(panel.faces.height_deg);
    PanelFrame frame;
    frame.facing = towards(panel.faces).cast<double>();
    // The direction in which the height of `facing` grows: never zero, not even straight up.
    const Vec3d up(std::sin(angle) * std::sin(height), std::cos(angle) * std::sin(height),
                   std::cos(height));
    const Vec3d right = up.cross(frame.facing);
    const double turn = radians(panel.turn_deg);
    frame.right = std::cos(turn) * right + std::sin(turn) * up;
    frame.up = std::cos(turn) * up - std::sin(turn) * right;
    return frame;
}

SourceView viewOf(const Panel& panel, const Vec3d& point, int fineness) {
    SourceView view;
    const PanelFrame frame = frameOf(panel);
    const Vec3d centre = panel.centre_mm.cast<double>() - point;
    const double before = -centre.dot(frame.facing);
    if (panel.two_sided ? std::abs(before) < 1e-6 : before < 1e-6) return view;
    const Vec3d right = 0.5 * panel.width_mm * frame.right;
    const Vec3d up = 0.5 * panel.height_mm * frame.up;
    if (panel.shape == PanelShape::Rectangle) {
        for (const auto& [x, y] : {std::pair{-1, -1}, {1, -1}, {1, 1}, {-1, 1}}) {
            view.outline.add(centre + x * right + y * up);
        }
        return view;
    }
    const double step = 2.0 * kPi / fineness;
    for (int i = 0; i < fineness; ++i) {
        const double angle = i * step;
        view.outline.add(centre +
                         equalAreaFactor(step) * (std::cos(angle) * right + std::sin(angle) * up));
    }
    return view;
}

double distanceAlong(const Rod& rod, const Vec3d& point, const Vec3d& direction) {
    const Vec3d a = rod.from_mm.cast<double>() - point;
    const Vec3d along = rod.to_mm.cast<double>() - rod.from_mm.cast<double>();
    // The place on the rod's axis nearest to the ray, then back to the rod's side.
    const double length2 = along.squaredNorm();
    const double slant = along.dot(direction);
    const double square = length2 - slant * slant;
    double t = 0.5;
    if (square > 1e-9 * std::max(length2, 1e-12)) {
        t = (slant * a.dot(direction) - a.dot(along)) / square;
    }
    const Vec3d nearest = a + std::clamp(t, 0.0, 1.0) * along;
    const double middle = nearest.dot(direction);
    const double off2 = nearest.squaredNorm() - middle * middle;
    return middle - std::sqrt(std::max(0.0, rod.radius_mm * rod.radius_mm - off2));
}

double distanceAlong(const Panel& panel, const Vec3d& point, const Vec3d& direction) {
    const Vec3d facing = frameOf(panel).facing;
    const Vec3d centre = panel.centre_mm.cast<double>() - point;
    const double slant = direction.dot(facing);
    return std::abs(slant) > 1e-12 ? std::max(0.0, centre.dot(facing) / slant) : 0.0;
}

}  // namespace glaukophos
