// Parts of the slag crab: a beach crab grown over with slag, hot glass under its plates, carrying a
// brazier. Signed distances in mm.
#pragma once

#include "tools/sculpt/field.h"

namespace glaukophos::sculpt {

float crabGlass(Vec p);  // hot, under the plates
float crabSlag(Vec p);   // plates of the back, with cracks between them
float crabLegs(Vec p);   // eight, with claws
float crabEyes(Vec p);
float crabBrazier(Vec p);  // an iron bowl on the back
float crabFlame(Vec p);    // tongues out of the bowl
float crabShore(Vec p);    // shingle it stands on

}  // namespace glaukophos::sculpt
