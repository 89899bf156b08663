// A triangle mesh in millimetres, its triangles grouped by part.
#pragma once

#include <array>
#include <cstdint>
#include <limits>
#include <span>
#include <vector>

#include "core/base/vec.h"

namespace glaukophos {

using Triangle = std::array<std::uint32_t, 3>;
using PartIndex = std::uint16_t;

// z is up and the figure faces -y, so that its own left is +x.
// Triangles of part p are those from part_starts[p] up to part_starts[p + 1].
struct Mesh {
    std::vector<Vec3> positions_mm;
    std::vector<Triangle> triangles;
    std::vector<std::uint32_t> part_starts{0};

    [[nodiscard]] std::size_t partCount() const { return part_starts.size() - 1; }
    [[nodiscard]] std::span<const Triangle> trianglesOf(std::size_t part) const {
        return std::span(triangles).subspan(part_starts[part],
                                            part_starts[part + 1] - part_starts[part]);
    }
};

struct Bounds {
    Vec3 low = Vec3::Constant(std::numeric_limits<float>::max());
    Vec3 high = Vec3::Constant(std::numeric_limits<float>::lowest());

    [[nodiscard]] Vec3 size() const { return high - low; }
    [[nodiscard]] Vec3 centre() const { return 0.5F * (low + high); }
    [[nodiscard]] float diagonal() const { return size().norm(); }
};

// The bounds of no points have low above high.
Bounds boundsOf(std::span<const Vec3> points);

// Half the cross product of two edges: length = area in mm2, direction = face normal.
Vec3 areaVector(const Mesh& mesh, const Triangle& triangle);

double areaOf(const Mesh& mesh, std::span<const Triangle> triangles);

// Appends `addition` as one new part after the parts of `mesh`.
void appendPart(Mesh& mesh, std::span<const Vec3> positions_mm,
                std::span<const Triangle> triangles);

}  // namespace glaukophos
