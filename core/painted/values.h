// What is painted where: the lightness of every vertex, and what made it.
#pragma once

#include "core/lighting/irradiance_of_plan.h"
#include "core/painted/hue_veils.h"
#include "core/painted/ladder.h"

namespace glaukophos {

struct Values {
    std::vector<float> light;  // irradiance of all lights that are on, one entry a receiver
    // Share of that light which is painted, one entry a receiver: below 1 where it is stronger
    // than the top of the light's own scale, so that dark cloth beside a lamp does not turn white.
    std::vector<float> kept;
    std::vector<float> lightness;  // L* that the bands sort by, one entry a vertex
    std::vector<float> painted;    // L* with the part's colour in it, one entry a vertex
    // `lightness` as light alone would give it, before the painter's licences; empty without any.
    std::vector<float> as_lit;
    [[nodiscard]] const std::vector<float>& asLit() const {
        return as_lit.empty() ? lightness : as_lit;
    }
    // Light mirrored towards the viewer, as the luminance that adds; one entry a light (empty for
    // lights without any), or none at all.
    std::vector<std::vector<float>> specular;
    Tone light_tone;                 // light -> L* on bare primer
    Development development;         // light returned -> colour to paint
    PartLightColours colours;        // as the eye sees them: by night, the rods' share is in
    std::vector<VeilHere> veils;     // one entry a vertex; empty without any
    std::vector<Xyz> light_colours;  // one entry a light, Y = 1
};

// How much of the work is done: the last touches cost as much as all the rest.
enum class Finish {
    Colours,  // for a picture under the hand: as Quick, and bands have borders only, no ladders
    Quick,    // while something is dragged: specks and shallow dips are left
    Settled,  // all
};

// Only what colours depend on: how parts send light back, how the eye takes it, schools, veils.
void recolour(const Plan& plan, const Irradiance& irradiance, Values& values);

// With `exposed_as`, the eye and the exposure are taken from other values of the same plan, so that
// the two can be laid over each other.
Values valuesOf(const Plan& plan, const Irradiance& irradiance, const Values* exposed_as = nullptr);

// Share of the painted area, 0..1, whose light is at or over the top of the scale.
double shareAtTheTop(const Plan& plan, const Irradiance& irradiance, const Values& values);

}  // namespace glaukophos
