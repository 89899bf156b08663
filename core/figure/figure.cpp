// Surface, floor and the two ray scenes.
#include "core/figure/figure.h"

#include <tbb/parallel_invoke.h>

namespace glaukophos {
namespace {

constexpr int kFloorSide = 120;

Result<Form> formOf(ImportedFigure imported, RayScene occluders, WorkingSurface whole,
                    const Progress& progress) {
    std::optional<Result<RayScene>> built;
    Neighbours neighbours;
    tbb::parallel_invoke(
        [&] {
            built = RayScene::build(whole.mesh, {progress.stop, {}});
        },
        [&] { neighbours = neighboursOf(whole.mesh.positions_mm.size(), whole.mesh.triangles); });
    Result<RayScene>& shown = *built;
    if (!shown) return tl::unexpected(shown.error());
    if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
    progress.at(0.8);
    const Bounds bounds = boundsOf(imported.mesh.positions_mm);
    Form form{std::move(imported),
              std::move(whole),
              std::move(neighbours),
              floorUnder(bounds, kFloorSide),
              {},
              {},
              std::move(occluders),
              std::move(*shown),
              bounds};
    const std::vector<Vec3> floor = form.floor.points();
    form.points_mm = form.whole.mesh.positions_mm;
    form.points_mm.insert(form.points_mm.end(), floor.begin(), floor.end());
    form.normals = form.whole.normals;
    form.normals.resize(form.points_mm.size(), Vec3::UnitZ());
    progress.at(1.0);
    return form;
}

// The part that each original triangle belongs to.
PartLabels occluderLabels(const Form& form, const PartLabels& labels) {
    if (form.divided_as_file && labels == form.whole.labels) return form.imported.labels;
    PartLabels of_originals;
    of_originals.reserve(form.imported.mesh.triangles.size());
    for (const std::uint32_t t : form.workingTriangles()) of_originals.push_back(labels[t]);
    return of_originals;
}

}  // namespace

std::vector<float> Figure::spread(const OverForm& of_form) const {
    const std::span<const float> from = of_form.values();
    const std::span<const float> floor = from.subspan(form->whole.normals.size());
    std::vector<float> values(receiverCount());
    for (std::size_t v = 0; v < vertexCount(); ++v) values[v] = from[surface.whole_vertices[v]];
    std::ranges::copy(floor, values.begin() + static_cast<std::ptrdiff_t>(vertexCount()));
    return values;
}

const std::vector<std::uint32_t>& Form::workingTriangles() const {
    std::call_once(nearest->once, [&] {
        nearest->indices = shown.nearestTriangles(whole.mesh, centroidsOf(imported.mesh));
    });
    return nearest->indices;
}

Result<std::shared_ptr<const Form>> makeForm(ImportedFigure imported, WorkingSurface whole,
                                             const Progress& progress) {
    auto occluders = RayScene::build(imported.mesh, {progress.stop, {}});
    if (!occluders) return tl::unexpected(occluders.error());
    auto form = formOf(std::move(imported), std::move(*occluders), std::move(whole), progress);
    if (!form) return tl::unexpected(form.error());
    return std::make_shared<const Form>(std::move(*form));
}

Result<std::shared_ptr<const Form>> makeForm(ImportedFigure imported, const Progress& progress) {
    const float height = boundsOf(imported.mesh.positions_mm).size().z();
    std::optional<Result<WorkingSurface>> whole;
    std::optional<Result<RayScene>> occluders;
    // Each is idle on all cores but one now and then.
    tbb::parallel_invoke(
        [&] {
            whole = makeWorkingSurface(imported.mesh, imported.labels, optionsFor(height),
                                       {progress.stop, [&](double f) { progress.at(0.6 * f); }});
        },
        [&] {
            occluders = RayScene::build(imported.mesh, {progress.stop, {}});
        });
    if (!*whole) return tl::unexpected(whole->error());
    if (!*occluders) return tl::unexpected(occluders->error());
    auto form = formOf(std::move(imported), std::move(**occluders), std::move(**whole), progress);
    if (!form) return tl::unexpected(form.error());
    form->divided_as_file = true;
    return std::make_shared<const Form>(std::move(*form));
}

std::shared_ptr<const Figure> dividedFigure(std::shared_ptr<const Form> form,
                                            std::shared_ptr<const PartLabels> labels,
                                            std::size_t part_count) {
    Figure figure;
    figure.surface = divided(form->whole, *labels, part_count);
    figure.occluder_labels = occluderLabels(*form, *labels);
    figure.form = std::move(form);
    figure.labels = std::move(labels);
    return std::make_shared<const Figure>(std::move(figure));
}

Result<std::shared_ptr<const Figure>> makeFigure(ImportedFigure imported,
                                                 const Progress& progress) {
    const std::size_t parts = imported.parts.size();
    auto form = makeForm(std::move(imported), progress);
    if (!form) return tl::unexpected(form.error());
    auto labels = std::make_shared<const PartLabels>((*form)->whole.labels);
    return dividedFigure(std::move(*form), std::move(labels), parts);
}

}  // namespace glaukophos
