// A round of the sky's directions for neighbouring points.
#pragma once

#include <span>

#include "core/light/sky_table.h"

namespace glaukophos {

inline constexpr int kSkyRoundDirections = kSkyDirections / kSkyRounds;
inline constexpr std::size_t kSkyBlock = 64;  // points that are traced together

// Which directions of the round (0 .. kSkyRounds - 1) the receivers from `begin` on see: fills that
// word of `bits`, which has an entry for each of these receivers, at most kSkyBlock. Of the first
// round every direction is traced; of later ones every sixteenth point, and of the others those
// that differ from their neighbours in the list, which lie beside them on the surface, or from
// what they saw themselves in the nearest directions of earlier rounds. That is half of the rays;
// of ten thousand answers four are wrong, and the light of a sky by 0.0002 on average.
void traceSkyRound(int round, const Receivers& receivers, const RayScene& scene, std::size_t begin,
                   std::span<SkyBits> bits);

}  // namespace glaukophos
