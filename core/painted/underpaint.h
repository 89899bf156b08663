// Sprays from narrowing angles and a transparent colour over them, predicted layer by layer.
#pragma once

#include "core/painted/appearance.h"

namespace glaukophos {

// A paint of the plan's rack, or of the rack that ships; null when neither has it.
const Paint* paintNamed(const Plan& plan, const std::string& name);
std::optional<PaintFilm> filmNamed(const Plan& plan, const std::string& name);

// Colour of every vertex after all coats and the part's filter, thick paint being XYZ with Y = 1
// for white. Empty when the underpainting is not used or `reach` holds nothing of it.
std::vector<Xyz> underpaintedOf(const Plan& plan, const Irradiance& irradiance);

// How far that is from what is planned: CIEDE2000, the mean over each part (0 for parts that are
// not painted).
std::vector<double> missOfUnderpainting(const Plan& plan, const Appearance& appearance,
                                        std::span<const Xyz> underpainted);

}  // namespace glaukophos
