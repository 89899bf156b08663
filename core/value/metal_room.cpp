#include "core/value/metal_room.h"

#include <algorithm>
#include <cmath>

#include "core/base/smooth_step.h"
#include "core/light/direction.h"
#include "core/value/sheen.h"

namespace glaukophos {
namespace {

constexpr double kSill_deg = 10.0;
constexpr double kFloorFrom_deg = -35.0;  // to the sill: wall and floor in the window's light
constexpr double kFloor = 0.75;           // of the window itself
constexpr double kSoft_deg = 3.0;  // half the width of the window's edges, for the grid of vertices

// 1 inside, 0 outside, soft by the edge.
double shareWithin(double value_deg, double low_deg, double high_deg) {
    const double edge = std::min(value_deg - low_deg, high_deg - value_deg);
    return smoothStep(0.5 + 0.5 * edge / kSoft_deg);
}

}  // namespace

double levelSeen(const MetalRoom& room, const Vec3& direction) {
    const double up = std::clamp(static_cast<double>(direction.z()), -1.0, 1.0);
    const Vec3 to_window = towards({room.window_hour, 0.0});
    const double flat =
        std::max(1e-6, static_cast<double>(std::hypot(direction.x(), direction.y())));
    const double turned =
        (direction.x() * to_window.x() + direction.y() * to_window.y()) / flat;  // cosine
    // Overhead and underfoot no wall is nearer to the window than another.
    const double upright = std::sqrt(std::max(0.0, 1.0 - up * up));
    const double wall = 1.0 - room.contrast * upright * 0.5 * (1.0 - turned);
    const double base = metalLevel(up) * (up > 0.0 ? wall : 0.5 + 0.5 * wall);
    const double aside_deg = degrees(std::acos(std::clamp(turned, -1.0, 1.0)));
    const double height_deg = degrees(std::asin(up));
    const double half_deg = 0.5 * room.window_width_deg;
    if (half_deg <= 0.0) return base;
    // Seen from a little above, upright things mirror the floor: the window lights that too.
    const double pane = shareWithin(height_deg, kSill_deg, room.window_top_deg);
    const double floor = kFloor * shareWithin(height_deg, kFloorFrom_deg, kSill_deg);
    const double window = shareWithin(aside_deg, -half_deg, half_deg) * std::max(pane, floor);
    return base + window * (1.0 - base);
}

Vec3 metAt(const MetalRoom& room, const Vec3& from_middle, const Vec3& direction) {
    const auto radius = static_cast<float>(room.distance_mm);
    const float along = from_middle.dot(direction);
    const float inside = radius * radius - from_middle.squaredNorm();
    if (inside <= 0.0F) return direction;  // the figure is larger than the room
    const float way = -along + std::sqrt(along * along + inside);
    return (from_middle + way * direction).normalized();
}

}  // namespace glaukophos
