// What is traced over a form with painted volumes, step by step.
#pragma once

#include "core/pipeline/traces.h"

namespace glaukophos {

void forgetVolumes(Traces& traces);

// Follows the plan's volumes with the normals alone: light turns with them at once.
void turnVolumes(const Plan& plan, Traces& traces);

// ... and with what blocks light and the sky that is seen; false when stopped.
bool raiseVolumes(const Plan& plan, Traces& traces, const Progress& progress);

// Whether the plan's volumes throw their shadows, or there are none.
bool isRaised(const Plan& plan, const Traces& traces);

// What light falls on now, and the sky that is seen from there. They refer to `traces`.
LitForm litBy(const Plan& plan, const Traces& traces);
const SkyTable& skyOver(const Traces& traces);

}  // namespace glaukophos
