// The chain from a plan to its results. Each step is a pure function of its inputs.
#pragma once

#include "core/base/progress.h"
#include "core/light/bounce.h"
#include "core/light/irradiance.h"
#include "core/light/sky_table.h"
#include "core/plan/plan.h"

namespace glaukophos {

// Irradiance of each light at every receiver of a figure (or of its form) as if its strength were 1
// and it were on, so that a change of strength, colour or switch needs no ray.
struct Reach {
    std::vector<std::vector<float>> irradiance;
    std::vector<float> openness;  // 0..1: irradiance under a uniform sky, for pictures
    // Per receiver: no brush gets there (inside other parts, or flat on the floor); empty: none.
    std::vector<bool> hidden;
};

struct Values {
    std::vector<float> light;  // irradiance of all lights that are on, one entry a receiver
    // Share of that light which is painted, one entry a receiver: below 1 where it is stronger
    // than the top of the light's own scale, so that dark cloth beside a lamp does not turn white.
    std::vector<float> kept;
    std::vector<float> lightness;  // L* that the bands sort by, one entry a vertex
    std::vector<float> painted;    // L* with the part's colour in it, one entry a vertex
    Tone light_tone;               // light -> L* on bare primer
    Development development;       // light returned -> colour to paint
    PartLightColours colours;
};

struct Results {
    Reach reach;
    Values values;
    Bands bands;
    std::vector<Ladder> ladders;  // one entry a part
    Ladder whole;
};

// Strength of each light that shines, 0 for the others.
std::vector<float> lightWeights(const Plan& plan);

// Light of one entry of the plan at strength 1 at the receivers of the form: from the table for
// skies, by rays otherwise. Zero for what is thrown back: see addThrownBack.
std::vector<float> reachOf(const Light& light, const Figure& figure, const SkyTable& table,
                           Accuracy accuracy, const Progress& progress);

bool throwsBack(const Light& light);

// Fills the entries of lights that are thrown back, from all others as they shine. Traces the
// table when it is empty and needed. False when stopped.
bool addThrownBack(const Plan& plan, BounceTable& table, Reach& reach_of_form,
                   const Progress& progress);

// What pictures and areas need to know of the table: openness and hidden surface.
void describeOpenness(const Form& form, const SkyTable& table, Reach& reach_of_form);

// From the receivers of the form to those of the figure.
Reach spread(const Figure& figure, const Reach& reach_of_form);

Values valuesOf(const Plan& plan, const Reach& reach);

// Values, bands and ladders from irradiance at the receivers of the figure: traces no ray.
Results resultsOf(const Plan& plan, Reach reach);

// All lights at full accuracy, at the receivers of the figure; completes `table`. Fails only when
// stopped.
Result<Reach> fullReach(const Plan& plan, SkyTable& table, const Progress& progress);

// The whole chain at full accuracy; fails only when stopped.
Result<Results> evaluate(const Plan& plan, const Progress& progress);

// The colours at a receiver as planned, without bands. `receiver` below the vertex count.
Lab plannedColour(const Plan& plan, const Results& results, std::size_t receiver);

// Mean irradiance on the figure of all lights that are on but `except` (its index).
double restOfLight(const Plan& plan, const Reach& reach, std::size_t except);

}  // namespace glaukophos
