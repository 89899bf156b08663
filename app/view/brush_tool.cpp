// Dabs follow each other by half a radius, however fast the hand goes.
#include "app/view/brush_tool.h"

#include <QLineF>
#include <algorithm>

namespace glaukophos {

void BrushTool::laidDown() {
    if (m_use.laid_down) m_use.laid_down();
}

double BrushTool::radius_px() const {
    return m_use.radius_mm ? m_view.space().pixelsFor(m_use.radius_mm()) : 0.0;
}

bool BrushTool::begin(const HandMove& hand) {
    // A drag that starts beside the figure turns it.
    if (hand.modifiers.testFlag(Qt::ShiftModifier) || !m_view.placeAt(hand.at)) return false;
    if (m_use.begin) m_use.begin();
    stroke(hand);
    return true;
}

void BrushTool::stroke(const HandMove& hand) {
    constexpr int kMostDabs = 60;
    const double way = QLineF(hand.from, hand.at).length();
    const int dabs =
        std::clamp(static_cast<int>(way / std::max(1.5, 0.5 * radius_px())), 1, kMostDabs);
    const ViewSpace space = m_view.space();
    std::vector<SurfacePoint> points;
    for (int i = 1; i <= dabs; ++i) {
        const auto place = space.placeAt(hand.from + (hand.at - hand.from) * i / dabs);
        if (place) points.push_back(*place);
    }
    const bool reversed = hand.modifiers.testFlag(Qt::ControlModifier);
    if (!points.empty()) m_use.stroke(points, m_use.takes_away != reversed);
}

void BrushTool::end(const HandMove& /*hand*/, bool /*click*/) {
    if (m_use.end) m_use.end();
}

std::optional<Qt::CursorShape> BrushTool::cursorAt(const QPointF& /*at*/) const {
    return Qt::CrossCursor;
}

void BrushTool::paint(QPainter& painter, const QPointF& pointer) const {
    const double radius = radius_px();
    if (pointer.x() < 0 || radius <= 0.0) return;
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(QColor(0, 0, 0, 180), 3));
    painter.drawEllipse(pointer, radius, radius);
    painter.setPen(QPen(Qt::white, 1.5, m_use.takes_away ? Qt::DashLine : Qt::SolidLine));
    painter.drawEllipse(pointer, radius, radius);
}

}  // namespace glaukophos
