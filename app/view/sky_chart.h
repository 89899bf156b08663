// A round chart of the sky over the figure: the middle is straight above, the inner rim is the
// horizon, the ring outside it lies below. Hours run like a clock's, 12 where the figure faces.
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
ChartPoint chartPointOf(const ClockDirection& direction);
ClockDirection directionAt(ChartPoint point);

// Colours of a chart, for screen and paper.
struct ChartColours {
    QColor ground, sky, line, text, accent;
};

// Draws the chart with the lights of `plan`, `selected` marked (pass the number of lights for
// none).
void paintSkyChart(QPainter& painter, const QRectF& area, const Plan& plan, std::size_t selected,
                   const ChartColours& colours, const QImage* scores = nullptr);

class SkyChart : public QWidget {
    Q_OBJECT

  public:
    explicit SkyChart(QWidget* parent = nullptr);

    void showPlan(const Plan& plan, std::size_t selected);
    // Colours the chart by how well each direction would do; null for no colours.
    void showScores(const ScoreMap* scores, const std::vector<Proposal>& proposals);
    [[nodiscard]] QPointF positionOf(const ClockDirection& direction) const;

    [[nodiscard]] QSize sizeHint() const override { return {236, 236}; }
    [[nodiscard]] bool hasHeightForWidth() const override { return true; }
    [[nodiscard]] int heightForWidth(int width) const override { return std::min(width, 236); }

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
    std::size_t m_selected = 0;
    std::optional<ScoreMap> m_scores;
    QImage m_score_picture;
    std::vector<Proposal> m_proposals;
};

}  // namespace glaukophos
