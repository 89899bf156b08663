// The clock: the figure faces -y and its own right is -x.
#include "core/light/direction.h"

#include <fmt/format.h>

#include <array>
#include <cmath>

namespace glaukophos {
namespace {

// What lies in the direction of each hour, for lights above the shoulders; index 0 is 12 o'clock.
constexpr std::array<const char*, 12> kHighPlaces = {
    "in front of the figure",
    "in front, over the figure's right side (on your left as you face it)",
    "over the figure's right shoulder (on your left as you face it)",
    "from the figure's own right (on your left as you face it)",
    "from behind the figure's right shoulder (on your left as you face it)",
    "from behind, on the figure's right (on your left as you face it)",
    "from behind the figure",
    "from behind, on the figure's left (on your right as you face it)",
    "from behind the figure's left shoulder (on your right as you face it)",
    "from the figure's own left (on your right as you face it)",
    "over the figure's left shoulder (on your right as you face it)",
    "in front, over the figure's left side (on your right as you face it)",
};

// The same for lights that are level with the figure or below it.
constexpr std::array<const char*, 12> kLowPlaces = {
    "in front of the figure",
    "in front, a little to the figure's right (on your left as you face it)",
    "in front, on the figure's right (on your left as you face it)",
    "beside the figure's right (on your left as you face it)",
    "behind, on the figure's right (on your left as you face it)",
    "behind, a little to the figure's right (on your left as you face it)",
    "behind the figure",
    "behind, a little to the figure's left (on your right as you face it)",
    "behind, on the figure's left (on your right as you face it)",
    "beside the figure's left (on your right as you face it)",
    "in front, on the figure's left (on your right as you face it)",
    "in front, a little to the figure's left (on your right as you face it)",
};

std::string heightInWords(double height_deg) {
    const long rounded = std::lround(std::abs(height_deg));
    if (rounded == 0) return "level with the figure";
    return fmt::format("{} degrees {}", rounded, height_deg > 0.0 ? "up" : "below");
}

// "2 o'clock" or "half past 2".
std::string hourInWords(double hour) {
    const long halves = std::lround(hour * 2.0) % 24;
    const long whole = halves / 2 == 0 ? 12 : halves / 2;
    return halves % 2 == 0 ? fmt::format("{} o'clock", whole) : fmt::format("half past {}", whole);
}

}  // namespace

Vec3 towards(const ClockDirection& direction) {
    const double angle = direction.hour / 12.0 * 2.0 * kPi;
    const double height = radians(direction.height_deg);
    return Vec3d(-std::sin(angle) * std::cos(height), -std::cos(angle) * std::cos(height),
                 std::sin(height))
        .cast<float>();
}

ClockDirection clockFrom(const Vec3& direction) {
    const Vec3d d = direction.cast<double>();
    const double level = std::hypot(d.x(), d.y());
    const double height_deg = degrees(std::atan2(d.z(), level));
    if (level < 1e-9 * (1.0 + std::abs(d.z()))) return {0.0, height_deg};
    const double hour = std::atan2(-d.x(), -d.y()) / (2.0 * kPi) * 12.0;
    return {hour < 0.0 ? hour + 12.0 : hour, height_deg};
}

std::string inWords(const ClockDirection& direction) {
    if (direction.height_deg > 85.0) return "straight above the figure";
    if (direction.height_deg < -85.0) return "straight below the figure";
    const auto place = static_cast<std::size_t>(std::lround(direction.hour)) % 12;
    const auto& places = direction.height_deg >= 20.0 ? kHighPlaces : kLowPlaces;
    return fmt::format("{}, {}, {}", hourInWords(direction.hour),
                       heightInWords(direction.height_deg), places.at(place));
}

}  // namespace glaukophos
