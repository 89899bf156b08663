// Parts of the stoker: the glass maker's build beside an upright brass boiler with six stoke-holes,
// a cold signal tube on his rod. Signed distances in mm.
#pragma once

#include "tools/sculpt/field.h"

namespace glaukophos::sculpt {

float stokerRod(Vec p);
float stokerTube(Vec p);   // on the upper end of the rod
float boilerShell(Vec p);  // upright, with straps, rivets, rims round its holes
float boilerPipes(Vec p);  // one upright, one lying, with flanges
float boilerHoles(Vec p);  // what glows inside the six holes
float boilerFire(Vec p);   // behind the open door
float boilerDoor(Vec p);
float boilerFloor(Vec p);

}  // namespace glaukophos::sculpt
