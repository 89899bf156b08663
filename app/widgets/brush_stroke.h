// Strokes as a flat brush leaves them: the mark on what is chosen.
#pragma once

#include <QPainterPath>
#include <QPushButton>
#include <QToolButton>

namespace glaukophos {

// A stroke along a box, lying or standing, whose width swells and whose ends are ragged.
QPainterPath brushStroke(const QRectF& box);

// Words without a frame, underlined by a stroke when chosen. As a button of either kind.
class TabButton : public QPushButton {
    Q_OBJECT

  public:
    using QPushButton::QPushButton;
    [[nodiscard]] QSize sizeHint() const override;
    [[nodiscard]] QSize minimumSizeHint() const override { return sizeHint(); }

  protected:
    void paintEvent(QPaintEvent* event) override;
};

// Of the rail: an icon over its name, with a stroke at its side when chosen.
class RailButton : public QToolButton {
    Q_OBJECT

  public:
    using QToolButton::QToolButton;

  protected:
    void paintEvent(QPaintEvent* event) override;
};

}  // namespace glaukophos
