#include "app/pages/stroke_brush.h"

#include <QAbstractButton>

namespace glaukophos {

void takeStrokeBrush(FigureView& view, QButtonGroup& tools, int id, BrushUse use) {
    use.laid_down = [&tools] { tools.button(kBareHand)->setChecked(true); };
    view.takeTool(std::make_unique<BrushTool>(view, std::move(use)));
    tools.button(id)->setChecked(true);
}

BrushUse strokesOf(Document& document, const NumberField& radius, std::function<void()> begin,
                   std::function<void(const std::vector<SurfacePoint>&, bool)> stroke) {
    BrushUse use;
    use.radius_mm = [&radius] { return radius.value(); };
    use.begin = std::move(begin);
    use.stroke = std::move(stroke);
    use.end = [&document] { document.endGesture(); };
    return use;
}

void addToStroke(const std::vector<SurfacePoint>& fresh, double apart_mm,
                 std::vector<Vec3>& points_mm, std::vector<Vec3>& normals) {
    for (const SurfacePoint& point : fresh) {
        const bool close =
            !points_mm.empty() && (points_mm.back() - point.point_mm).norm() < apart_mm;
        if (close) continue;
        points_mm.push_back(point.point_mm);
        normals.push_back(point.normal);
    }
}

}  // namespace glaukophos
