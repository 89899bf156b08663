// Parts of the plankton wader: the glass maker's build in an oilskin, up to the thighs in water
// that glows, a net over one shoulder. Signed distances in mm.
#pragma once

#include "tools/sculpt/field.h"

namespace glaukophos::sculpt {

float waderSkin(Vec p);     // face and hands
float waderOilskin(Vec p);  // hood and cape
float waderCoat(Vec p);
float waderBoots(Vec p);
float waderPole(Vec p);
float waderNet(Vec p);  // from the right shoulder to the left hip
float waderWater(Vec p);
float waderRocks(Vec p);  // that hold the pool

}  // namespace glaukophos::sculpt
