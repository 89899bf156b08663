// How much of each coat of an underpainting arrives where: a spray is light from its directions.
#pragma once

#include <vector>

#include "core/light/sky_table.h"
#include "core/plan/plan.h"

namespace glaukophos {

// The share of a coat's paint that arrives at each receiver of the form, 1 on open ground under a
// nozzle that is swung over all its directions: what light from there would give. One entry a
// coat; none unless the underpainting is used.
std::vector<OverForm> sprayedOf(const Underpainting& under, const Form& form,
                                const SkyTable& table);

// The spread of a coat as the sharpness of a sky (SkyKind::Zenithal): half as much arrives from
// `spread_deg` off straight above. From 85 degrees on it comes from everywhere.
double sharpnessOf(double spread_deg);

}  // namespace glaukophos
