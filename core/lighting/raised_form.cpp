// Each vertex goes along its own normal; what stands far off sees the same sky as before.
#include "core/lighting/raised_form.h"

#include <algorithm>

#include "core/plan/brushed.h"

namespace glaukophos {
namespace {

// From a raised place to what it may take the light from: a wall of a millimetre hides eleven
// degrees above the horizon from there.
constexpr float kReach_mm = 5.0F;

// The working surface with each vertex moved along its normal.
Mesh raisedMesh(const WorkingSurface& whole, const std::vector<float>& heights_mm) {
    Mesh mesh = whole.mesh;
    for (std::size_t v = 0; v < heights_mm.size(); ++v) {
        mesh.positions_mm[v] += heights_mm[v] * whole.normals[v];
    }
    return mesh;
}

// The form's own normals, turned as the raised mesh turns: they may be finer than its triangles.
std::vector<Vec3> turned(const Form& form, const Mesh& raised,
                         const std::vector<float>& heights_mm) {
    const std::vector<Vec3> before = angleWeightedNormals(form.whole.mesh);
    const std::vector<Vec3> after = angleWeightedNormals(raised);
    std::vector<Vec3> normals = form.normals;
    for (std::size_t v = 0; v < before.size(); ++v) {
        if ((after[v] - before[v]).squaredNorm() < 1e-10F && heights_mm[v] == 0.0F) continue;
        const Vec3 wanted = normals[v] + after[v] - before[v];
        if (wanted.squaredNorm() > 1e-6F) normals[v] = wanted.normalized();
    }
    return normals;
}

std::vector<std::uint32_t> receiversNear(const Form& form,
                                         const std::vector<PaintedVolume>& volumes) {
    std::vector<bool> is_near(form.points_mm.size(), false);
    for (const PaintedVolume& stroke : volumes) {
        const float reach = static_cast<float>(stroke.radius_mm) + kReach_mm;
        for (std::size_t r = 0; r < is_near.size(); ++r) {
            is_near[r] = is_near[r] || std::ranges::any_of(stroke.points_mm, [&](const Vec3& at) {
                             return (at - form.points_mm[r]).squaredNorm() <= reach * reach;
                         });
        }
    }
    std::vector<std::uint32_t> near;
    for (std::uint32_t r = 0; r < is_near.size(); ++r) {
        if (is_near[r]) near.push_back(r);
    }
    return near;
}

}  // namespace

std::vector<float> volumeHeights(const WorkingSurface& whole,
                                 const std::vector<PaintedVolume>& volumes) {
    std::vector<float> heights(whole.normals.size(), 0.0F);
    for (const PaintedVolume& stroke : volumes) {
        const auto height = static_cast<float>(stroke.height_mm);
        whereBrushed(whole.mesh.positions_mm, whole.normals, stroke,
                     [&](std::size_t v, float amount) { heights[v] += amount * height; });
    }
    const auto most = static_cast<float>(kMostVolume_mm);
    for (float& height : heights) height = std::clamp(height, -most, most);
    return heights;
}

RaisedForm turnedForm(const Form& form, const std::vector<PaintedVolume>& volumes) {
    const std::vector<float> heights = volumeHeights(form.whole, volumes);
    RaisedForm raised;
    raised.points_mm = form.points_mm;
    raised.normals = turned(form, raisedMesh(form.whole, heights), heights);
    return raised;
}

Result<RaisedForm> raisedForm(const Form& form, const std::vector<PaintedVolume>& volumes) {
    const std::vector<float> heights = volumeHeights(form.whole, volumes);
    RaisedForm raised;
    raised.points_mm = form.points_mm;
    raised.mesh = raisedMesh(form.whole, heights);
    std::ranges::copy(raised.mesh.positions_mm, raised.points_mm.begin());
    raised.normals = turned(form, raised.mesh, heights);
    raised.near = receiversNear(form, volumes);
    auto occluders = RayScene::build(raised.mesh);
    if (!occluders) return tl::unexpected(occluders.error());
    raised.occluders = std::make_shared<const RayScene>(std::move(*occluders));
    return raised;
}

SkyTable skyOver(const RaisedForm& raised, const SkyTable& table, const SkyTable& before,
                 float offset_mm, const Progress& progress) {
    std::vector<Vec3> points;
    std::vector<Vec3> normals;
    points.reserve(raised.near.size());
    normals.reserve(raised.near.size());
    SkyTable anew;
    anew.rounds = before.rounds;
    for (const std::uint32_t r : raised.near) {
        points.push_back(raised.points_mm[r]);
        normals.push_back(raised.normals[r]);
        if (before.rounds > 0) anew.bits.push_back(before.bits[r]);
    }
    while (anew.rounds < table.rounds) {
        if (!traceNextRound(anew, {points, normals, offset_mm}, *raised.occluders, progress)) {
            return {};
        }
    }
    SkyTable result = table;
    for (std::size_t i = 0; i < anew.bits.size(); ++i) result.bits[raised.near[i]] = anew.bits[i];
    return result;
}

}  // namespace glaukophos
