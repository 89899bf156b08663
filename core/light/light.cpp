// Colour and sanity of lights.
#include "core/light/light.h"

#include <fmt/format.h>

#include <array>
#include <cmath>

#include "core/base/within.h"

namespace glaukophos {
namespace {

std::string problemWithPlace(const Vec3& place) {
    const bool sound = place.allFinite() && place.cwiseAbs().maxCoeff() <= 1e5F;
    return sound ? "" : "position must be within 100 m of the figure";
}

std::string problemWithDirection(const ClockDirection& direction) {
    if (!within(direction.hour, -1e6, 1e6)) return "hour must be a number";
    return within(direction.height_deg, -90, 90) ? ""
                                                 : "height must lie between -90 and 90 degrees";
}

std::string problemWithRadius(double radius_mm) {
    return within(radius_mm, 0.01, 1000) ? "" : "radius must lie between 0.01 and 1000 mm";
}

std::string firstOf(std::initializer_list<std::string> problems) {
    for (const std::string& problem : problems) {
        if (!problem.empty()) return problem;
    }
    return {};
}

std::string problemWithKind(const LightKind& kind) {
    return std::visit(
        Overloaded{[](const Sky& sky) -> std::string {
                       return within(sky.sharpness, 0, 50) ? ""
                                                           : "sharpness must lie between 0 and 50";
                   },
                   [](const FarLight& far) {
                       return firstOf({problemWithDirection(far.direction),
                                       within(far.radius_deg, 0, 45)
                                           ? ""
                                           : "radius must lie between 0 and 45 degrees"});
                   },
                   [](const Lamp& lamp) {
                       return firstOf(
                           {problemWithPlace(lamp.centre_mm), problemWithRadius(lamp.radius_mm)});
                   },
                   [](const Rod& rod) {
                       return firstOf({problemWithPlace(rod.from_mm), problemWithPlace(rod.to_mm),
                                       problemWithRadius(rod.radius_mm)});
                   },
                   [](const Panel& panel) {
                       const bool sized = within(panel.width_mm, 0.01, 5000) &&
                                          within(panel.height_mm, 0.01, 5000);
                       return firstOf(
                           {problemWithPlace(panel.centre_mm), problemWithDirection(panel.faces),
                            sized ? "" : "width and height must lie between 0.01 and 5000 mm",
                            within(panel.turn_deg, -360, 360)
                                ? ""
                                : "turn must lie between -360 and 360 degrees"});
                   },
                   [](const Spray& spray) {
                       return firstOf({problemWithDirection(spray.direction),
                                       within(spray.swing_deg, 0, 90)
                                           ? ""
                                           : "swing must lie between 0 and 90 degrees",
                                       within(spray.distance_mm, 10, 5000)
                                           ? ""
                                           : "distance must lie between 10 and 5000 mm"});
                   },
                   [](const auto&) { return std::string(); }},
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
    static constexpr std::array<const char*, std::variant_size_v<LightKind>> names = {
        "sky", "far light", "lamp", "rod", "panel", "glowing part", "spray", "thrown back"};
    return names.at(kind.index());
}

bool isNear(const LightKind& kind) {
    return std::visit(
        Overloaded{[](const Lamp&) { return true; }, [](const Rod&) { return true; },
                   [](const Panel&) { return true; }, [](const GlowingPart&) { return true; },
                   [](const auto&) { return false; }},
        kind);
}

std::string problemWith(const Light& light) {
    if (!within(light.strength, 0, 1000)) return "strength must lie between 0 and 1000";
    if (!within(light.colour.kelvin, 500, 40000)) {
        return "temperature must lie between 500 and 40000 kelvin";
    }
    if (!within(light.gone_at_height, 0, 2) || !within(light.gone_at_mm, 0, 5000)) {
        return "a glow may be gone at 0 to 2 heights of the figure, or at 0 to 5000 mm";
    }
    if (std::holds_alternative<Bounce>(light.kind) && light.strength > 1.0) {
        return "no surface throws back more light than it gets: strength must be at most 1";
    }
    return problemWithKind(light.kind);
}

}  // namespace glaukophos
