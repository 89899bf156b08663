// A brush that strokes over the surface.
#pragma once

#include <functional>
#include <vector>

#include "app/view/figure_tool.h"

namespace glaukophos {

// What is done with a brush. All are called on the interface thread.
struct BrushUse {
    std::function<double()> radius_mm;  // empty: a place, not a brush; no ring is drawn
    bool takes_away = false;            // as a rule; with Ctrl the other way
    std::function<void()> begin;
    std::function<void(const std::vector<SurfacePoint>& points, bool reversed)> stroke;
    std::function<void()> end;
    std::function<void()> laid_down;  // it is in the hand no longer
};

class BrushTool : public FigureTool {
  public:
    BrushTool(const FigureHolder& view, BrushUse use) : m_view(view), m_use(std::move(use)) {}

    bool begin(const HandMove& hand) override;
    void stroke(const HandMove& hand) override;
    void end(const HandMove& hand, bool click) override;
    void laidDown() override;
    [[nodiscard]] std::optional<Qt::CursorShape> cursorAt(const QPointF& at) const override;
    void paint(QPainter& painter, const QPointF& pointer) const override;

  private:
    [[nodiscard]] double radius_px() const;

    const FigureHolder& m_view;
    BrushUse m_use;
};

}  // namespace glaukophos
