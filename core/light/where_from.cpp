// One clause for the direction, one for distance and height.
#include "core/light/where_from.h"

#include <fmt/format.h>

#include <algorithm>

namespace glaukophos {
namespace {

std::string skyInWords(const Sky& sky) {
    switch (sky.kind) {
        case SkyKind::Uniform:
            return "from the whole sky alike";
        case SkyKind::Overcast:
            return "from a cloudy sky, most from straight above";
        case SkyKind::Zenithal:
            break;
    }
    return sky.sharpness < 1.0 ? "from the whole sky, softly" : "from above, in a wide cone";
}

std::string placeInWords(const Vec3& place, const Bounds& figure) {
    const Vec3 offset = place - figure.centre();
    const double share = (place.z() - figure.low.z()) / std::max(figure.size().z(), 1e-3F);
    const char* level = share < 0.0    ? "below the feet"
                        : share < 0.35 ? "low down"
                        : share < 0.7  ? "at half height"
                        : share < 1.0  ? "high up"
                                       : "above the figure";
    return fmt::format("{}; {:.0f} mm from the middle of the figure, {}",
                       inWords(clockFrom(offset)), offset.norm(), level);
}

std::string facingInWords(const Panel& panel) {
    if (panel.faces.height_deg > 85.0) return "shining straight up";
    if (panel.faces.height_deg < -85.0) return "shining straight down";
    return fmt::format("shining towards {:.0f} o'clock{}",
                       std::round(panel.faces.hour) < 0.5 ? 12.0 : std::round(panel.faces.hour),
                       panel.two_sided ? " and the other way" : "");
}

std::string bounceInWords(const Bounce& bounce) {
    if (bounce.from_parts.empty()) {
        return bounce.from_floor ? "thrown back by the floor, from below"
                                 : "thrown back by nothing yet: choose the floor or a part";
    }
    return bounce.from_floor ? "thrown back by the floor and by the figure itself"
                             : "thrown back by the figure itself";
}

}  // namespace

std::string whereFrom(const Light& light, const Bounds& figure, const Bounds& own) {
    return std::visit(
        Overloaded{[](const Sky& sky) { return skyInWords(sky); },
                   [](const FarLight& far) { return inWords(far.direction); },
                   [&](const Lamp& lamp) { return placeInWords(lamp.centre_mm, figure); },
                   [&](const Rod& rod) {
                       const Vec3 middle = 0.5F * (rod.from_mm + rod.to_mm);
                       return fmt::format("{}; {:.0f} mm long", placeInWords(middle, figure),
                                          (rod.to_mm - rod.from_mm).norm());
                   },
                   [&](const Panel& panel) {
                       return fmt::format("{}; {}", placeInWords(panel.centre_mm, figure),
                                          facingInWords(panel));
                   },
                   [&](const GlowingPart&) -> std::string {
                       if (light.own_parts.empty()) return "from no part yet: choose what glows";
                       return placeInWords(own.centre(), figure);
                   },
                   [](const Spray& spray) {
                       return fmt::format("sprayed: {}, {:.0f} mm away", inWords(spray.direction),
                                          spray.distance_mm);
                   },
                   [](const Bounce& bounce) { return bounceInWords(bounce); }},
        light.kind);
}

}  // namespace glaukophos
