// Edits of a plan's parts as a whole. Labels and own parts of lights follow.
#pragma once

#include "core/figure/division.h"
#include "core/plan/plan.h"

namespace glaukophos {

// Joins `from` into `into`; `into` keeps its name.
void mergeParts(Plan& plan, PartIndex into, PartIndex from);
// Divides a part into up to `pieces` new parts along its creases: the largest keeps the name.
// Returns how many there are then.
std::size_t splitPart(Plan& plan, const DivisionGuide& guide, PartIndex part, std::size_t pieces);
// Divides the whole figure anew into `groups` parts by creases.
void divideByCreases(Plan& plan, const DivisionGuide& guide, std::size_t groups);
// A new part without surface, to be painted on; returns its number.
PartIndex addPart(Plan& plan, const std::string& name);
// Makes a part of these triangles of the working surface, with colour and material of the part that
// most of them come from; locked parts keep theirs. Returns its number, or nothing when no triangle
// is left to it.
std::optional<PartIndex> partFrom(Plan& plan, const std::string& name,
                                  std::span<const std::uint32_t> triangles);
// Drops parts that have no surface left.
void dropEmptyParts(Plan& plan);

// Replaces the labels of the plan's figure.
void relabel(Plan& plan, PartLabels labels);

}  // namespace glaukophos
