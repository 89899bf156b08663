// The harbour cat on a bollard: the field of each of its parts. mm, z up, it faces -y.
#pragma once

#include "tools/sculpt/field.h"

namespace glaukophos::sculpt {

float catFur(Vec p);
float catEyes(Vec p);
float catCollar(Vec p);
float bollard(Vec p);
float mooringRope(Vec p);
float cobbles(Vec p);

}  // namespace glaukophos::sculpt
