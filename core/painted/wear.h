// Leather is lightest where it is bent and rubbed.
#pragma once

#include "core/plan/plan.h"

namespace glaukophos {

bool hasWear(const Plan& plan);

// Lifts what stands out of worn leather and takes down what lies in its creases; both in L*, one
// entry a vertex. (By how much: common practice, no source.)
void wear(const Plan& plan, std::span<float> lightness, std::span<float> painted);

}  // namespace glaukophos
