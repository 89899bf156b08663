// All growth over the surface is one search from triangle to triangle, nearest first.
#include "core/figure/division.h"

#include <algorithm>
#include <queue>
#include <unordered_set>

#include "core/figure/study_sheet.h"
#include "core/geometry/shape_diameter.h"

namespace glaukophos {
namespace {

constexpr float kFacesAway = -0.1F;  // cosine to the normal under the pointer

struct Way {
    float mm = 0.0F;
    std::uint32_t triangle = 0;
    PartIndex part = 0;
    std::uint32_t from = 0;  // where it began
    bool operator>(const Way& other) const {
        return mm != other.mm ? mm > other.mm : triangle > other.triangle;
    }
};
using WayQueue = std::priority_queue<Way, std::vector<Way>, std::greater<>>;

bool locked(const LockedParts& parts, PartIndex part) { return part < parts.size() && parts[part]; }

}  // namespace

DivisionGuide creaseGuide(const Form& form) {
    DivisionGuide guide;
    const Mesh& mesh = form.whole.mesh;
    for (const Triangle& t : mesh.triangles) {
        guide.centroids.push_back(centroidOf(mesh, t));
        guide.normals.push_back(areaVector(mesh, t).stableNormalized());
    }
    guide.creases = isStudySheet(form) ? valueCreases(form) : creasesOf(mesh, form.neighbours);
    return guide;
}

Result<DivisionGuide> withPatches(DivisionGuide guide, const Form& form, const Progress& progress) {
    const Mesh& mesh = form.whole.mesh;
    const float height = std::max(1.0F, form.bounds.size().z());
    PatchOptions options;
    options.patch_area_mm2 *= (height / 32.0) * (height / 32.0);
    const std::vector<float> thickness_mm =
        shapeDiameters(mesh, form.shown, {progress.stop, [&](double f) { progress.at(0.6 * f); }});
    if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
    guide.tree = std::make_shared<const PatchTree>(
        patchTree(mesh, form.neighbours, guide.creases, thickness_mm, options,
                  {progress.stop, [&](double f) { progress.at(0.6 + 0.4 * f); }}));
    if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
    return guide;
}

Result<std::shared_ptr<const DivisionGuide>> makeGuide(const Form& form, const Progress& progress) {
    auto guide = withPatches(creaseGuide(form), form, progress);
    if (!guide) return tl::unexpected(guide.error());
    return std::make_shared<const DivisionGuide>(std::move(*guide));
}

std::vector<std::uint32_t> covered(const Form& form, const DivisionGuide& guide, const Dab& dab) {
    std::vector<std::uint32_t> reached{dab.triangle};
    std::unordered_set<std::uint32_t> seen{dab.triangle};
    const Vec3& facing = guide.normals[dab.triangle];
    for (std::size_t at = 0; at < reached.size(); ++at) {
        const std::uint32_t t = reached[at];
        for (std::size_t k = 0; k < 3; ++k) {
            const std::uint32_t next = form.neighbours.across[t][k];
            if (next == kNoTriangle || seen.contains(next)) continue;
            if (dab.held_by_creases && guide.creases.strength[t][k] >= kHoldingCrease) continue;
            if ((guide.centroids[next] - dab.point_mm).norm() > dab.radius_mm) continue;
            if (guide.normals[next].dot(facing) < kFacesAway) continue;
            seen.insert(next);
            reached.push_back(next);
        }
    }
    return reached;
}

bool give(std::span<const std::uint32_t> triangles, PartIndex part, const LockedParts& parts,
          PartLabels& labels) {
    bool changed = false;
    for (const std::uint32_t t : triangles) {
        if (labels[t] == part || locked(parts, labels[t])) continue;
        labels[t] = part;
        changed = true;
    }
    return changed;
}

void takeAway(const Form& form, const DivisionGuide& guide,
              std::span<const std::uint32_t> triangles, PartIndex part, const LockedParts& parts,
              PartLabels& labels) {
    if (locked(parts, part)) return;
    std::unordered_set<std::uint32_t> leaving;  // triangles that have no new part yet
    for (const std::uint32_t t : triangles) {
        if (labels[t] == part) leaving.insert(t);
    }
    WayQueue queue;
    for (const std::uint32_t t : leaving) {
        for (const std::uint32_t next : form.neighbours.across[t]) {
            if (next != kNoTriangle && labels[next] != part) queue.push({0.0F, t, labels[next], t});
        }
    }
    while (!queue.empty()) {
        const Way at = queue.top();
        queue.pop();
        if (leaving.erase(at.triangle) == 0) continue;
        labels[at.triangle] = at.part;
        for (std::size_t k = 0; k < 3; ++k) {
            const std::uint32_t next = form.neighbours.across[at.triangle][k];
            if (next == kNoTriangle || !leaving.contains(next)) continue;
            queue.push({(guide.centroids[next] - guide.centroids[at.from]).norm(), next, at.part,
                        at.from});
        }
    }
}

void grow(const Form& form, const DivisionGuide& guide, PartIndex part, double mm,
          const LockedParts& parts, PartLabels& labels) {
    const bool outwards = mm >= 0.0;
    if (!outwards && locked(parts, part)) return;
    const auto limit = static_cast<float>(std::abs(mm));
    const PartLabels before = labels;
    WayQueue queue;
    // Outwards the part itself runs, inwards its neighbours do.
    for (std::uint32_t t = 0; t < labels.size(); ++t) {
        if ((before[t] == part) != outwards) continue;
        for (const std::uint32_t next : form.neighbours.across[t]) {
            if (next != kNoTriangle && (before[next] == part) != outwards) {
                queue.push({0.0F, t, before[t], t});
                break;
            }
        }
    }
    std::vector<bool> done(labels.size(), false);
    while (!queue.empty()) {
        const Way at = queue.top();
        queue.pop();
        if (done[at.triangle]) continue;
        done[at.triangle] = true;
        labels[at.triangle] = at.part;
        for (std::size_t k = 0; k < 3; ++k) {
            const std::uint32_t next = form.neighbours.across[at.triangle][k];
            if (next == kNoTriangle || done[next]) continue;
            if ((before[next] == part) == outwards || locked(parts, before[next])) continue;
            if (guide.creases.strength[at.triangle][k] >= kHoldingCrease) continue;
            // Straight from where it began: ways from centroid to centroid zigzag.
            const float way = (guide.centroids[next] - guide.centroids[at.from]).norm();
            if (way <= limit) queue.push({way, next, at.part, at.from});
        }
    }
}

std::vector<std::uint32_t> patchAt(const DivisionGuide& guide, std::uint32_t triangle) {
    std::vector<std::uint32_t> triangles;
    const std::uint32_t patch = guide.tree->patch_of_triangle[triangle];
    for (std::uint32_t t = 0; t < guide.tree->patch_of_triangle.size(); ++t) {
        if (guide.tree->patch_of_triangle[t] == patch) triangles.push_back(t);
    }
    return triangles;
}

}  // namespace glaukophos
