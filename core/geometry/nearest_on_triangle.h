// The point of a triangle that is nearest to another point.
#pragma once

#include "core/base/vec.h"

namespace glaukophos {

// Ericson, Real-Time Collision Detection (2005), 5.1.5.
Vec3 nearestOnTriangle(const Vec3& p, const Vec3& a, const Vec3& b, const Vec3& c);

}  // namespace glaukophos
