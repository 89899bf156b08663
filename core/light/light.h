// A light as the painter describes it. Plain data.
#pragma once

#include <string>
#include <variant>
#include <vector>

#include "core/colour/spectrum.h"
#include "core/geometry/mesh.h"
#include "core/light/direction.h"
#include "core/light/light_id.h"

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

// A glowing tube with round ends: a blade, a tube, a bolt. `strength` as for a lamp.
struct Rod {
    Vec3 from_mm = Vec3::Zero();
    Vec3 to_mm = Vec3(0.0F, 0.0F, 20.0F);
    double radius_mm = 1.0;
    bool operator==(const Rod&) const = default;
};

enum class PanelShape { Disc, Rectangle };

// A flat thing that glows: a vent, a grating, a window, a pool. `strength` as for a lamp.
struct Panel {
    PanelShape shape = PanelShape::Rectangle;
    Vec3 centre_mm = Vec3::Zero();
    ClockDirection faces{0.0, 0.0};
    double turn_deg = 0.0;  // about the direction it faces
    double width_mm = 20.0;
    double height_mm = 20.0;
    bool two_sided = false;
    bool operator==(const Panel&) const = default;
};

// The light's own parts shine from their triangles, and block their own light as they really do.
// `strength` as for a lamp.
struct GlowingPart {
    bool operator==(const GlowingPart&) const = default;
};

// A pass of an airbrush or can aimed at the middle of the figure, from all nozzle positions within
// `swing_deg` of its direction: paint lands where light from there would. `strength` is the
// irradiance in the middle of the figure, facing the nozzle.
struct Spray {
    ClockDirection direction{0.0, 90.0};
    double swing_deg = 20.0;
    double distance_mm = 150.0;  // of the nozzle from the middle of the figure
    bool operator==(const Spray&) const = default;
};

// Light of all others, thrown back once. `strength` is the share that is thrown back, 0..1.
struct Bounce {
    bool from_floor = true;
    std::vector<PartIndex> from_parts;
    bool operator==(const Bounce&) const = default;
};

using LightKind = std::variant<Sky, FarLight, Lamp, Rod, Panel, GlowingPart, Spray, Bounce>;

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
    bool solo = false;  // while any light is solo, only such lights shine
    LightKind kind;
    LightColour colour;
    double strength = 1.0;  // see the kinds above; 0..1000
    // Parts that belong to the light itself, such as its glass: they do not block it, and they
    // are painted as the source, not as something lit.
    std::vector<PartIndex> own_parts;
    // Parts that let its light through, such as thin cloth, but are lit like any other.
    std::vector<PartIndex> passed_parts;
    LightId id = kNoLight;
    // Painter's licence for a glow: it fades until it is gone at this share of the figure's height,
    // or at this distance from its middle. 0: only as the light itself does.
    double gone_at_height = 0.0;
    double gone_at_mm = 0.0;
    bool operator==(const Light&) const = default;
};

// For std::visit over kinds.
template <class... Cases>
struct Overloaded : Cases... {
    using Cases::operator()...;
};
template <class... Cases>
Overloaded(Cases...) -> Overloaded<Cases...>;

// Calls apply(list) for each list of parts that the light names.
template <class Apply>
void forPartLists(Light& light, const Apply& apply) {
    apply(light.own_parts);
    apply(light.passed_parts);
    if (auto* bounce = std::get_if<Bounce>(&light.kind)) apply(bounce->from_parts);
}

// Has a place near the figure and a radiance: lamps, rods, panels, glowing parts.
bool isNear(const LightKind& kind);

LightSpectrum spectrumOf(const LightColour& colour);

// The light's own colour at full lightness, for icons and pictures.
LinearRgb displayColourOf(const LightColour& colour);

// "sky", "far light", "lamp" ...
const char* kindName(const LightKind& kind);

// Names the field whose number makes no sense, and the range it should lie in; empty when sound.
std::string problemWith(const Light& light);

}  // namespace glaukophos
