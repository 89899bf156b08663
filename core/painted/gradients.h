// Tone that runs along a thing or inward from its rim, as the painter lays it whatever the light
// does there.
#pragma once

#include "core/plan/plan.h"

namespace glaukophos {

// 0 at the dark end .. 1 at the light end of what the gradient lies on, -1 elsewhere; one entry a
// vertex. Along a thing it is the share of the way over the surface: the distance from the dark end
// over the sum of the distances from both ends. From the rim it is 1 at the rim and 0 where the
// surface is farthest from it.
std::shared_ptr<const std::vector<float>> gradientShare(const Figure& figure,
                                                        const Gradient& gradient);

// How many pieces that is, the one that was pointed at among them.
std::size_t piecesUnder(const Figure& figure, const Gradient& gradient);

// Lays all gradients of the plan over the lightness (L*, one entry a vertex), in order.
void layGradients(const Plan& plan, std::span<float> lightness, std::span<float> painted);

// "the outer two thirds": what of its length is at least as far along as `share`, 0..1.
std::string extentWords(double share);

}  // namespace glaukophos
