// One Embree geometry a part, so that a hit names its part.
#include "core/geometry/ray_scene.h"

#include <cstring>

namespace glaukophos {
namespace {

// The device is shared by all scenes; Embree counts references, so it lives as long as they do.
RTCDevice device() {
    static const std::unique_ptr<RTCDeviceTy, void (*)(RTCDevice)> shared(
        rtcNewDevice("threads=0,set_affinity=0"), rtcReleaseDevice);
    return shared.get();
}

struct PassingContext {
    RTCIntersectContext context;  // first member: Embree hands back its address
    const PassedParts* passed;
};

// Embree calls this for each possible hit and takes the hit back when `valid` is cleared.
void passThrough(const RTCFilterFunctionNArguments* arguments) {
    const auto* context = reinterpret_cast<const PassingContext*>(arguments->context);
    for (unsigned i = 0; i < arguments->N; ++i) {
        if (arguments->valid[i] == 0) continue;
        const unsigned part = RTCHitN_geomID(arguments->hit, arguments->N, i);
        if (part < context->passed->size() && (*context->passed)[part]) arguments->valid[i] = 0;
    }
}

PassingContext contextFor(const PassedParts& passed, bool coherent) {
    PassingContext context{};
    rtcInitIntersectContext(&context.context);
    context.context.flags =
        coherent ? RTC_INTERSECT_CONTEXT_FLAG_COHERENT : RTC_INTERSECT_CONTEXT_FLAG_INCOHERENT;
    context.passed = &passed;
    if (!passed.empty()) context.context.filter = passThrough;
    return context;
}

// False when Embree cannot get the memory.
bool attachPart(RTCScene scene, RTCBuffer vertices, const Mesh& mesh, std::size_t part) {
    const auto triangles = mesh.trianglesOf(part);
    const RTCGeometry geometry = rtcNewGeometry(device(), RTC_GEOMETRY_TYPE_TRIANGLE);
    rtcSetGeometryBuffer(geometry, RTC_BUFFER_TYPE_VERTEX, 0, RTC_FORMAT_FLOAT3, vertices, 0,
                         sizeof(Vec3), mesh.positions_mm.size());
    void* indices = rtcSetNewGeometryBuffer(geometry, RTC_BUFFER_TYPE_INDEX, 0, RTC_FORMAT_UINT3,
                                            sizeof(Triangle), triangles.size());
    if (indices != nullptr && !triangles.empty()) {
        std::memcpy(indices, triangles.data(), triangles.size_bytes());
    }
    rtcCommitGeometry(geometry);
    rtcAttachGeometryByID(scene, geometry, static_cast<unsigned>(part));
    rtcReleaseGeometry(geometry);
    return indices != nullptr || triangles.empty();
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

Result<RayScene> RayScene::build(const Mesh& mesh, Quality quality) {
    if (device() == nullptr) return fail(ErrorCode::TooLarge, "The ray tracer could not start.");
    RayScene built;
    built.m_part_starts = mesh.part_starts;
    built.m_bounds = boundsOf(mesh.positions_mm);
    built.m_scene.reset(rtcNewScene(device()));
    RTCScene scene = built.m_scene.get();
    // Without ROBUST, a sixth or more of the rays aimed at vertices leak through.
    rtcSetSceneFlags(scene, RTC_SCENE_FLAG_ROBUST | RTC_SCENE_FLAG_CONTEXT_FILTER_FUNCTION);
    rtcSetSceneBuildQuality(
        scene, quality == Quality::Good ? RTC_BUILD_QUALITY_MEDIUM : RTC_BUILD_QUALITY_LOW);

    const std::size_t bytes = mesh.positions_mm.size() * sizeof(Vec3);
    const RTCBuffer vertices = rtcNewBuffer(device(), bytes + 16);  // Embree reads 16 at a time
    if (vertices == nullptr) return fail(ErrorCode::TooLarge, "Not enough memory for this figure.");
    std::memcpy(rtcGetBufferData(vertices), mesh.positions_mm.front().data(), bytes);
    bool complete = true;
    for (std::size_t part = 0; part < mesh.partCount(); ++part) {
        complete = complete && attachPart(scene, vertices, mesh, part);
    }
    rtcReleaseBuffer(vertices);
    rtcCommitScene(scene);
    if (!complete || rtcGetDeviceError(device()) != RTC_ERROR_NONE) {
        return fail(ErrorCode::TooLarge, "Not enough memory for this figure.");
    }
    return built;
}

void RayScene::occluded(RayPacket& packet, const PassedParts& passed, bool coherent) const {
    PassingContext context = contextFor(passed, coherent);
    rtcOccluded16(packet.active, m_scene.get(), &context.context, &packet.rays);
}

bool RayScene::occluded(const Vec3& origin, const Vec3& direction, float far_mm,
                        const PassedParts& passed) const {
    RayPacket packet;
    packet.clear();
    packet.set(0, origin, direction, far_mm);
    occluded(packet, passed, false);
    return packet.blocked(0);
}

std::optional<RayHit> RayScene::nearest(const Vec3& origin, const Vec3& direction, float far_mm,
                                        const PassedParts& passed) const {
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
    return RayHit{m_part_starts[query.hit.geomID] + query.hit.primID,
                  static_cast<PartIndex>(query.hit.geomID), query.hit.u, query.hit.v,
                  query.ray.tfar};
}

void RayScene::nearest(HitPacket& packet, const PassedParts& passed) const {
    PassingContext context = contextFor(passed, true);
    rtcIntersect16(packet.active, m_scene.get(), &context.context, &packet.rays);
}

RayHit RayScene::hitOf(const HitPacket& packet, std::size_t lane) const {
    const RTCHit16& hit = packet.rays.hit;
    return {m_part_starts[hit.geomID[lane]] + hit.primID[lane],
            static_cast<PartIndex>(hit.geomID[lane]), hit.u[lane], hit.v[lane],
            packet.rays.ray.tfar[lane]};
}

}  // namespace glaukophos
