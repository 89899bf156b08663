// A light as the painter describes it. Plain data.
#pragma once

#include <string>
#include <variant>
#include <vector>

#include "core/colour/spectrum.h"
#include "core/geometry/mesh.h"
#include "core/light/direction.h"

namespace glaukophos {

enum class SkyKind {
    Uniform,   // the same from everywhere above the horizon
    Overcast,  // CIE overcast: the zenith three times as bright as the horizon
    Zenithal,  // a cone round straight up: radiance falls off as cos^sharpness of the zenith angle
};

// `strength` is the irradiance on an open horizontal surface.
struct Sky {
    SkyKind kind = SkyKind::Zenithal;
    double sharpness = 2.0;  // for Zenithal, 0..50
    bool operator==(const Sky&) const = default;
};

// Sun or moon. `strength` is the irradiance on a surface that faces it.
struct FarLight {
    ClockDirection direction;
    double radius_deg = 0.25;  // angular; the moon and the sun have about a quarter of a degree
    bool operator==(const FarLight&) const = default;
};

// A glowing ball. `strength` is its radiance times pi, so that touching it gives `strength`.
struct Lamp {
    Vec3 centre_mm = Vec3::Zero();
    double radius_mm = 2.0;
    bool operator==(const Lamp&) const = default;
};

using LightKind = std::variant<Sky, FarLight, Lamp>;

enum class ColourSource { Temperature, Chosen };

struct LightColour {
    ColourSource source = ColourSource::Temperature;
    double kelvin = 6500.0;
    Srgb chosen{1.0, 1.0, 1.0};
    bool operator==(const LightColour&) const = default;
};

struct Light {
    std::string name;
    bool on = true;
    LightKind kind;
    LightColour colour;
    double strength = 1.0;  // see the kinds above; 0..1000
    // Parts that belong to the light itself, such as its glass: they do not block it, and they
    // are painted as the source, not as something lit.
    std::vector<PartIndex> own_parts;
    bool operator==(const Light&) const = default;
};

LightSpectrum spectrumOf(const LightColour& colour);

// The light's own colour at full lightness, for icons and pictures.
LinearRgb displayColourOf(const LightColour& colour);

// "sky", "far light" or "lamp".
const char* kindName(const LightKind& kind);

// Where the light comes from, in words, both sides named. `figure` is needed for lamps.
std::string whereFrom(const Light& light, const Bounds& figure);

// Names the field whose number makes no sense, and the range it should lie in; empty when sound.
std::string problemWith(const Light& light);

}  // namespace glaukophos
