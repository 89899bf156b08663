// A triangle mesh in millimetres, and the parts its triangles belong to.
#pragma once

#include <array>
#include <cstdint>
#include <limits>
#include <span>
#include <vector>

#include "core/base/vec.h"

namespace glaukophos {

using Triangle = std::array<std::uint32_t, 3>;

inline constexpr std::uint32_t kNoVertex = 0xFFFFFFFFU;
using PartIndex = std::uint16_t;

// z is up and the figure faces -y, so that its own left is +x.
struct Mesh {
    std::vector<Vec3> positions_mm;
    std::vector<Triangle> triangles;
};

// The part of each triangle of some mesh.
using PartLabels = std::vector<PartIndex>;

struct Bounds {
    Vec3 low = Vec3::Constant(std::numeric_limits<float>::max());
    Vec3 high = Vec3::Constant(std::numeric_limits<float>::lowest());

    void add(const Vec3& point) {
        low = low.cwiseMin(point);
        high = high.cwiseMax(point);
    }
    [[nodiscard]] Vec3 size() const { return high - low; }
    [[nodiscard]] Vec3 centre() const { return 0.5F * (low + high); }
    [[nodiscard]] float diagonal() const { return size().norm(); }
};

// The bounds of no points have low above high.
Bounds boundsOf(std::span<const Vec3> points);

// Half the cross product of two edges: length = area in mm2, direction = face normal.
Vec3 areaVector(const Mesh& mesh, const Triangle& triangle);

Vec3 centroidOf(const Mesh& mesh, const Triangle& triangle);
std::vector<Vec3> centroidsOf(const Mesh& mesh);  // one entry a triangle

double areaOf(const Mesh& mesh);  // in mm2

// Appends triangles with vertices of their own.
void append(Mesh& mesh, std::span<const Vec3> positions_mm, std::span<const Triangle> triangles);

}  // namespace glaukophos
