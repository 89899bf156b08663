// From fields to triangles.
#pragma once

#include <functional>

#include "tools/sculpt/field.h"

namespace glaukophos::sculpt {

// Distance to a surface in mm, negative inside.
using Field = std::function<float(Vec)>;

// Three entries of `t` a triangle; `n` are unit normals at the points `p`.
struct Solid {
    std::vector<Vec> p, n;
    std::vector<uint32_t> t;
};

// The surface of `f` inside the box, closed at its walls, with vertices about `h` apart. `safety`:
// how much faster than distance the field may change.
Solid surfaceNets(const Field& f, Vec lo, Vec hi, float h, float safety = 1.7f);

void append(Solid& a, const Solid& b);

// Drops connected pieces below `minTris` triangles; returns how many.
int dropCrumbs(Solid& m, size_t minTris);

}  // namespace glaukophos::sculpt
