// The working surface: the figure at brush resolution, whole and divided into parts.
#pragma once

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/geometry/mesh.h"
#include "core/geometry/vertex_links.h"

namespace glaukophos {

// Independent of how the figure is divided: light is computed on its vertices.
struct WorkingSurface {
    Mesh mesh;
    std::vector<Vec3> normals;     // unit, angle weighted, one entry a vertex
    PartLabels labels;             // as the original was divided when this was made
    float longest_edge_mm = 0.0F;  // what subdivision aimed at
    float deviation_mm = 0.0F;     // from the original, by simplification
    // A photograph stands for the figure: luminance 0..1 that it shows, one entry a vertex. Skies
    // give that instead of light that is traced. Empty: a figure in the round.
    std::vector<float> pictured{};
};

// Unit normals at the vertices, each face weighted by its angle there (Thuermer & Wuethrich 1998).
std::vector<Vec3> angleWeightedNormals(const Mesh& mesh);

struct SurfaceOptions {
    float max_edge_mm = 0.5F;  // half a brush tip; raised for figures larger than a bust
    std::size_t max_triangles = 350'000;
    float max_deviation_mm = 0.03F;
};

// Options for a figure of this height: edges and deviation grow with it, since larger figures are
// painted with larger brushes. At 32 mm half a brush tip is 0.4 mm and half a hair 0.05 mm.
SurfaceOptions optionsFor(float height_mm);

// `original` must hold at least one triangle, `labels` one entry a triangle. Borders between parts
// and open borders are kept exactly.
Result<WorkingSurface> makeWorkingSurface(const Mesh& original, const PartLabels& labels,
                                          const SurfaceOptions& options, const Progress& progress);

// The working surface cut along the borders of parts. Triangles keep their order. All vectors have
// one entry a vertex of `mesh` unless said otherwise.
struct Surface {
    Mesh mesh;  // no vertex is shared by two parts
    std::vector<Vec3> normals;
    std::vector<float> areas_mm2;  // a third of the area of the triangles round the vertex
    std::vector<PartIndex> parts;
    std::vector<std::uint32_t> whole_vertices;  // the same vertex of the working surface
    PartLabels labels;                          // one entry a triangle
    std::vector<float> triangle_areas_mm2;      // one entry a triangle
    std::vector<double> part_areas_mm2;         // one entry a part
    VertexLinks links;                          // never from one part to another
    float longest_edge_mm = 0.0F;               // as of the working surface
};

// `labels` has one entry a triangle, each below `part_count`.
Surface divided(const WorkingSurface& whole, const PartLabels& labels, std::size_t part_count);

// A lattice of points on the floor under the figure, which shows the light thrown round its base.
struct FloorGrid {
    int side = 0;  // points along one edge; row-major, y outer
    Vec3 corner_mm = Vec3::Zero();
    float spacing_mm = 0.0F;

    [[nodiscard]] std::vector<Vec3> points() const;
};
FloorGrid floorUnder(const Bounds& figure, int side);

}  // namespace glaukophos
