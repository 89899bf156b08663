// With directions spread by the cosine, the light thrown back is the mean over the rays (Malley's
// method): E = integral of (E'/pi) cos dw = mean of E'.
#include "core/light/bounce.h"

#include <algorithm>
#include <cmath>

#include "core/base/low_discrepancy.h"
#include "core/base/parallel.h"

namespace glaukophos {
namespace {

Vec3 byCosine(const Vec3& normal, Point2 place) {
    const Point2 disc = toUnitDisc(place);
    const Frame frame = frameAround(normal);
    const double z = std::sqrt(std::max(0.0, 1.0 - disc.x * disc.x - disc.y * disc.y));
    return static_cast<float>(disc.x) * frame.tangent +
           static_cast<float>(disc.y) * frame.bitangent + static_cast<float>(z) * normal;
}

std::uint32_t nearestCorner(const Mesh& mesh, const RayHit& hit) {
    const Triangle& corners = mesh.triangles[hit.triangle];
    const float first = 1.0F - hit.u - hit.v;
    if (first >= hit.u && first >= hit.v) return corners[0];
    return hit.u >= hit.v ? corners[1] : corners[2];
}

std::uint32_t onFloor(const BounceRoom& room, std::size_t first, const Vec3& origin,
                      const Vec3& direction) {
    if (direction.z() > -1e-6F) return BounceTable::kNowhere;
    // What stands on the floor sees it where it stands.
    const float height = std::max(0.0F, origin.z() - room.floor.corner_mm.z());
    const Vec3 at = origin - height / direction.z() * direction - room.floor.corner_mm;
    const long column = std::lround(at.x() / room.floor.spacing_mm);
    const long row = std::lround(at.y() / room.floor.spacing_mm);
    const long side = room.floor.side;
    if (column < 0 || row < 0 || column >= side || row >= side) return BounceTable::kOpenFloor;
    return static_cast<std::uint32_t>(first) + static_cast<std::uint32_t>(row * side + column);
}

}  // namespace

BounceTable traceBounce(const Receivers& receivers, const BounceRoom& room,
                        const Progress& progress) {
    BounceTable table;
    table.seen.resize(receivers.count() * kBounceRays, BounceTable::kNowhere);
    const std::size_t vertices = room.mesh.positions_mm.size();
    const PassedTriangles none;
    const bool complete =
        forChunks(receivers.count(), progress, [&](std::size_t begin, std::size_t end) {
            HitPacket packet;
            for (std::size_t i = begin; i < end; ++i) {
                const Vec3 origin = receivers.origin(i);
                const Point2 shift = shiftFor(static_cast<std::uint32_t>(i));
                for (std::size_t ray = 0; ray < kBounceRays; ray += 16) {
                    std::array<Vec3, 16> ways;
                    for (std::size_t lane = 0; lane < 16; ++lane) {
                        const auto k = static_cast<std::uint32_t>(ray + lane);
                        ways[lane] = byCosine(receivers.normals[i], spreadPoint(k, shift));
                        packet.set(lane, origin, ways[lane]);
                    }
                    room.scene.nearest(packet, none);
                    for (std::size_t lane = 0; lane < 16; ++lane) {
                        std::uint32_t& seen = table.seen[i * kBounceRays + ray + lane];
                        if (!packet.hit(lane)) {
                            seen = onFloor(room, vertices, origin, ways[lane]);
                            continue;
                        }
                        const RayHit hit = RayScene::hitOf(packet, lane);
                        const Vec3 face = areaVector(room.mesh, room.mesh.triangles[hit.triangle]);
                        // The back of a face, seen through a hole, throws nothing back.
                        if (face.dot(ways[lane]) < 0.0F) seen = nearestCorner(room.mesh, hit);
                    }
                }
            }
        });
    if (!complete) return {};
    return table;
}

std::vector<float> thrownBack(const BounceTable& table, std::span<const float> irradiance,
                              const std::vector<bool>& throws_back, float open_floor) {
    const std::size_t receivers = table.seen.size() / kBounceRays;
    std::vector<float> leaving(irradiance.begin(), irradiance.end());
    for (std::size_t i = 0; i < leaving.size(); ++i) {
        if (!throws_back[i]) leaving[i] = 0.0F;
    }
    std::vector<float> back(receivers, 0.0F);
    forChunks(receivers, {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) {
            float sum = 0.0F;
            for (std::size_t ray = 0; ray < kBounceRays; ++ray) {
                const std::uint32_t seen = table.seen[i * kBounceRays + ray];
                if (seen == BounceTable::kNowhere) continue;
                sum += seen == BounceTable::kOpenFloor ? open_floor : leaving[seen];
            }
            back[i] = sum / static_cast<float>(kBounceRays);
        }
    });
    return back;
}

}  // namespace glaukophos
