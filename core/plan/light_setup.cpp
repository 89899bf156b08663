// Common practice, no source: places in shares of the figure's height, strengths so that each light
// can be told from the others.
#include "core/plan/light_setup.h"

namespace glaukophos {
namespace {

constexpr const char* kNight = "#a3b4d6";
constexpr const char* kMoon = "#b9cbf0";

LightColour chosen(const char* hex) { return {ColourSource::Chosen, 6500.0, *srgbFromHex(hex)}; }
LightColour burning(double kelvin) { return {ColourSource::Temperature, kelvin, {1.0, 1.0, 1.0}}; }

Light made(const char* name, LightKind kind, const LightColour& colour, double strength) {
    Light light;
    light.name = name;
    light.kind = std::move(kind);
    light.colour = colour;
    light.strength = strength;
    return light;
}

Light sky(const char* hex, double strength, double sharpness = 1.0) {
    return made("Sky", Sky{SkyKind::Zenithal, sharpness}, chosen(hex), strength);
}

// A place in shares of the figure's height: to its left, forward, up from the floor.
class Places {
  public:
    explicit Places(const Bounds& figure) : m_figure(figure) {}
    [[nodiscard]] Vec3 at(double left, double forward, double up) const {
        return Vec3(m_figure.centre().x(), m_figure.centre().y(), m_figure.low.z()) +
               height() * Vec3d(left, -forward, up).cast<float>();
    }
    [[nodiscard]] float height() const { return m_figure.size().z(); }
    [[nodiscard]] double mm(double share) const { return share * static_cast<double>(height()); }

  private:
    const Bounds& m_figure;
};

LightSetup fromAbove() {
    return {"from-above",
            "From above",
            "The surest start: shoulders, hood and knees come up light and every fold reads, "
            "because most things we see are lit so.",
            {made("Zenith", Sky{SkyKind::Zenithal, 4.0}, chosen("#fff6e6"), 0.8),
             sky("#c8d4ea", 0.25, 0.0)}};
}

LightSetup moonAndLamp(const Places& place) {
    return {"moon-and-lamp",
            "Three-quarter moon, warm lamp low",
            "A cold moon behind one shoulder and a small warm lamp low on the other side: two hues "
            "from two sides never mix into mud.",
            {sky(kNight, 0.2), made("Moon", FarLight{{3.5, 40.0}, 0.25}, chosen(kMoon), 0.6),
             made("Lamp", Lamp{place.at(0.35, 0.35, 0.25), place.mm(0.04)}, burning(2000), 25.0)}};
}

LightSetup pool(const Places& place) {
    return {"pool-below",
            "Pool from below",
            "Light from the ground turns everyday shading over: chin, brows and undersides are "
            "lit, which looks uncanny and sets the figure on its place.",
            {sky("#8e9cc0", 0.15), made("Pool",
                                        Panel{PanelShape::Disc,
                                              place.at(0.0, 0.55, 0.01),
                                              {0.0, 90.0},
                                              0.0,
                                              place.mm(0.8),
                                              place.mm(0.8),
                                              false},
                                        chosen("#7fe6c3"), 2.0)}};
}

LightSetup rods(const Places& place) {
    return {"two-rods",
            "Two glowing rods",
            "A blade or tube on each side, each with its own hue: long soft lights that follow the "
            "whole height of the body and leave a dark seam in the middle.",
            {sky("#8e9cc0", 0.1),
             made("Rod on its right",
                  Rod{place.at(-0.45, 0.2, 0.25), place.at(-0.45, 0.2, 0.85), place.mm(0.015)},
                  chosen("#7fb0ff"), 18.0),
             made("Rod on its left",
                  Rod{place.at(0.45, 0.2, 0.25), place.at(0.45, 0.2, 0.85), place.mm(0.015)},
                  chosen("#ff8a6b"), 18.0)}};
}

LightSetup vents(const Places& place) {
    const auto vent = [&](const char* name, double left, double forward) {
        return made(name,
                    Panel{PanelShape::Rectangle,
                          place.at(left, forward, 0.01),
                          {0.0, 90.0},
                          0.0,
                          place.mm(0.22),
                          place.mm(0.12),
                          false},
                    burning(1450), 10.0);
    };
    return {"vents",
            "Glowing vents",
            "Heat from gaps in the ground: small panels close to the feet whose glow fades before "
            "the knees, so that the rest can stay cold and dark.",
            {sky("#9aa6bd", 0.35), vent("Vent in front", 0.12, 0.45),
             vent("Vent on its right", -0.4, 0.1)}};
}

LightSetup windowAndCandle(const Places& place) {
    return {"window-and-candle",
            "Window and candle",
            "A broad cool window gives soft edges from one side; a candle close by gives one warm, "
            "crisp, small pool of light: broad against small, cool against warm.",
            {sky("#b8c2d6", 0.12, 0.0),
             made("Window",
                  Panel{PanelShape::Rectangle,
                        place.at(-1.6, 0.3, 0.9),
                        {9.0, -5.0},
                        0.0,
                        place.mm(0.9),
                        place.mm(1.2),
                        false},
                  chosen("#cfe0ff"), 3.0),
             made("Candle", Lamp{place.at(0.35, 0.3, 0.5), place.mm(0.015)}, burning(1900), 90.0)}};
}

LightSetup coldAndWarm() {
    return {"cold-and-warm",
            "Cold and warm from two sides",
            "Two far lights of opposite hue, one on each side: every form shows both, and the edge "
            "between them draws its middle.",
            {sky("#c0c4cc", 0.1, 0.0),
             made("Cold side", FarLight{{2.5, 30.0}, 3.0}, chosen("#8fb4ff"), 0.7),
             made("Warm side", FarLight{{9.5, 25.0}, 3.0}, burning(2400), 0.6)}};
}

}  // namespace

std::vector<LightSetup> lightSetups(const Bounds& figure) {
    const Places place(figure);
    return {fromAbove(),  moonAndLamp(place),     pool(place),  rods(place),
            vents(place), windowAndCandle(place), coldAndWarm()};
}

std::vector<Light> newLights(const Bounds& figure) {
    const Places place(figure);
    return {
        made("Sky", Sky{SkyKind::Zenithal, 2.0}, {}, 0.25),
        made("Moon", FarLight{{10.0, 50.0}, 0.25}, chosen("#a8c4ff"), 0.8),
        made("Lamp", Lamp{place.at(0.25, 0.35, 0.35), place.mm(0.04)}, burning(2200), 6.0),
        made("Rod", Rod{place.at(0.4, 0.3, 0.3), place.at(0.4, 0.3, 0.8), place.mm(0.015)},
             chosen("#7fb0ff"), 15.0),
        made("Panel",
             Panel{PanelShape::Rectangle,
                   place.at(0.0, 0.5, 0.01),
                   {0.0, 90.0},
                   0.0,
                   place.mm(0.4),
                   place.mm(0.25),
                   false},
             burning(1900), 4.0),
        made("Glow", GlowingPart{}, burning(1900), 10.0),
        made("Spray", Spray{{0.0, 80.0}, 25.0, 150.0}, chosen("#ffffff"), 0.8),
        made("Thrown back", Bounce{true, {}}, chosen("#c8b89a"), 0.4),
    };
}

}  // namespace glaukophos
