// The ground that the figure stands on, in pictures.
#pragma once

#include <vector>

#include "core/painted/appearance.h"

namespace glaukophos {

// 0..1, 1 where it is not known.
float skyVisibilityAt(const Appearance& appearance, std::size_t receiver);

// Colour and strength of each light, for sums that stay in linear RGB.
std::vector<Vec3> lightColours(const Plan& plan);

// Each fills the floor's points of `colours` (one entry a receiver of the figure): with the soft
// shadow of contact, or with the lights' own colours.
void plainFloor(const Plan& plan, const Appearance& appearance, std::vector<Vec3>& colours);
void litFloor(const Plan& plan, const Appearance& appearance, const std::vector<Vec3>& lights,
              std::vector<Vec3>& colours);
// The lattice of the floor is coarse: without this the edges of shadows show it.
void softenFloor(const Plan& plan, std::vector<Vec3>& colours);

}  // namespace glaukophos
