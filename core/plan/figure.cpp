// Surface, floor and the two ray scenes.
#include "core/plan/figure.h"

namespace glaukophos {
namespace {

constexpr int kFloorSide = 120;

}  // namespace

Result<std::shared_ptr<const Figure>> makeFigure(ImportedFigure imported,
                                                 const Progress& progress) {
    auto surface = makeSurface(imported.mesh, {}, progress);
    if (!surface) return tl::unexpected(surface.error());
    auto blockers = RayScene::build(imported.mesh);
    if (!blockers) return tl::unexpected(blockers.error());
    auto shown = RayScene::build(surface->mesh);
    if (!shown) return tl::unexpected(shown.error());
    if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");

    const Bounds bounds = boundsOf(imported.mesh.positions_mm);
    Figure figure{std::move(imported),
                  std::move(*surface),
                  floorUnder(bounds, kFloorSide),
                  {},
                  {},
                  std::move(*blockers),
                  std::move(*shown),
                  bounds};
    const std::vector<Vec3> floor = figure.floor.points();
    figure.points_mm = figure.surface.mesh.positions_mm;
    figure.points_mm.insert(figure.points_mm.end(), floor.begin(), floor.end());
    figure.normals = figure.surface.normals;
    figure.normals.resize(figure.points_mm.size(), Vec3::UnitZ());
    return std::make_shared<const Figure>(std::move(figure));
}

}  // namespace glaukophos
