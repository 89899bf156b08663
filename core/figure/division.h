// Changing which part the triangles of the working surface belong to.
#pragma once

#include <optional>

#include "core/figure/figure.h"
#include "core/geometry/crease.h"
#include "core/geometry/patches.h"

namespace glaukophos {

// Marks the parts that strokes leave as they are.
using LockedParts = std::vector<bool>;

// What strokes and growth need to know of a form; made once, shared, immutable.
struct DivisionGuide {
    std::vector<Vec3> centroids;  // of the triangles of the working surface
    std::vector<Vec3> normals;    // unit
    Creases creases;
    std::shared_ptr<const PatchTree> tree;  // null until it is added
};

// Enough for the brush.
DivisionGuide creaseGuide(const Form& form);
// With patches too, which take seconds. Fails only when stopped.
Result<DivisionGuide> withPatches(DivisionGuide guide, const Form& form, const Progress& progress);
Result<std::shared_ptr<const DivisionGuide>> makeGuide(const Form& form, const Progress& progress);

// One touch of the brush.
struct Dab {
    std::uint32_t triangle = 0;  // under the pointer
    Vec3 point_mm = Vec3::Zero();
    float radius_mm = 1.0F;
    bool held_by_creases = true;  // does not go over inward folds
};

// The triangles a dab covers: connected with the one under the pointer inside a ball of the
// radius, and facing the same way, so that it does not creep round a hem to the other side.
std::vector<std::uint32_t> covered(const Form& form, const DivisionGuide& guide, const Dab& dab);

// Gives the triangles to `part`, except those of locked parts. Returns whether anything changed.
bool give(std::span<const std::uint32_t> triangles, PartIndex part, const LockedParts& parts,
          PartLabels& labels);

// For each of the given triangles the part it would have without `part`: that of the nearest
// triangle of another part along the surface. What has no other part in reach stays.
void takeAway(const Form& form, const DivisionGuide& guide,
              std::span<const std::uint32_t> triangles, PartIndex part, const LockedParts& parts,
              PartLabels& labels);

// Moves the border of `part` outwards (or inwards, `mm` negative) by up to |mm| along the surface;
// creases hold it.
void grow(const Form& form, const DivisionGuide& guide, PartIndex part, double mm,
          const LockedParts& parts, PartLabels& labels);

// The small patch under the pointer, which ends at creases. Needs patches, as do splitting and
// dividing.
std::vector<std::uint32_t> patchAt(const DivisionGuide& guide, std::uint32_t triangle);

}  // namespace glaukophos
