// The pipeline's stages for tests that look at one of them.
#pragma once

#include "core/pipeline/advance.h"
#include "core/pipeline/traces.h"

namespace glaukophos {

// The appearance of a plan at full accuracy.
Result<Appearance> evaluate(const Plan& plan, const Progress& progress);

// Its irradiance, and the complete table it was read from.
Result<Irradiance> fullIrradiance(const Plan& plan, SkyTable& table, const Progress& progress);

// Sky tables of the demo, shared by all tests that trace it.
SkyKeeping skyOfTests();

// All marks of an appearance that was worked out by hand.
Marks marksOf(const Plan& plan, const Appearance& appearance);

}  // namespace glaukophos
