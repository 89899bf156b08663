// The colours of the bands: one target colour a step, for a part or for the whole figure.
#pragma once

#include <span>
#include <vector>

#include "core/colour/spectrum.h"
#include "core/geometry/surface.h"
#include "core/painted/colouring.h"
#include "core/value/bands.h"

namespace glaukophos {

// colours[part][light]: what the part sends back under irradiance 1 of the light.
using PartLightColours = std::vector<std::vector<Xyz>>;

struct Rung {
    bool present = false;  // false: nothing of the part lies in this band
    double share = 0.0;    // of the part's area, 0..1
    double area_mm2 = 0.0;
    Lab target;                        // inside the gamut of a screen
    Srgb shown;                        // the same, encoded
    std::vector<double> light_shares;  // of the luminance returned, one entry a light
    double position = 0.5;             // mean, as in Place
};

using Ladder = std::vector<Rung>;  // one entry a band

// Everything a ladder is computed from. Vertex vectors have one entry a vertex of `surface`.
struct LadderInput {
    const Surface& surface;
    const Bands& bands;
    std::span<const float> lightness;                // that the bands were sorted by
    std::span<const float> painted;                  // L* to paint
    PaintRange paint;                                // that positions are counted in
    bool by_painted = false;                         // bands sort by what is painted
    std::span<const std::size_t> shared;             // ladder of each part: see shared_ladders.h
    const std::vector<bool>& lights_near;            // one entry a light: a glow?
    std::span<const float> areas_mm2;                // to be painted, 0 for what is left out
    std::span<const float> kept;                     // share of the light that is painted
    std::span<const std::vector<float>> irradiance;  // one entry a light, at strength 1
    std::span<const std::vector<float>> specular;    // light mirrored; one entry a light, or none
    std::span<const float> weights;                  // strength of each light, 0 when off
    const PartLightColours& colours;
    std::span<const Xyz> light_colours;  // one entry a light, Y = 1
    const Development& development;
};

// One ladder a part.
std::vector<Ladder> partLadders(const LadderInput& input);

// The mean over the parts, weighted by area, but those that stand apart.
Ladder wholeLadder(const Bands& bands, std::span<const Ladder> parts, const LeftOut& left_out);

}  // namespace glaukophos
