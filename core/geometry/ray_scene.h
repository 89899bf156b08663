// Rays against a mesh, by Embree.
#pragma once

#include <embree3/rtcore.h>

#include <memory>
#include <optional>
#include <vector>

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/geometry/mesh.h"

namespace glaukophos {

// Which triangles rays pass through; empty means that every triangle stops them.
using PassedTriangles = std::vector<bool>;

// Sixteen rays at once; lanes with `active[i] == 0` are skipped, active ones are -1.
struct RayPacket {
    alignas(64) int active[16] = {};
    RTCRay16 rays{};

    void set(std::size_t lane, const Vec3& origin, const Vec3& direction, float far_mm);
    void clear();
    // After RayScene::occluded: whether the ray of this lane met the mesh.
    [[nodiscard]] bool blocked(std::size_t lane) const { return rays.tfar[lane] < 0.0F; }
};

// Sixteen camera rays and what they meet first.
struct HitPacket {
    alignas(64) int active[16] = {};
    RTCRayHit16 rays{};

    void set(std::size_t lane, const Vec3& origin, const Vec3& direction);
    // After RayScene::nearest: whether this lane was active and met the mesh.
    [[nodiscard]] bool hit(std::size_t lane) const {
        return active[lane] != 0 && rays.hit.geomID[lane] != RTC_INVALID_GEOMETRY_ID;
    }
};

struct RayHit {
    std::uint32_t triangle = 0;  // index into Mesh::triangles
    float u = 0.0F;              // weights of the triangle's second and third corner
    float v = 0.0F;
    float distance_mm = 0.0F;
};

// Immutable once built; all queries may run in several threads at once. Origins and directions
// must be finite, directions not zero: Embree aborts the process otherwise.
class RayScene {
  public:
    // Keeps no reference to `mesh`. Fails when memory runs out, or when stopped.
    static Result<RayScene> build(const Mesh& mesh, const Progress& progress = {});

    // Marks the rays that meet the mesh before their `far_mm`.
    void occluded(RayPacket& packet, const PassedTriangles& passed, bool coherent) const;
    [[nodiscard]] bool occluded(const Vec3& origin, const Vec3& direction, float far_mm,
                                const PassedTriangles& passed = {}) const;
    [[nodiscard]] std::optional<RayHit> nearest(const Vec3& origin, const Vec3& direction,
                                                float far_mm = 1e30F,
                                                const PassedTriangles& passed = {}) const;
    void nearest(HitPacket& packet, const PassedTriangles& passed) const;
    // Of a lane that hit.
    [[nodiscard]] static RayHit hitOf(const HitPacket& packet, std::size_t lane);
    // For each point the triangle whose surface is nearest.
    [[nodiscard]] std::vector<std::uint32_t> nearestTriangles(const Mesh& mesh,
                                                              std::span<const Vec3> points) const;
    [[nodiscard]] const Bounds& bounds() const { return m_bounds; }

  private:
    struct Release {
        void operator()(RTCScene scene) const { rtcReleaseScene(scene); }
    };
    std::unique_ptr<RTCSceneTy, Release> m_scene;
    Bounds m_bounds;
};

}  // namespace glaukophos
