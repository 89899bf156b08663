// What painters do to glows that light does not: they fade where the painter wants them gone, keep
// off what is to stay clean, and where two unlike ones meet each keeps its own ground.
#pragma once

#include "core/lighting/irradiance_of_plan.h"

namespace glaukophos {

// Changes the irradiance of near lights at the vertices of the figure. Where two groups of glows
// (see glowGroups) meet, each place belongs to the one that sends back more light from that part,
// and so gains more L* there; the other ends within half the plan's blend, in mm, so that opposite
// hues never lie over each other as grey.
void takeGlowLicences(const Plan& plan, Irradiance& irradiance);

}  // namespace glaukophos
