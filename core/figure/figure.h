// The figure made ready for light: original triangles for rays, working surface for results.
#pragma once

#include <memory>
#include <mutex>
#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/figure/kept_fields.h"
#include "core/figure/over_form.h"
#include "core/geometry/neighbours.h"
#include "core/geometry/ray_scene.h"
#include "core/geometry/repair.h"
#include "core/geometry/surface.h"
#include "core/light/irradiance.h"

namespace glaukophos {

// What a part of a file says about itself.
struct ImportedPart {
    std::string name;
    std::optional<Vec3> colour;  // encoded sRGB 0..1, where the file gives one
    bool is_piece = false;       // named after the whole by us, not by whoever made the file
};

// What files brought in, in order and standing.
struct ImportedFigure {
    Mesh mesh;
    PartLabels labels;  // one entry a triangle of `mesh`
    std::vector<ImportedPart> parts;
    RepairReport repair;
    bool y_is_up = false;  // the format says so; else it has to be guessed
    float unit_mm = 1.0F;  // what one unit of the file stands for
};

// Worked out when it is first asked for.
struct NearestTriangles {
    std::once_flag once;
    std::vector<std::uint32_t> indices;
};

// The shape of a figure, however it is divided into parts. Immutable once made and shared.
struct Form {
    ImportedFigure imported;
    WorkingSurface whole;
    Neighbours neighbours;  // of the triangles of `whole`
    FloorGrid floor;
    std::vector<Vec3> points_mm;  // the vertices of `whole`, then the points of `floor`
    std::vector<Vec3> normals;
    RayScene occluders;  // the original triangles: what shadows are thrown by
    RayScene shown;      // the working surface: what pictures are made of
    Bounds bounds;
    bool divided_as_file = false;  // the labels of `whole` are those of `imported`, carried over
    std::shared_ptr<KeptFields> kept = std::make_shared<KeptFields>();
    std::shared_ptr<NearestTriangles> nearest = std::make_shared<NearestTriangles>();

    // The nearest triangle of the working surface for each original one: seconds of work on a
    // large file the first time, so that only other divisions than the file's ask for it.
    [[nodiscard]] const std::vector<std::uint32_t>& workingTriangles() const;

    // Where simplification left bumps out, rays must start above them.
    [[nodiscard]] Receivers receivers() const {
        return {points_mm, normals, std::max(offsetFor(bounds), whole.deviation_mm)};
    }
};

// A form divided into parts. Appearance have one entry a receiver of the figure: the vertices of
// `surface`, then the points of the floor.
struct Figure {
    std::shared_ptr<const Form> form;
    std::shared_ptr<const PartLabels> labels;  // one entry a triangle of the working surface
    Surface surface;
    PartLabels occluder_labels;  // one entry an original triangle
    std::shared_ptr<KeptFields> kept = std::make_shared<KeptFields>();

    [[nodiscard]] const Bounds& bounds() const { return form->bounds; }
    [[nodiscard]] std::size_t partCount() const { return surface.part_areas_mm2.size(); }
    [[nodiscard]] std::size_t vertexCount() const { return surface.normals.size(); }
    [[nodiscard]] std::size_t receiverCount() const {
        return form->points_mm.size() - form->whole.normals.size() + vertexCount();
    }
    [[nodiscard]] PartIndex partShownBy(const RayHit& hit) const {
        return surface.labels[hit.triangle];
    }
    // One entry a receiver of the figure.
    [[nodiscard]] std::vector<float> spread(const OverForm& of_form) const;
};

// What blocks light on its way to the figure: its original triangles.
inline Occluders occludersOf(const Figure& figure) {
    return {figure.form->occluders, figure.form->imported.mesh, figure.occluder_labels};
}

Result<std::shared_ptr<const Form>> makeForm(ImportedFigure imported, const Progress& progress);

// The same with a working surface that was made before. `whole.labels` fits `imported.parts`.
Result<std::shared_ptr<const Form>> makeForm(ImportedFigure imported, WorkingSurface whole,
                                             const Progress& progress);

// `labels` has one entry a triangle of the working surface, each below `part_count`.
std::shared_ptr<const Figure> dividedFigure(std::shared_ptr<const Form> form,
                                            std::shared_ptr<const PartLabels> labels,
                                            std::size_t part_count);

// Form and figure with the parts as imported.
Result<std::shared_ptr<const Figure>> makeFigure(ImportedFigure imported, const Progress& progress);

}  // namespace glaukophos
