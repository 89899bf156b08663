// The light that fell on a figure when it was photographed.
#pragma once

#include "core/base/progress.h"
#include "core/light/irradiance.h"

namespace glaukophos {

// A lamp on the desk, far enough away that its light comes from one direction.
struct PhotoLamp {
    ClockDirection direction;
    double half_angle_deg = 4.0;  // how large it is, seen from the figure: 0.25..30
    double strength = 1.0;        // irradiance of a surface that faces it
    bool operator==(const PhotoLamp&) const = default;
};

struct PhotoLight {
    std::vector<PhotoLamp> lamps;
    double fill = 0.3;  // irradiance of an open horizontal surface, the same from all round above
    bool operator==(const PhotoLight&) const = default;
};

// Light of a window or a clouded sky, without any lamp.
inline PhotoLight diffuseLight() { return {{}, 1.0}; }

// Irradiance at the receivers. `under_sky` is what each gets of an even sky of strength 1; empty:
// traced here. Empty when stopped.
std::vector<float> irradianceUnder(const PhotoLight& light, const Receivers& receivers,
                                   const Occluders& occluders, std::span<const float> under_sky,
                                   const Progress& progress);

// Of a level surface with nothing in the way.
double irradianceOnOpenTable(const PhotoLight& light);

// One sentence naming what makes no sense; empty when sound.
std::string problemWith(const PhotoLight& light);

}  // namespace glaukophos
