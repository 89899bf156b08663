// What one picture shows of a figure.
#pragma once

#include <cstdint>
#include <memory>
#include <vector>

#include "core/pipeline/evaluated.h"

namespace glaukophos {

// What a picture shows of a surface. The corners of shown triangles that do not count give way to
// one that does, of which each such triangle has at least one.
struct ShownSurface {
    std::vector<bool> triangles;  // one entry a triangle
    std::vector<bool> corners;    // one entry a vertex
};

// The vertices and triangles of a figure that a picture shows, and a sample of the others that
// stands for them in exposure, shares and ladders.
struct SeenFigure {
    std::shared_ptr<const Figure>
        figure;  // of them alone; the sample has the areas of all it stands for
    std::vector<std::uint32_t> vertices;     // of the whole figure, one entry a vertex
    std::vector<bool> shown;                 // one entry a vertex: not of the sample
    std::vector<std::uint32_t> triangle_at;  // in `figure`, one entry a triangle of the whole
    // Receivers: the vertices, then the floor's points; with painted volumes in them.
    std::vector<Vec3> points_mm;
    std::vector<Vec3> normals;
    SkyTable table;
};

// Of what is not shown one triangle in so many stands for the others. With few of them the exposure
// is a few per cent off now and then; many take longer.
inline constexpr std::size_t kFewOfTheOthers = 144;
inline constexpr std::size_t kManyOfTheOthers = 16;

// `shown` and `last` are of the same figure, its sky traced.
SeenFigure seenFigure(const Evaluated& last, const ShownSurface& shown,
                      std::size_t others = kFewOfTheOthers);

}  // namespace glaukophos
