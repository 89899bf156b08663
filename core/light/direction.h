// Directions the painter's way: an hour of a clock laid round the figure, and a height.
#pragma once

#include <string>

#include "core/base/vec.h"

namespace glaukophos {

// Seen from above, 12 is where the figure faces and 3 is on the figure's own right.
struct ClockDirection {
    double hour = 12.0;        // 0 <= hour < 12 after normalising, 0 shown as 12
    double height_deg = 45.0;  // above the horizon; negative is below
    bool operator==(const ClockDirection&) const = default;
};

// Unit vector from the figure towards the light.
Vec3 towards(const ClockDirection& direction);

// `direction` need not have length 1; straight up or down gives hour 12.
ClockDirection clockFrom(const Vec3& direction);

// "2 o'clock, 55 degrees up, over the figure's right shoulder (on your left as you face it)".
std::string inWords(const ClockDirection& direction);

}  // namespace glaukophos
