// How much of each coat of an underpainting arrives where: a spray is light from its directions.
#pragma once

#include <string>
#include <vector>

#include "core/light/sky_table.h"
#include "core/plan/plan.h"

namespace glaukophos {

// The share of a spray's paint that arrives at each receiver of the form, 1 where the surface faces
// a nozzle that is swung about its direction: what light from there would give. With the square of
// the distance it thins out. One entry a spray; none unless the underpainting is used.
std::vector<OverForm> sprayedOf(const Underpainting& under, const Form& form,
                                const SkyTable& table);

// The spread of a spray as the sharpness of a sky: half as much arrives from `spread_deg` off its
// direction. From 85 degrees on it comes from everywhere.
double sharpnessOf(double spread_deg);
bool isFromEverywhere(const UnderCoat& coat);

// "from straight above", "from 2 o'clock, 40 degrees up, over the figure's right shoulder".
std::string fromWords(const UnderCoat& coat);

}  // namespace glaukophos
