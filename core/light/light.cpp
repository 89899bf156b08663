// Colour, words and sanity of lights.
#include "core/light/light.h"

#include <fmt/format.h>

#include <cmath>

namespace glaukophos {
namespace {

template <class... Cases>
struct Overloaded : Cases... {
    using Cases::operator()...;
};
template <class... Cases>
Overloaded(Cases...) -> Overloaded<Cases...>;

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

std::string lampInWords(const Lamp& lamp, const Bounds& figure) {
    const Vec3 offset = lamp.centre_mm - figure.centre();
    const ClockDirection clock = clockFrom(offset);
    const double share = (lamp.centre_mm.z() - figure.low.z()) / std::max(figure.size().z(), 1e-3F);
    const char* level = share < 0.0    ? "below the feet"
                        : share < 0.35 ? "low down"
                        : share < 0.7  ? "at half height"
                        : share < 1.0  ? "high up"
                                       : "above the figure";
    return fmt::format("{}; {:.0f} mm from the middle of the figure, {}", inWords(clock),
                       offset.norm(), level);
}

bool within(double value, double low, double high) {
    return std::isfinite(value) && value >= low && value <= high;
}

std::string problemWithKind(const LightKind& kind) {
    return std::visit(
        Overloaded{
            [](const Sky& sky) -> std::string {
                return within(sky.sharpness, 0, 50) ? "" : "sharpness must lie between 0 and 50";
            },
            [](const FarLight& far) -> std::string {
                if (!within(far.direction.hour, -1e6, 1e6)) return "hour must be a number";
                if (!within(far.direction.height_deg, -90, 90)) {
                    return "height must lie between -90 and 90 degrees";
                }
                return within(far.radius_deg, 0, 45) ? ""
                                                     : "radius must lie between 0 and 45 degrees";
            },
            [](const Lamp& lamp) -> std::string {
                if (!lamp.centre_mm.allFinite() || lamp.centre_mm.cwiseAbs().maxCoeff() > 1e5F) {
                    return "position must be within 100 m of the figure";
                }
                return within(lamp.radius_mm, 0.01, 1000)
                           ? ""
                           : "radius must lie between 0.01 and 1000 mm";
            }},
        kind);
}

}  // namespace

LightSpectrum spectrumOf(const LightColour& colour) {
    return colour.source == ColourSource::Temperature ? planck(colour.kelvin)
                                                      : lightOfColour(colour.chosen);
}

LinearRgb displayColourOf(const LightColour& colour) {
    const Vec3d rgb = linearFrom(colourOf(spectrumOf(colour))).rgb.cwiseMax(0.0);
    return {rgb / rgb.maxCoeff()};
}

const char* kindName(const LightKind& kind) {
    return std::visit(
        Overloaded{[](const Sky&) { return "sky"; }, [](const FarLight&) { return "far light"; },
                   [](const Lamp&) { return "lamp"; }},
        kind);
}

std::string whereFrom(const Light& light, const Bounds& figure) {
    return std::visit(Overloaded{[](const Sky& sky) { return skyInWords(sky); },
                                 [](const FarLight& far) { return inWords(far.direction); },
                                 [&](const Lamp& lamp) { return lampInWords(lamp, figure); }},
                      light.kind);
}

std::string problemWith(const Light& light) {
    if (!within(light.strength, 0, 1000)) return "strength must lie between 0 and 1000";
    if (!within(light.colour.kelvin, 500, 40000)) {
        return "temperature must lie between 500 and 40000 kelvin";
    }
    return problemWithKind(light.kind);
}

}  // namespace glaukophos
