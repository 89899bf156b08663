// Which directions of the sky each point of the surface can see.
#pragma once

#include <array>
#include <cstdint>
#include <memory>
#include <vector>

#include "core/base/progress.h"
#include "core/light/light.h"
#include "core/light/receivers.h"

namespace glaukophos {

inline constexpr int kSkyDirections = 512;
inline constexpr int kSkyRounds = 8;  // each round traces every eighth direction

// One bit for each direction, set when it is above the point's horizon and nothing blocks it.
using SkyBits = std::array<std::uint64_t, kSkyDirections / 64>;

// Whether a point with these bits sees that direction.
inline bool sees(const SkyBits& bits, std::size_t direction) {
    return ((bits[direction / 64] >> (direction % 64)) & 1U) != 0;
}

// Directions evenly over the whole sphere, ordered so that each round of 64 covers it evenly.
const std::vector<Vec3>& skyDirections();

struct SkyTable {
    std::vector<SkyBits> bits;  // one entry a receiver
    int rounds = 0;             // rounds traced; usable from 1, complete at kSkyRounds
};

// Traces the next round for all receivers; `table` may be empty at first. False when stopped (the
// table is then as useful as before).
bool traceNextRound(SkyTable& table, const Receivers& receivers, const RayScene& scene,
                    const Progress& progress);

// Irradiance of each receiver under the sky of `strength` 1, from the rounds traced so far.
std::vector<float> skyIrradiance(const SkyTable& table, std::span<const Vec3> normals,
                                 const Sky& sky);

// The same from all round an axis (unit), radiance falling off as the cosine to `sharpness`; 1 on a
// surface that faces the axis and sees all of it.
std::vector<float> irradianceAbout(const SkyTable& table, std::span<const Vec3> normals,
                                   const Vec3& axis, double sharpness);

// Previews without a ray, from a complete table. Shadows are as soft as the table is coarse, some
// nine degrees. Irradiance at strength 1.
std::vector<float> farPreview(const SkyTable& table, std::span<const Vec3> normals,
                              const FarLight& far);
// For a lamp outside the figure's convex hull: what sees its direction sees the lamp.
std::vector<float> lampPreview(const SkyTable& table, const Receivers& receivers, const Lamp& lamp);

// What a point sees of a small source, as far as a complete table can tell.
enum class Sight { Nothing, All, Doubtful };

// The directions within an angle round one (unit): where all of them are open or all are blocked,
// so is what lies amid them, but for things finer than the table.
class SightCone {
  public:
    SightCone(const Vec3& direction, double angle_deg);
    [[nodiscard]] Sight of(const SkyBits& bits, const Vec3& normal) const;

  private:
    SkyBits m_inside{};
    Vec3 m_direction;
    float m_sine;
};

struct WeightedDirection {
    std::size_t index;  // into skyDirections()
    float weight;
};
// The directions round one that does not belong to the set, the nearest counting most; weights add
// up to 1.
std::vector<WeightedDirection> directionsAround(const Vec3& direction);

// The index of the direction nearest to a unit vector.
std::size_t nearestDirection(const Vec3& direction);
// Of one about as near to a vector of any length but 0, by look-up.
std::size_t lookedUpDirection(const Vec3& way);

}  // namespace glaukophos
