// Two bars: where the borders between bands lie in lightness, and which share each band takes.
// Dragging either moves the other.
#pragma once

#include <QWidget>
#include <optional>
#include <vector>

#include "app/document/document.h"

namespace glaukophos {

class BandBars : public QWidget {
    Q_OBJECT

  public:
    explicit BandBars(QWidget* parent = nullptr);

    // `bands` of the whole figure: the borders are the same for all parts. `fresh`: worked out with
    // the last edit in it; the bar that was edited waits for that, and the other one is not edited
    // before.
    void show(const BandBorders& borders, const PartBands& bands, const PaintRange& paint,
              bool fresh);
    [[nodiscard]] QSize sizeHint() const override { return {280, 112}; }

    // Where the border between two bands is grasped, for tests.
    [[nodiscard]] QPointF borderHandle(std::size_t border) const;
    [[nodiscard]] QPointF shareHandle(std::size_t border) const;

  signals:
    void bordersDragged(const std::vector<double>& lightness);
    void sharesDragged(const std::vector<double>& shares);
    void dragFinished();

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    enum class Bar { Lightness, Share };
    struct Grip {
        Bar bar = Bar::Lightness;
        std::size_t border = 0;
    };

    [[nodiscard]] QRectF barRect(Bar bar) const;
    [[nodiscard]] double lightnessX(double lightness) const;
    [[nodiscard]] double shareX(double below) const;
    [[nodiscard]] double below(std::size_t border) const;  // share of all bands up to the border
    void moveTo(double x);
    void moveBy(double step);

    BandBorders m_borders;
    std::vector<double> m_shares;
    PaintRange m_paint;
    Grip m_grip;
    bool m_dragging = false;
    std::optional<Bar> m_edited;  // its values are ahead of the results
};

}  // namespace glaukophos
