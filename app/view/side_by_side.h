// Lights in use and lights put aside, each on the figure, from the same view.
#pragma once

#include <QLabel>
#include <QPushButton>
#include <QWidget>
#include <array>

#include "app/jobs/compare_maker.h"
#include "app/view/figure_view.h"
#include "core/plan/light_variants.h"

namespace glaukophos {

// One figure of them. A drag turns all.
class ComparedPicture : public QWidget {
    Q_OBJECT

  public:
    explicit ComparedPicture(QWidget* parent);
    void setPicture(const QImage& picture);
    [[nodiscard]] const QImage& picture() const { return m_picture; }
    [[nodiscard]] PixelGrid grid() const;

  signals:
    void turned(const QPointF& shares);  // of the width and height
    void zoomed(double factor);
    void resized();

  protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;

  private:
    QImage m_picture;
    QPointF m_last;
};

class SideBySide : public QWidget {
    Q_OBJECT

  public:
    SideBySide(Document& document, FigureView& view, QWidget* parent = nullptr);

    // All pictures and figures are there.
    [[nodiscard]] bool isFinished() const;

  signals:
    void finished();
    void takeRequested(std::size_t variant);
    void problem(const QString& sentence);

  protected:
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;

  private:
    struct Tile {
        QWidget* whole = nullptr;  // owned by Qt, as are the following
        ComparedPicture* picture = nullptr;
        QLabel* name = nullptr;
        QLabel* difference = nullptr;
        QLabel* figures = nullptr;
        QPushButton* take = nullptr;
        bool finished = false;
    };
    Tile newTile(std::size_t place);
    void refresh();
    void request();

    Document& m_document;
    FigureView& m_view;
    std::array<Tile, kMostVariants + 1> m_tiles;  // the lights in use first
    int m_request_number = 0;
    CompareMaker m_maker;  // last: its worker ends first
};

}  // namespace glaukophos
