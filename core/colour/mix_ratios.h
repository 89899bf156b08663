// The whole drops in which few paints can be mixed.
#pragma once

#include <array>
#include <vector>

namespace glaukophos {

using Ratio = std::array<int, 3>;  // drops of each of up to three paints

constexpr int kTouchedFrom = 8;   // fewer drops leave no room for touches either
constexpr int kMostTouched = 62;  // tenths of a drop in a mix with touches

// Ratios of `paints` (1..3) whole numbers, each at least 1, in lowest terms, up to `most_drops` in
// all; then those with touches, counted in tenths of a drop.
std::vector<Ratio> ratiosOf(int paints, int most_drops);

}  // namespace glaukophos
