// What plans of version 1 wrote otherwise.
#pragma once

#include "core/plan/plan.h"

namespace glaukophos {

// Steps were known by names of parts, lights and bands. Gives moved steps the keys they have now
// (see core/work/step_key.h); moves of steps that cannot be told any more are left out.
void renewStepKeys(Plan& plan);

}  // namespace glaukophos
