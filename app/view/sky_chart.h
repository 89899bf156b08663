// A round chart of the sky over the figure as the painter sits: the painter at the bottom, left is
// left, nearer is lower. The middle is straight above, the inner rim is the horizon, the ring
// outside it lies below. Hours belong to the figure, 12 where it faces, and turn with it.
#pragma once

#include <QImage>
#include <QWidget>

#include "core/lighting/score.h"

class QPainter;

namespace glaukophos {

// Position in a chart of outer radius 1, y down; the inverse takes any point.
struct ChartPoint {
    double x = 0.0;
    double y = 0.0;
};
// `seat`: where the painter sits on the figure's clock.
struct Seat {
    double hour = 12.0;
    bool upside_down = false;  // the figure is held so, and left and right change places
};
ChartPoint chartPointOf(const ClockDirection& direction, const Seat& seat);
ClockDirection directionAt(ChartPoint point, const Seat& seat);

// Colours of a chart, for screen and paper.
struct ChartColours {
    QColor ground, sky, line, text, accent;
};

// Draws the chart without any light. `scores` is laid out for a painter at 12.
void paintChartGround(QPainter& painter, const QRectF& area, const Seat& seat,
                      const ChartColours& colours, const QImage* scores = nullptr);
// ... and the lights of `plan` on it, `selected` marked (pass the number of lights for none).
void paintChartLights(QPainter& painter, const QRectF& area, const Plan& plan, std::size_t selected,
                      const Seat& seat, const ChartColours& colours);

class SkyChart : public QWidget {
    Q_OBJECT

  public:
    explicit SkyChart(QWidget* parent = nullptr);

    void showPlan(const Plan& plan, std::size_t selected);
    // Colours the chart by how well each direction would do; null for no colours.
    void showScores(const ScoreMap* scores, const std::vector<Proposal>& proposals);
    // Turns the chart with the figure.
    void setSeat(const Seat& seat);
    [[nodiscard]] QPointF positionOf(const ClockDirection& direction) const;

    [[nodiscard]] QSize sizeHint() const override { return {262, 262}; }
    [[nodiscard]] bool hasHeightForWidth() const override { return true; }
    [[nodiscard]] int heightForWidth(int width) const override { return std::min(width, 262); }

  signals:
    void directionDragged(glaukophos::ClockDirection direction);
    void dragFinished();
    void lightChosen(std::size_t index);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    // The direction of the chosen light, when it can be dragged about the sky.
    [[nodiscard]] std::optional<ClockDirection> draggable() const;
    void paintScores(QPainter& painter) const;
    void dragTo(const QPointF& position);
    [[nodiscard]] std::optional<std::size_t> lightAt(const QPointF& position) const;

    Plan m_plan;
    Seat m_seat;
    std::size_t m_selected = 0;
    std::optional<ScoreMap> m_scores;
    QImage m_score_picture;
    QPixmap m_ground;  // all but the lights, which move; null: to be drawn anew
    const void* m_ground_theme = nullptr;
    std::vector<Proposal> m_proposals;
};

}  // namespace glaukophos
