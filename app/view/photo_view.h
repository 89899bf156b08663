// A photograph, large: moved and made larger by hand, places clicked with a loupe, and compared
// with another by a slider.
#pragma once

#include <QImage>
#include <QWidget>
#include <optional>
#include <vector>

#include "core/geometry/mesh.h"
#include "core/geometry/photo_camera.h"

namespace glaukophos {

// A place of the figure in the photograph, numbered as in the list of pairs.
struct PhotoMark {
    QPointF pixel;
    bool off = false;  // contradicts the others
};

// A number to be written on the photograph, such as that of a band.
struct PhotoNumber {
    QPointF pixel;
    QString text;
};

class PhotoView : public QWidget {
    Q_OBJECT

  public:
    explicit PhotoView(QWidget* parent = nullptr);

    // Null: `words` stand there instead. What is of interest comes into the middle when another
    // photograph than before is shown.
    void setPicture(const QImage& picture, const QString& words = {});
    void lookAt(const QRectF& pixels);
    // At what `camera` sees of a figure, in a picture made smaller by `factor`.
    void lookAtFigure(const PhotoCamera& camera, const Bounds& figure, int factor);
    // Shown to the right of a slider; null: none. As large as the picture, or it is made so.
    void setOther(const QImage& other);
    void setMarks(std::vector<PhotoMark> marks);
    void setNumbers(std::vector<PhotoNumber> numbers);
    // For fresh eyes; places stay where they are on the photograph.
    void setTurned(bool mirrored, bool upside_down);
    // The next click is handed on, and the loupe goes with the pointer.
    void setPicking(bool picking);
    [[nodiscard]] bool isPicking() const { return m_picking; }
    [[nodiscard]] const QImage& picture() const { return m_picture; }
    [[nodiscard]] bool compares() const { return !m_other.isNull(); }
    [[nodiscard]] double wipe() const { return m_wipe; }

    // Between pixels of the photograph and positions of the widget.
    [[nodiscard]] QPointF positionOf(const QPointF& pixel) const;
    [[nodiscard]] QPointF pixelAt(const QPointF& position) const;

  signals:
    void picked(const QPointF& pixel);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void leaveEvent(QEvent* event) override;

  private:
    [[nodiscard]] QTransform toWidget() const;
    void zoomAt(const QPointF& position, double factor);
    [[nodiscard]] bool isOnSlider(const QPointF& position) const;
    void paintLoupe(QPainter& painter) const;
    void paintMarks(QPainter& painter) const;
    void paintNumbers(QPainter& painter) const;
    void paintSlider(QPainter& painter) const;

    QImage m_picture;
    QImage m_other;
    QString m_words;
    std::vector<PhotoMark> m_marks;
    std::vector<PhotoNumber> m_numbers;
    bool m_mirrored = false;
    bool m_upside_down = false;
    bool m_picking = false;
    bool m_sliding = false;
    bool m_dragged = false;
    double m_zoom = 1.0;         // 1: all of it
    QPointF m_middle{0.5, 0.5};  // of the picture, what is in the middle of the widget
    double m_wipe = 0.5;         // of the width
    QPointF m_pointer{-1, -1};
    QPointF m_last;
};

}  // namespace glaukophos
