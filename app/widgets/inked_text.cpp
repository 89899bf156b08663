#include "app/widgets/inked_text.h"

#include <QPainterPath>

namespace glaukophos {

void paintInked(QPainter& painter, const QPointF& middle, const QString& text, double rim_px) {
    QPainterPath path;
    const QFont& font = painter.font();
    const QRectF box = QFontMetricsF(font).boundingRect(text);
    path.addText(middle - box.center(), font, text);
    painter.strokePath(
        path, QPen(QColor(255, 255, 255, 220), rim_px, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    painter.fillPath(path, QColor(20, 20, 20));
}

}  // namespace glaukophos
