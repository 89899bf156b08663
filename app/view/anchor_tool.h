// Takes hold of places that were clicked before and carries them along the surface.
#pragma once

#include <functional>
#include <vector>

#include "app/view/figure_tool.h"

namespace glaukophos {

struct AnchorUse {
    std::function<std::vector<Vec3>()> anchors_mm;
    std::function<void(std::size_t anchor, const SurfacePoint& place)> move;
    std::function<void()> done;  // it was let go
};

class AnchorTool : public FigureTool {
  public:
    AnchorTool(const FigureHolder& view, AnchorUse use) : m_view(view), m_use(std::move(use)) {}

    bool begin(const HandMove& hand) override;
    void stroke(const HandMove& hand) override;
    void end(const HandMove& hand, bool click) override;
    [[nodiscard]] std::optional<Qt::CursorShape> cursorAt(const QPointF& at) const override;
    void paint(QPainter& painter, const QPointF& pointer) const override;

  private:
    [[nodiscard]] std::optional<std::size_t> anchorAt(const QPointF& position) const;

    const FigureHolder& m_view;
    AnchorUse m_use;
    std::optional<std::size_t> m_held;
};

}  // namespace glaukophos
