// The working surface: the figure at brush resolution, with normals, areas and parts.
#pragma once

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/geometry/mesh.h"

namespace glaukophos {

// All vectors have one entry a vertex of `mesh`, except the last.
struct Surface {
    Mesh mesh;                     // no vertex is shared by two parts
    std::vector<Vec3> normals;     // unit, angle weighted
    std::vector<float> areas_mm2;  // a third of the area of the triangles round the vertex
    std::vector<PartIndex> parts;
    std::vector<double> part_areas_mm2;  // one entry a part
    float longest_edge_mm = 0.0F;        // what subdivision aimed at
    float deviation_mm = 0.0F;           // from the original, by simplification
};

struct SurfaceOptions {
    float max_edge_mm = 0.5F;  // half a brush tip; raised for figures larger than a bust
    std::size_t max_triangles = 350'000;
    float max_deviation_mm = 0.03F;
};

// `original` must hold at least one triangle; each part keeps its number.
Result<Surface> makeSurface(const Mesh& original, const SurfaceOptions& options,
                            const Progress& progress);

// A lattice of points on the floor under the figure, which shows the light thrown round its base.
struct FloorGrid {
    int side = 0;  // points along one edge; row-major, y outer
    Vec3 corner_mm = Vec3::Zero();
    float spacing_mm = 0.0F;

    [[nodiscard]] std::vector<Vec3> points() const;
};
FloorGrid floorUnder(const Bounds& figure, int side);

}  // namespace glaukophos
