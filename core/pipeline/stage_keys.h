// What each stage of the pipeline depends on: a plan without everything else. Two plans with equal
// keys have the same results of that stage.
#pragma once

#include "core/plan/plan.h"

namespace glaukophos {

// Irradiance, values, bands and ladders; kinds of borders, edge lines and the underpainting.
Plan appearanceKey(Plan plan);
// Recipes and coats.
Plan mixesKey(Plan plan);
// Layers, their order and schedule, and findings.
Plan deskKey(Plan plan);

}  // namespace glaukophos
