// What the left button does on the figure: only the tool in the hand hears the mouse.
#pragma once

#include <QCursor>
#include <QPainter>
#include <QRectF>
#include <QString>
#include <optional>

#include "app/view/view_space.h"

namespace glaukophos {

// One move of the hand.
struct HandMove {
    QPointF from;  // where it was, or was pressed
    QPointF at;
    Qt::KeyboardModifiers modifiers;
};

// Whoever shows the figure and holds the tools.
class FigureHolder {
  public:
    virtual ~FigureHolder() = default;
    [[nodiscard]] virtual ViewSpace space() const = 0;  // of an open plan
    // The place of the surface at a position of the view; none beside the figure.
    [[nodiscard]] virtual std::optional<SurfacePoint> placeAt(const QPointF& position) const = 0;
    [[nodiscard]] virtual bool seesFromLight() const = 0;
    // Where lights that ride round the figure may be drawn on the view.
    [[nodiscard]] virtual QRectF markRoom() const = 0;
    virtual void layDownTool() = 0;
};

class FigureTool {
  public:
    FigureTool() = default;
    FigureTool(const FigureTool&) = delete;
    FigureTool& operator=(const FigureTool&) = delete;
    virtual ~FigureTool() = default;

    // Whether it takes hold there; what it leaves goes to the next one, and at last turns the
    // figure.
    [[nodiscard]] virtual bool begin(const HandMove& hand) = 0;
    virtual void stroke(const HandMove& hand) = 0;
    // The button was let go, or the tool is taken out of the hand; `click`: without having moved.
    virtual void end(const HandMove& hand, bool click) = 0;

    virtual void laidDown() {}  // it is in the hand no longer

    // What it shows while it is in the hand.
    [[nodiscard]] virtual std::optional<Qt::CursorShape> cursorAt(const QPointF& /*at*/) const {
        return std::nullopt;
    }
    [[nodiscard]] virtual QString prompt() const { return {}; }  // said in the caption
    virtual void paint(QPainter& /*painter*/, const QPointF& /*pointer*/) const {}
};

}  // namespace glaukophos
