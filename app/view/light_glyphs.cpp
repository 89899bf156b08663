// All glyphs fill a circle of radius 1 round the origin, y down.
#include "app/view/light_glyphs.h"

#include <QPainterPath>
#include <QPixmapCache>
#include <cmath>

#include "app/widgets/clear_pixmap.h"
#include "app/widgets/screen_profile.h"
#include "app/widgets/text.h"

namespace glaukophos {
namespace {

QPainterPath crescent() {
    QPainterPath moon;
    moon.addEllipse(QPointF(0, 0), 1.0, 1.0);
    QPainterPath dark;
    dark.addEllipse(QPointF(-0.55, 0), 0.95, 1.02);
    return moon.subtracted(dark);
}

QPainterPath flame() {
    QPainterPath path(QPointF(0.05, -1.0));
    path.cubicTo(0.15, -0.45, 0.72, -0.25, 0.72, 0.35);
    path.cubicTo(0.72, 0.78, 0.38, 1.0, 0.0, 1.0);
    path.cubicTo(-0.38, 1.0, -0.72, 0.78, -0.72, 0.35);
    path.cubicTo(-0.72, 0.05, -0.42, -0.05, -0.36, -0.42);
    path.cubicTo(-0.18, -0.32, -0.1, -0.2, -0.08, -0.05);
    path.cubicTo(0.1, -0.35, 0.1, -0.7, 0.05, -1.0);
    return path;
}

void paintSun(QPainter& painter, const QColor& fill, const QColor& ink, double line) {
    painter.setPen(Qt::NoPen);
    painter.setBrush(fill);
    painter.drawEllipse(QPointF(0, 0), 0.62, 0.62);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(ink, line, Qt::SolidLine, Qt::RoundCap));
    constexpr int kPieces = 5;  // of the broken rim
    for (int i = 0; i < kPieces; ++i) {
        painter.drawArc(QRectF(-0.95, -0.95, 1.9, 1.9), 16 * (20 + 72 * i), 16 * 46);
    }
}

void paintDome(QPainter& painter, const QColor& ink, double line) {
    QPen pen(ink, 1.6 * line, Qt::CustomDashLine, Qt::RoundCap);
    pen.setDashPattern({0.5, 1.7});
    painter.setPen(pen);
    painter.setBrush(Qt::NoBrush);
    painter.drawArc(QRectF(-1.0, -0.75, 2.0, 2.6), 16 * 10, 16 * 160);
}

void paintSpray(QPainter& painter, const QColor& fill, const QColor& ink, double line) {
    painter.setPen(QPen(ink, line));
    painter.setBrush(fill);
    for (int row = 0; row < 4; ++row) {
        for (int k = 0; k <= row; ++k) {
            const double x = -0.85 + 0.52 * row;
            const double y = (k - 0.5 * row) * 0.48;
            painter.drawEllipse(QPointF(x, y), 0.13, 0.13);
        }
    }
}

void paintBent(QPainter& painter, const QColor& fill, const QColor& ink, double line) {
    QPainterPath path(QPointF(-0.85, -0.9));
    path.quadTo(QPointF(-0.1, 1.15), QPointF(0.75, -0.55));
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(ink, 3.2 * line, Qt::SolidLine, Qt::RoundCap));
    painter.drawPath(path);
    painter.setPen(QPen(fill, 1.7 * line, Qt::SolidLine, Qt::RoundCap));
    painter.drawPath(path);
    painter.setPen(QPen(ink, line, Qt::SolidLine, Qt::RoundCap));
    painter.drawLine(QPointF(0.75, -0.6), QPointF(0.30, -0.42));
    painter.drawLine(QPointF(0.75, -0.6), QPointF(0.86, -0.12));
    painter.drawLine(QPointF(-1.0, 0.75), QPointF(1.0, 0.75));
}

}  // namespace

