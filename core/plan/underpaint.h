// Sprays from narrowing angles and a transparent colour over them, predicted layer by layer.
#pragma once

#include "core/light/sky_table.h"
#include "core/plan/evaluate.h"

namespace glaukophos {

// The share of a coat's paint that arrives at each receiver of the form, 1 on open ground under a
// nozzle that is swung over all its directions: what light from there would give. One entry a
// coat; none unless the underpainting is used.
std::vector<std::vector<float>> sprayedOf(const Underpainting& under, const Form& form,
                                          const SkyTable& table);

// The spread of a coat as the sharpness of a sky (SkyKind::Zenithal): half as much arrives from
// `spread_deg` off straight above. From 85 degrees on it comes from everywhere.
double sharpnessOf(double spread_deg);

// Colour of every vertex after all coats and the part's filter, thick paint being XYZ with Y = 1
// for white. Empty when the underpainting is not used or `reach` holds nothing of it.
std::vector<Xyz> underpaintedOf(const Plan& plan, const Reach& reach);

// How far that is from what is planned: CIEDE2000, the mean over each part (0 for parts that are
// not painted).
std::vector<double> missOfUnderpainting(const Plan& plan, const Results& results,
                                        std::span<const Xyz> underpainted);

}  // namespace glaukophos
