// The figure made ready for light: original triangles for rays, working surface for results.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/geometry/ray_scene.h"
#include "core/geometry/surface.h"
#include "core/light/receivers.h"

namespace glaukophos {

// What a file brought in. Parts of `mesh` have the names in `part_names`.
struct ImportedFigure {
    Mesh mesh;
    std::vector<std::string> part_names;
    std::size_t triangles_read = 0;          // as the files have them
    std::size_t triangles_without_area = 0;  // of those, left out
};

// Immutable once made and shared between plans, jobs and pictures.
struct Figure {
    ImportedFigure imported;
    Surface surface;
    FloorGrid floor;
    std::vector<Vec3> points_mm;  // the vertices of `surface`, then the points of `floor`
    std::vector<Vec3> normals;
    RayScene blockers;  // the original triangles: what shadows are thrown by
    RayScene shown;     // the working surface: what pictures are made of
    Bounds bounds;

    [[nodiscard]] Receivers receivers() const { return {points_mm, normals, offsetFor(bounds)}; }
    [[nodiscard]] std::size_t vertexCount() const { return surface.normals.size(); }
};

Result<std::shared_ptr<const Figure>> makeFigure(ImportedFigure imported, const Progress& progress);

}  // namespace glaukophos
