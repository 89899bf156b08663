// From the light that a place on a part sends back to the colour that is painted there.
#pragma once

#include <optional>
#include <vector>

#include "core/effect/glow_ramp.h"
#include "core/effect/shading.h"
#include "core/value/tone.h"

namespace glaukophos {

// What decides the colours of one part besides its light, made ready.
struct PartColouring {
    Shading shading;
    ShadingSubject subject;
    bool plain = true;  // light alone decides
    std::optional<RampColours> ramp;
};

// What is known of a place before its colour.
struct Place {
    double lightness = 0.0;   // L* to paint
    double position = 0.5;    // among the values of the figure: 0 darkest .. 1 top of the lit
    double glow_share = 0.0;  // of its light that comes from near lights
};

struct Development {
    Tone tone;                                                 // for painted luminance
    Eigen::Matrix3d adaptation = Eigen::Matrix3d::Identity();  // on XYZ
    double dull = 0.0;                                         // where no glow reaches
    std::vector<PartColouring> parts;                          // one entry a part, or none

    // Chromaticity as lit and adapted, at the given luminance.
    [[nodiscard]] Xyz developed(const Xyz& light_returned, double luminance) const;
    // L* to paint at a place: reds rise less than others where no lamp shines on them.
    [[nodiscard]] double lightnessFor(std::size_t part, const Place& place) const;
    // The colour to paint, in that lightness.
    [[nodiscard]] Xyz coloured(std::size_t part, const Xyz& light_returned,
                               const Place& place) const;
};

}  // namespace glaukophos
