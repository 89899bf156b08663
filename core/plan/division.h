// Changing which part the triangles of the working surface belong to.
#pragma once

#include <optional>

#include "core/geometry/crease.h"
#include "core/geometry/patches.h"
#include "core/plan/plan.h"

namespace glaukophos {

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
bool give(std::span<const std::uint32_t> triangles, PartIndex part, const std::vector<Part>& parts,
          PartLabels& labels);

// For each of the given triangles the part it would have without `part`: that of the nearest
// triangle of another part along the surface. What has no other part in reach stays.
void takeAway(const Form& form, const DivisionGuide& guide,
              std::span<const std::uint32_t> triangles, PartIndex part,
              const std::vector<Part>& parts, PartLabels& labels);

// Moves the border of `part` outwards (or inwards, `mm` negative) by up to |mm| along the surface;
// creases hold it.
void grow(const Form& form, const DivisionGuide& guide, PartIndex part, double mm,
          const std::vector<Part>& parts, PartLabels& labels);

// The small patch under the pointer, which ends at creases. Needs patches, as do splitting and
// dividing.
std::vector<std::uint32_t> patchAt(const DivisionGuide& guide, std::uint32_t triangle);

// Edits of a plan's parts as a whole. Labels and own parts of lights follow.
// Joins `from` into `into`; `into` keeps its name.
void mergeParts(Plan& plan, PartIndex into, PartIndex from);
// Divides a part into up to `pieces` new parts along its creases: the largest keeps the name.
// Returns how many there are then.
std::size_t splitPart(Plan& plan, const DivisionGuide& guide, PartIndex part, std::size_t pieces);
// Divides the whole figure anew into `groups` parts by creases.
void divideByCreases(Plan& plan, const DivisionGuide& guide, std::size_t groups);
// A new part without surface, to be painted on; returns its number.
PartIndex addPart(Plan& plan, const std::string& name);
// Drops parts that have no surface left.
void dropEmptyParts(Plan& plan);

// Replaces the labels of the plan's figure.
void relabel(Plan& plan, PartLabels labels);

}  // namespace glaukophos
