// Asks for one place on the figure: the next click there is handed on.
#pragma once

#include <functional>

#include "app/view/figure_tool.h"

namespace glaukophos {

class PlaceTool : public FigureTool {
  public:
    using Use = std::function<void(const SurfacePoint& place, const QPointF& at)>;
    PlaceTool(FigureHolder& view, QString prompt, Use use)
        : m_view(view), m_prompt(std::move(prompt)), m_use(std::move(use)) {}

    bool begin(const HandMove& /*hand*/) override { return true; }
    void stroke(const HandMove& /*hand*/) override {}
    // Beside the figure the question stays.
    void end(const HandMove& hand, bool click) override;
    [[nodiscard]] std::optional<Qt::CursorShape> cursorAt(const QPointF& /*at*/) const override {
        return Qt::CrossCursor;
    }
    [[nodiscard]] QString prompt() const override { return m_prompt; }

  private:
    FigureHolder& m_view;
    QString m_prompt;
    Use m_use;
};

}  // namespace glaukophos