namespace {

// As vectors round the origin.
void drawGlyph(QPainter& painter, double size, const Light& light, const QColor& ink,
               double lit_from_deg) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.scale(0.5 * size, 0.5 * size);
    const double line = 2.6 / size;
    const QColor fill =
        light.on ? qColour(encodedFrom(displayColourOf(light.colour))) : QColor(0, 0, 0, 0);
    const QPen outline(ink, line, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin);
    painter.setPen(outline);
    painter.setBrush(fill);
    std::visit(Overloaded{[&](const Sky&) { paintDome(painter, ink, line); },
                          [&](const FarLight&) {
                              const bool warm = fill.redF() > fill.blueF() + 0.02F;
                              if (warm) return paintSun(painter, fill, ink, line);
                              painter.setBrush(QColor(ink.red(), ink.green(), ink.blue(), 70));
                              painter.drawEllipse(QPointF(0, 0), 0.95, 0.95);
                              painter.rotate(-lit_from_deg);
                              painter.setBrush(fill);
                              painter.scale(0.95, 0.95);
                              painter.drawPath(crescent());
                          },
                          [&](const Lamp&) { painter.drawPath(flame()); },
                          [&](const Rod&) {
                              painter.rotate(-55);
                              painter.drawRoundedRect(QRectF(-1.0, -0.24, 2.0, 0.48), 0.24, 0.24);
                          },
                          [&](const Panel& panel) {
                              if (panel.shape == PanelShape::Disc) {
                                  painter.drawEllipse(QPointF(0, 0), 1.0, 0.45);
                              } else {
                                  painter.drawPolygon(QPolygonF(
                                      {{-0.9, -0.35}, {0.55, -0.75}, {0.9, 0.35}, {-0.55, 0.75}}));
                              }
                          },
                          [&](const GlowingPart&) {
                              painter.drawPath(flame());
                              painter.drawLine(QPointF(-0.9, 1.0), QPointF(0.9, 1.0));
                          },
                          [&](const Spray&) { paintSpray(painter, fill, ink, line); },
                          [&](const Bounce&) { paintBent(painter, fill, ink, line); }},
               light.kind);
    painter.restore();
}

// Drawing one takes half a millisecond, and the same few are drawn at every move of the hand.
QPixmap glyphPixmap(double size, const Light& light, const QColor& ink, double lit_from_deg,
                    double ratio) {
    const double turned_deg = 4.0 * std::round(0.25 * lit_from_deg);
    const auto* panel = std::get_if<Panel>(&light.kind);
    const QString key =
        QStringLiteral("glyph %1 %2 %3 %4 %5 %6 %7")
            .arg(light.kind.index())
            .arg(panel != nullptr && panel->shape == PanelShape::Disc)
            .arg(light.on ? qColour(encodedFrom(displayColourOf(light.colour))).rgba() : 0U)
            .arg(ink.rgba())
            .arg(size)
            .arg(turned_deg)
            .arg(ratio);
    QPixmap pixmap;
    if (QPixmapCache::find(key, &pixmap)) return pixmap;
    const double side = size + 8.0;
    pixmap = clearPixmap({side, side}, ratio);
    QPainter painter(&pixmap);
    painter.translate(0.5 * side, 0.5 * side);
    drawGlyph(painter, size, light, ink, turned_deg);
    painter.end();
    QPixmapCache::insert(key, pixmap);
    return pixmap;
}

}  // namespace

void paintLightGlyph(QPainter& painter, const QPointF& middle, double size, const Light& light,
                     const QColor& ink, double lit_from_deg) {
    const QPixmap pixmap =
        glyphPixmap(size, light, ink, lit_from_deg, painter.device()->devicePixelRatioF());
    const QSizeF shown = pixmap.deviceIndependentSize();
    painter.drawPixmap(middle - QPointF(0.5 * shown.width(), 0.5 * shown.height()), pixmap);
}

QIcon lightIcon(const Light& light, const QColor& ink) {
    QPixmap pixmap(44, 44);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    paintLightGlyph(painter, {22, 22}, 34, light, ink);
    painter.end();
    QIcon icon(pixmap);
    icon.addPixmap(pixmap, QIcon::Selected);  // not tinted by the selection
    return icon;
}

}  // namespace glaukophos
