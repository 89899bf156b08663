// Light of each entry of a plan on the whole figure, from the quickest source that is right.
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
    std::vector<std::vector<float>> sprayed;  // by each coat of the underpainting: see sprayedOf
};

// Strength of each light that shines, 0 for the others.
std::vector<float> lightWeights(const Plan& plan);

// The sum of all lights at each receiver of `reach`, each times its weight.
std::vector<float> sumOfLights(const Reach& reach, std::span<const float> weights,
                               std::size_t receivers);

// The area of each vertex that is to be painted: neither a source nor hidden.
std::vector<float> paintedAreas(const Plan& plan, const Reach& reach);

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

// All lights at full accuracy, at the receivers of the figure; completes `table`. Fails only when
// stopped.
Result<Reach> fullReach(const Plan& plan, SkyTable& table, const Progress& progress);

// Mean irradiance on the figure of all lights that are on but `except` (its index).
double restOfLight(const Plan& plan, const Reach& reach, std::size_t except);

}  // namespace glaukophos
