// What a figure is to look like: values, bands and colours from the light that falls on it.
#pragma once

#include "core/painted/values.h"

namespace glaukophos {

struct Appearance {
    Irradiance irradiance;
    Values values;
    Bands bands;
    std::vector<Ladder> ladders;  // one entry a part
    Ladder whole;
};

// Values, bands and ladders from irradiance at the receivers of the figure: traces no ray.
Appearance appearanceOf(const Plan& plan, Irradiance irradiance, Finish finish = Finish::Settled);

// The figure as it is painted before any glow goes on: the same exposure and bands, without the
// lights that stand near it.
Appearance beforeGlows(const Plan& plan, const Appearance& appearance);

// What colours of places are made from, made ready for many of them.
struct ColourBasis {
    const Plan& plan;
    const Appearance& appearance;
    std::vector<float> weights;  // of the lights
    std::vector<bool> near;      // one entry a light

    ColourBasis(const Plan& of_plan, const Appearance& of_results);
};

// Light that a vertex sends back to the viewer: by its own colour, and mirrored.
struct Returned {
    Xyz light;
    double glow_share = 0.0;  // of its luminance that comes from near lights
};
Returned returnedAt(const ColourBasis& source, std::size_t vertex);

// The colour to paint at a vertex, without bands; may lie outside what a screen or paint can show.
Xyz paintedColour(const ColourBasis& source, std::size_t vertex);

// The same for one vertex alone.
Lab plannedColour(const Plan& plan, const Appearance& appearance, std::size_t vertex);

}  // namespace glaukophos
