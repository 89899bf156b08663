// One shape for both ways: drawn lying, turned where it stands.
#include "app/widgets/brush_stroke.h"

#include <QPainter>
#include <QTransform>

#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

constexpr int kStroke_px = 5;

QFont chosenFont(const QFont& font) {
    QFont bold = font;
    bold.setWeight(QFont::Bold);
    return bold;
}

}  // namespace

QPainterPath brushStroke(const QRectF& box) {
    const bool stands = box.height() > box.width();
    const double length = stands ? box.height() : box.width();
    const double width = stands ? box.width() : box.height();
    const auto at = [&](double along, double across) {
        return QPointF(along * length, across * width);
    };
    QPainterPath path(at(0.00, 0.30));
    path.cubicTo(at(0.15, 0.02), at(0.35, 0.22), at(0.55, 0.12));
    path.cubicTo(at(0.75, 0.00), at(0.90, 0.24), at(1.00, 0.10));
    path.lineTo(at(0.985, 0.42));
    path.lineTo(at(1.00, 0.66));
    path.cubicTo(at(0.85, 0.98), at(0.65, 0.74), at(0.45, 0.92));
    path.cubicTo(at(0.28, 1.04), at(0.12, 0.80), at(0.01, 0.94));
    path.lineTo(at(0.02, 0.62));
    path.closeSubpath();
    QTransform place;
    place.translate(box.left(), box.top());
    if (stands) {
        place.translate(box.width(), 0);
        place.rotate(90);
    }
    return place.map(path);
}

QSize TabButton::sizeHint() const {
    const QFontMetrics metrics(chosenFont(font()));
    return {metrics.horizontalAdvance(text()) + 14, metrics.height() + 14};
}

void TabButton::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = currentTheme();
    if (isChecked()) painter.setFont(chosenFont(font()));
    painter.setPen(isEnabled() ? t.text : t.soft_text);
    painter.drawText(rect().adjusted(0, 0, 0, -kStroke_px), Qt::AlignCenter, text());
    const int words = QFontMetrics(painter.font()).horizontalAdvance(text());
    const QRectF under(0.5 * (width() - words) - 2, height() - kStroke_px - 2, words + 4,
                       kStroke_px);
    if (isChecked()) {
        painter.fillPath(brushStroke(under), t.accent);
    } else if (underMouse()) {
        painter.fillRect(under.adjusted(0, 2, 0, -2), t.line);
    }
    if (hasFocus()) {
        painter.setPen(QPen(t.accent, 2));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 5, 5);
    }
}

void RailButton::paintEvent(QPaintEvent* event) {
    QToolButton::paintEvent(event);
    if (!isChecked()) return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillPath(brushStroke({0, 4, 7, height() - 8.0}), currentTheme().accent);
}

}  // namespace glaukophos
