// How sharply the surface folds along each edge.
#pragma once

#include "core/geometry/neighbours.h"

namespace glaukophos {

// strength[t][k]: 0 flat, convex or open .. 1 a sharp inward fold, across edge k of triangle t.
// Inward folds are where one part of a figure meets another (the minima rule of human vision:
// Hoffman & Richards, "Parts of recognition", Cognition 18, 1984).
struct Creases {
    std::vector<std::array<float, 3>> strength;
};

Creases creasesOf(const Mesh& mesh, const Neighbours& neighbours);

// From this strength on an edge stops what grows over the surface.
inline constexpr float kHoldingCrease = 0.35F;

}  // namespace glaukophos
