// Light thrown back once: by the floor, a pool, or the figure's own parts.
#pragma once

#include <cstdint>
#include <vector>

#include "core/base/progress.h"
#include "core/geometry/surface.h"
#include "core/light/receivers.h"

namespace glaukophos {

// Where each receiver looks for light that is thrown back: kBounceRays directions spread by the
// cosine round its normal, each ending at a receiver, in the open floor, or nowhere.
inline constexpr std::size_t kBounceRays = 64;

struct BounceTable {
    static constexpr std::uint32_t kNowhere = 0xFFFFFFFFU;
    static constexpr std::uint32_t kOpenFloor = 0xFFFFFFFEU;  // too far away to be in any shadow
    std::vector<std::uint32_t> seen;                          // kBounceRays entries a receiver

    [[nodiscard]] bool empty() const { return seen.empty(); }
};

// What the rays meet: the surface whose vertices are the first receivers, and a level floor with a
// square lattice of receivers after them.
struct BounceRoom {
    const RayScene& scene;
    const Mesh& mesh;
    const FloorGrid& floor;
};

// Empty when stopped.
BounceTable traceBounce(const Receivers& receivers, const BounceRoom& room,
                        const Progress& progress);

// Irradiance that each receiver gets from what `irradiance` leaves on the others, if those with
// `throws_back` reflect all of it evenly (Lambert) and the others nothing. `open_floor` is the
// irradiance on the floor far away, or 0 if the floor throws nothing back.
std::vector<float> thrownBack(const BounceTable& table, std::span<const float> irradiance,
                              const std::vector<bool>& throws_back, float open_floor);

}  // namespace glaukophos
