// One Embree geometry; triangles keep their numbers.
#include "core/geometry/ray_scene.h"

#include <tbb/task_arena.h>

#include <cstring>

#include "core/base/parallel.h"
#include "core/geometry/nearest_on_triangle.h"

namespace glaukophos {
namespace {

// The device is shared by all scenes; Embree counts references, so it lives as long as they do.
RTCDevice device() {
    static const std::unique_ptr<RTCDeviceTy, void (*)(RTCDevice)> shared(
        rtcNewDevice("threads=0,set_affinity=0"), rtcReleaseDevice);
    return shared.get();
}

constexpr unsigned kLanes = 16;

struct PassingContext {
    RTCIntersectContext context;  // first member: Embree hands back its address
    const PassedTriangles* passed;
};

// Embree calls this for each possible hit and takes the hit back when `valid` is cleared.
void passThrough(const RTCFilterFunctionNArguments* arguments) {
    const auto* context = reinterpret_cast<const PassingContext*>(arguments->context);
    for (unsigned i = 0; i < arguments->N; ++i) {
        if (arguments->valid[i] == 0) continue;
        const unsigned triangle = RTCHitN_primID(arguments->hit, arguments->N, i);
        if ((*context->passed)[triangle]) arguments->valid[i] = 0;
    }
}

PassingContext contextFor(const PassedTriangles& passed, bool coherent) {
    PassingContext context{};
    rtcInitIntersectContext(&context.context);
    context.context.flags =
        coherent ? RTC_INTERSECT_CONTEXT_FLAG_COHERENT : RTC_INTERSECT_CONTEXT_FLAG_INCOHERENT;
    context.passed = &passed;
    if (!passed.empty()) context.context.filter = passThrough;
    return context;
}

// False when Embree cannot get the memory.
bool attach(RTCScene scene, const Mesh& mesh) {
    const RTCGeometry geometry = rtcNewGeometry(device(), RTC_GEOMETRY_TYPE_TRIANGLE);
    void* vertices = rtcSetNewGeometryBuffer(geometry, RTC_BUFFER_TYPE_VERTEX, 0, RTC_FORMAT_FLOAT3,
                                             sizeof(Vec3), mesh.positions_mm.size());
    void* indices = rtcSetNewGeometryBuffer(geometry, RTC_BUFFER_TYPE_INDEX, 0, RTC_FORMAT_UINT3,
                                            sizeof(Triangle), mesh.triangles.size());
    const bool complete = vertices != nullptr && indices != nullptr;
    if (complete) {
        std::memcpy(vertices, mesh.positions_mm.front().data(),
                    mesh.positions_mm.size() * sizeof(Vec3));
        std::memcpy(indices, mesh.triangles.data(), mesh.triangles.size() * sizeof(Triangle));
        rtcCommitGeometry(geometry);
        rtcAttachGeometryByID(scene, geometry, 0);
    }
    rtcReleaseGeometry(geometry);
    return complete;
}

// Embree asks now and then while it builds, and gives up when the answer is no.
bool goesOn(void* progress, double /*done*/) {
    return !static_cast<const Progress*>(progress)->stopped();
}

struct NearestQuery {
    const Mesh* mesh;
    std::uint32_t triangle;
};

// Embree calls this for each triangle whose box the shrinking ball touches.
bool considerTriangle(RTCPointQueryFunctionArguments* arguments) {
    auto* query = static_cast<NearestQuery*>(arguments->userPtr);
    const Triangle& t = query->mesh->triangles[arguments->primID];
    const Vec3 point(arguments->query->x, arguments->query->y, arguments->query->z);
    const std::vector<Vec3>& at = query->mesh->positions_mm;
    const float distance = (nearestOnTriangle(point, at[t[0]], at[t[1]], at[t[2]]) - point).norm();
    if (distance >= arguments->query->radius) return false;
    arguments->query->radius = distance;
    query->triangle = arguments->primID;
    return true;
}

}  // namespace

namespace {

// The two kinds of packet have the same rays.
void setRay(RTCRay16& rays, std::size_t lane, const Vec3& origin, const Vec3& direction,
            float far_mm) {
    rays.org_x[lane] = origin.x();
    rays.org_y[lane] = origin.y();
    rays.org_z[lane] = origin.z();
    rays.dir_x[lane] = direction.x();
    rays.dir_y[lane] = direction.y();
    rays.dir_z[lane] = direction.z();
    rays.tnear[lane] = 0.0F;
    rays.tfar[lane] = far_mm;
    rays.mask[lane] = ~0U;
}

}  // namespace

void RayPacket::set(std::size_t lane, const Vec3& origin, const Vec3& direction, float far_mm) {
    active[lane] = -1;
    setRay(rays, lane, origin, direction, far_mm);
}

void HitPacket::set(std::size_t lane, const Vec3& origin, const Vec3& direction) {
    active[lane] = -1;
    setRay(rays.ray, lane, origin, direction, 1e30F);
    rays.hit.geomID[lane] = RTC_INVALID_GEOMETRY_ID;
}

void RayPacket::clear() {
    for (int& lane : active) lane = 0;
}

Result<RayScene> RayScene::build(const Mesh& mesh, const Progress& progress) {
    if (device() == nullptr) return fail(ErrorCode::TooLarge, "The ray tracer could not start.");
    RayScene built;
    built.m_bounds = boundsOf(mesh.positions_mm);
    built.m_scene.reset(rtcNewScene(device()));
    RTCScene scene = built.m_scene.get();
    // Without ROBUST, a sixth or more of the rays aimed at vertices leak through.
    rtcSetSceneFlags(scene, RTC_SCENE_FLAG_ROBUST | RTC_SCENE_FLAG_CONTEXT_FILTER_FUNCTION);

    const bool complete = attach(scene, mesh);
    Progress asked = progress;
    rtcSetSceneProgressMonitorFunction(scene, goesOn, &asked);
    // Embree keeps a group of tasks with its scene. One that is begun among other tasks would point
    // to theirs for good, and the next group to be cancelled anywhere would look there.
    tbb::task_arena().execute([&] { rtcCommitScene(scene); });
    rtcSetSceneProgressMonitorFunction(scene, nullptr, nullptr);
    if (progress.stopped()) {
        rtcGetDeviceError(device());  // that it was cancelled is no error of the next scene
        return fail(ErrorCode::Cancelled, "Stopped.");
    }
    if (!complete || rtcGetDeviceError(device()) != RTC_ERROR_NONE) {
        return fail(ErrorCode::TooLarge, "Not enough memory for this figure.");
    }
    return built;
}

void RayScene::occluded(RayPacket& packet, const PassedTriangles& passed, bool coherent) const {
    PassingContext context = contextFor(passed, coherent);
    if (coherent) {
        rtcOccluded16(packet.active, m_scene.get(), &context.context, &packet.rays);
        return;
    }
    // Rays that go different ways only hinder each other: by themselves they take a sixth less.
    auto* rays = reinterpret_cast<RTCRayN*>(&packet.rays);
    for (unsigned lane = 0; lane < kLanes; ++lane) {
        if (packet.active[lane] == 0) continue;
        RTCRay ray = rtcGetRayFromRayN(rays, kLanes, lane);
        rtcOccluded1(m_scene.get(), &context.context, &ray);
        packet.rays.tfar[lane] = ray.tfar;
    }
}

bool RayScene::occluded(const Vec3& origin, const Vec3& direction, float far_mm,
                        const PassedTriangles& passed) const {
    RayPacket packet;
    packet.clear();
    packet.set(0, origin, direction, far_mm);
    occluded(packet, passed, false);
    return packet.blocked(0);
}

std::optional<RayHit> RayScene::nearest(const Vec3& origin, const Vec3& direction, float far_mm,
                                        const PassedTriangles& passed) const {
    PassingContext context = contextFor(passed, false);
    RTCRayHit query{};
    query.ray.org_x = origin.x();
    query.ray.org_y = origin.y();
    query.ray.org_z = origin.z();
    query.ray.dir_x = direction.x();
    query.ray.dir_y = direction.y();
    query.ray.dir_z = direction.z();
    query.ray.tfar = far_mm;
    query.ray.mask = ~0U;
    query.hit.geomID = RTC_INVALID_GEOMETRY_ID;
    rtcIntersect1(m_scene.get(), &context.context, &query);
    if (query.hit.geomID == RTC_INVALID_GEOMETRY_ID) return std::nullopt;
    return RayHit{query.hit.primID, query.hit.u, query.hit.v, query.ray.tfar};
}

void RayScene::nearest(HitPacket& packet, const PassedTriangles& passed) const {
    PassingContext context = contextFor(passed, true);
    rtcIntersect16(packet.active, m_scene.get(), &context.context, &packet.rays);
}

RayHit RayScene::hitOf(const HitPacket& packet, std::size_t lane) {
    const RTCHit16& hit = packet.rays.hit;
    return {hit.primID[lane], hit.u[lane], hit.v[lane], packet.rays.ray.tfar[lane]};
}

std::vector<std::uint32_t> RayScene::nearestTriangles(const Mesh& mesh,
                                                      std::span<const Vec3> points) const {
    std::vector<std::uint32_t> nearest(points.size(), 0);
    forChunks(points.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) {
            RTCPointQuery ball{};
            ball.x = points[i].x();
            ball.y = points[i].y();
            ball.z = points[i].z();
            // The answer for the neighbour before is a good guess of how far to look.
            NearestQuery query{&mesh, i == begin ? 0U : nearest[i - 1]};
            const Triangle& t = mesh.triangles[query.triangle];
            ball.radius =
                1.0001F * (nearestOnTriangle(points[i], mesh.positions_mm[t[0]],
                                             mesh.positions_mm[t[1]], mesh.positions_mm[t[2]]) -
                           points[i])
                              .norm() +
                1e-6F;
            RTCPointQueryContext context{};
            rtcInitPointQueryContext(&context);
            rtcPointQuery(m_scene.get(), &ball, &context, considerTriangle, &query);
            nearest[i] = query.triangle;
        }
    });
    return nearest;
}

}  // namespace glaukophos
