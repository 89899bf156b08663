// How the eye sees by the light of the moon, and what painters make of it.
#pragma once

#include <array>

#include "core/colour/paint_film.h"
#include "core/effect/shading.h"

namespace glaukophos {

struct Night {
    bool used = false;
    double licence = 0.3;        // 0 as in the true night .. 1 as by day
    double shadow_warmth = 0.4;  // red-violet in the shadows, 0..1
    double veil = 0.6;           // how far all lights go to the one pale blue, 0..1
    bool operator==(const Night&) const = default;
};

// What a painter can mix into a colour to take its life.
enum class Dulling { AsSeen, Grey, Black, PaleBlue };
const std::array<ShadingEntry, 4>& dullings();  // in the order of Dulling

// Share of the cones in what is seen at a luminance in cd/m2, 1 by day .. 0 in the dark: the m of
// CIE 191:2010, m = 0.7670 + 0.3334 log10 L (from memory), where L is the mesopic luminance, which
// depends on m: the two are iterated from m = 0.5, as the report says. `rods_to_cones` is the S/P
// ratio of the light. Here of the scene, not the point.
double coneShare(double luminance_cd_m2, double rods_to_cones = 1.0);

// Luminance of a scene of middle reflectance under the full moon: 0.2 lx on grey of 20 %.
inline constexpr double kMoonlitScene_cd_m2 = 0.2 * 0.2 / 3.14159265358979;

// Luminance of a part relative to that of white under the same light, where the cones have a share
// of `cones` (CIE 191:2010, eq. for mesopic luminance). `photopic` and `rods` are of the part,
// `rods_of_white` of white, as reflectedToRods gives them.
double mesopicLuminance(double photopic, double rods, double rods_of_white, double cones);

// The tint that the eye gives to what only rods see, luminance 1: linear sRGB 1.05, 0.97, 1.27
// (Thompson, Shirley & Ferwerda, J. Graphics Tools 7(1) 2002; from memory).
const Xyz& rodBlue();

// The same on top of the light's own colour, which is what the painter wants the night to have.
Xyz rodTint(const LightSpectrum& light);

// What a part sends back under irradiance 1 of a night light, as the eye sees it: the day's colour
// and the rods' image in its blue, mixed in light, in the shares of mesopicLuminance.
Xyz seenAtNight(const LightSpectrum& light, const Reflectance& part, const Night& night);

// What is left of the part's own chroma (OKLab) by night, not counting the blue on everything.
double nightChroma(const LightSpectrum& light, const Reflectance& part, const Night& night);

// A part's paint with as much of something mixed in as leaves `chroma` (OKLab) under daylight.
struct Dulled {
    double share = 0.0;  // of the mix that is not the part's own paint, 0..1
    Reflectance mix;
    Oklab colour;  // of the mix in daylight
};
Dulled dulledTo(const Reflectance& part, Dulling way, double chroma);

// The part's colour table entry when it is painted that way: hue and chroma of the mix under the
// light, luminance as seen at night.
Xyz dulledAtNight(const LightSpectrum& light, const Reflectance& part, const Night& night,
                  Dulling way);

}  // namespace glaukophos
